import type { ReactNode, Ref } from 'react';

/** What may be wider than the screen and rolls by itself: by hand, and by the arrow keys once it is gone to. */
export function Sideways({
  label,
  className = '',
  ref,
  children,
}: {
  label: string;
  className?: string;
  ref?: Ref<HTMLDivElement>;
  children: ReactNode;
}) {
  return (
    // biome-ignore lint/a11y/noNoninteractiveTabindex: without it nothing rolls it but a finger.
    <div role="group" aria-label={label} tabIndex={0} ref={ref} className={`relative overflow-x-auto ${className}`}>
      {children}
    </div>
  );
}

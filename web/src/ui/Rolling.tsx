import type { ReactNode } from 'react';

/** What may be longer than its place and rolls by itself: by hand, and by the arrow keys once it is gone to. */
export function Rolling({ label, className = '', children }: { label: string; className?: string; children: ReactNode }) {
  return (
    // biome-ignore lint/a11y/noNoninteractiveTabindex: without it nothing rolls it but a finger.
    <div role="group" aria-label={label} tabIndex={0} className={`min-h-0 flex-1 overflow-y-auto ${className}`}>
      {children}
    </div>
  );
}

import type { ReactNode } from 'react';

/** The step that comes next, under the thumb, on screens too small to show it beside the work. */
export function NextBar({ children }: { children: ReactNode }) {
  return (
    <div
      className="sticky bottom-0 z-20 -mx-3 mt-3 -mb-3 flex items-center gap-2 border-t border-hair bg-paper px-3 py-2.5 sm:-mx-6 sm:px-6 lg:hidden"
      role="group"
      aria-label="Next"
    >
      {children}
    </div>
  );
}

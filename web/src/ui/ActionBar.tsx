import type { ReactNode } from 'react';

/**
 * What comes next, always in sight: at the foot of the column on a desk, under the thumb on everything smaller. The one brown
 * button comes last among its children.
 */
export function ActionBar({ children }: { children: ReactNode }) {
  return (
    <div
      className="tiny:static! z-20 flex shrink-0 items-center gap-2 max-lg:fixed max-lg:right-[env(safe-area-inset-right)] max-lg:bottom-0 max-lg:left-[env(safe-area-inset-left)] max-lg:min-h-[76px] max-lg:border-t max-lg:border-hair max-lg:bg-paper max-lg:px-3 max-lg:py-2.5 max-md:bottom-[calc(52px+env(safe-area-inset-bottom))] md:max-lg:left-[calc(84px+env(safe-area-inset-left))] md:max-lg:px-6 md:max-lg:pb-[max(0.625rem,env(safe-area-inset-bottom))] lg:flex-col-reverse lg:items-stretch"
      role="group"
      aria-label="Next"
      data-arrive=""
      data-still=""
    >
      {children}
    </div>
  );
}

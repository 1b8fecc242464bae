import { useLayoutEffect } from 'react';

/** Starts at the top whenever what is shown becomes something else. */
export function useTop(shown: string) {
  useLayoutEffect(() => {
    if (shown) document.getElementById('main')?.scrollTo(0, 0);
  }, [shown]);
}

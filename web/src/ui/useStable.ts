import { useCallback, useRef } from 'react';

/** The newest version of a function under one identity, so that what is memoised below need not be drawn again for it. */
export function useStable<A extends unknown[], R>(run: (...args: A) => R): (...args: A) => R {
  const newest = useRef(run);
  newest.current = run;
  return useCallback((...args: A) => newest.current(...args), []);
}

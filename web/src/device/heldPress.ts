import { useEffect, useRef } from 'react';

/** Whether what a press asks for can be done: now, once an answer on its way is there, or not at all. */
export type Readiness = 'ready' | 'soon' | 'no';

/** A press that comes while the answer is still on its way is done with that answer, once; where there is none to come it lapses. */
export function useHeldPress(readiness: Readiness, run: () => void) {
  const held = useRef(false);
  useEffect(() => {
    if (!held.current || readiness === 'soon') return;
    held.current = false;
    if (readiness === 'ready') run();
  });
  return () => {
    if (readiness === 'ready') run();
    else held.current = readiness === 'soon';
  };
}

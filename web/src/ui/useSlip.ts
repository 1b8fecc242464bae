import { useEffect, useRef, useState } from 'react';

/** For so long a slip can be taken back, milliseconds. */
const SLIP = 6000;

/** Something that is done a moment after it was asked for, so that a slip can be taken back; whoever leaves the screen meant it. */
export function useSlip<T>(run: (what: T) => void) {
  const [pending, setPending] = useState<T | null>(null);
  const doing = useRef(run);
  doing.current = run;
  const waiting = useRef<T | null>(null);
  const now = () => {
    const what = waiting.current;
    if (what === null) return;
    waiting.current = null;
    setPending(null);
    doing.current(what);
  };
  const go = useRef(now);
  go.current = now;
  useEffect(() => {
    if (pending === null) return;
    const timer = setTimeout(() => go.current(), SLIP);
    return () => clearTimeout(timer);
  }, [pending]);
  useEffect(() => () => go.current(), []);
  return {
    pending,
    ask: (what: T) => {
      // A second one settles the first.
      now();
      waiting.current = what;
      setPending(what);
    },
    takeBack: () => {
      waiting.current = null;
      setPending(null);
    },
  };
}

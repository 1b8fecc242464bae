import { useEffect, useRef, useState } from 'react';
import type { Schema } from '@/api/client';
import { LiveReading, type ShinView } from '@/api/live';
import { type Still, toDto } from './still';

export type Reading = { view: ShinView | null; settled: boolean; problem: string | null };

/** What the core says of the stills as they are now. `settled` is false while a newer move is still being read. */
export function useReading(standard: Schema['StandardDto'], stills: Still[]): Reading {
  const [heard, setHeard] = useState<{ seq: number; view: ShinView | null; problem: string | null }>({
    seq: 0,
    view: null,
    problem: null,
  });
  const asked = useRef(0);
  const live = useRef<LiveReading | null>(null);
  const [lost, setLost] = useState(false);

  useEffect(() => {
    const reading = new LiveReading(
      (answer) => {
        setLost(false);
        setHeard((before) => ({ seq: answer.seq, view: answer.view ?? before.view, problem: answer.problem ?? null }));
      },
      () => setLost(true),
    );
    live.current = reading;
    return () => reading.close();
  }, []);

  useEffect(() => {
    if (live.current) asked.current = live.current.ask({ request: { standard, stills: stills.map(toDto) } });
  }, [standard, stills]);

  return { view: heard.view, settled: !lost && heard.seq === asked.current, problem: heard.problem };
}

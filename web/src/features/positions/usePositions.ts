import { useEffect, useRef, useState } from 'react';
import type { Schema } from '@/api/client';
import { LiveReading } from '@/live/live';

type Heard = { seq: number; view: Schema['PositionsView'] | null; problem: string | null };

/** What the core makes of two positions as they are now. `settled` is false while a newer answer is on its way. */
export function usePositions(request: Schema['PositionsRequest'] | null) {
  const [heard, setHeard] = useState<Heard>({ seq: 0, view: null, problem: null });
  const [lost, setLost] = useState(false);
  const asked = useRef(0);
  const live = useRef<LiveReading | null>(null);
  useEffect(() => {
    const reading = new LiveReading(
      (answer) => {
        setLost(false);
        setHeard((before) => ({
          seq: answer.seq,
          view: answer.positions ?? before.view,
          problem: answer.problem ?? null,
        }));
      },
      () => setLost(true),
    );
    live.current = reading;
    return () => reading.close();
  }, []);
  useEffect(() => {
    if (live.current && request) asked.current = live.current.ask({ positions: request });
  }, [request]);
  return { view: heard.view, problem: heard.problem, settled: !lost && heard.seq === asked.current };
}

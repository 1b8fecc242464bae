import { useEffect, useRef, useState } from 'react';
import type { Schema } from '@/api/client';
import { LiveReading } from '@/live/live';

type Heard = { seq: number; view: Schema['BenchView'] | null; problem: string | null };

/** What the core makes of a stance as it is now. `settled` is false while a newer one is still being worked out. */
export function useBench(request: Schema['BenchRequest'] | null) {
  const [heard, setHeard] = useState<Heard>({ seq: 0, view: null, problem: null });
  const [lost, setLost] = useState(false);
  const asked = useRef(0);
  const live = useRef<LiveReading | null>(null);
  useEffect(() => {
    const reading = new LiveReading(
      (answer) => {
        setLost(false);
        setHeard((before) => ({ seq: answer.seq, view: answer.bench ?? before.view, problem: answer.problem ?? null }));
      },
      () => setLost(true),
    );
    live.current = reading;
    return () => reading.close();
  }, []);
  useEffect(() => {
    if (live.current && request) asked.current = live.current.ask({ bench: request });
  }, [request]);
  return { view: heard.view, problem: heard.problem, settled: !lost && heard.seq === asked.current };
}

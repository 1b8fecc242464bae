import { useEffect, useRef, useState } from 'react';
import type { Schema } from '@/api/client';
import { LiveReading, type LookView } from '@/live/live';
import { type Guesses, type Still, toDto } from '@/pictures/still';
import type { Movement, Seen, Stated } from './draft';

export type Reading = {
  view: LookView | null;
  guesses: Guesses;
  settled: boolean;
  problem: string | null;
  /** By which bands `view` was judged, or null before there is one. */
  by?: Schema['StandardDto'] | null;
};

export const nothingRead: Reading = { view: null, guesses: {}, settled: true, problem: null };

/** The still whose missing points are guessed, and a picture known to be like it. */
export type GuessFor = { key: string; pattern: Schema['StillDto'] | undefined };

const NONE: Movement[] = [];

/** What the core says of the look as it is now. `settled` is false while a newer move is still being read. */
export function useReading(
  standard: Schema['StandardDto'],
  stills: Still[],
  seen: Seen[],
  stated: Stated[],
  guess: GuessFor | null,
  movements: Movement[] = NONE,
): Reading {
  const [heard, setHeard] = useState<Omit<Reading, 'settled'> & { seq: number }>({
    seq: 0,
    view: null,
    guesses: {},
    problem: null,
    by: null,
  });
  const askedBy = useRef(new Map<number, Schema['StandardDto']>());
  const asked = useRef(0);
  const live = useRef<LiveReading | null>(null);
  const [lost, setLost] = useState(false);

  useEffect(() => {
    const reading = new LiveReading(
      (answer) => {
        setLost(false);
        const by = askedBy.current.get(answer.seq);
        for (const seq of askedBy.current.keys()) if (seq <= answer.seq) askedBy.current.delete(seq);
        setHeard((before) => ({
          seq: answer.seq,
          view: answer.look?.view ?? before.view,
          guesses: answer.look?.guesses ?? before.guesses,
          problem: answer.problem ?? null,
          by: (answer.look?.view && by) ?? before.by ?? null,
        }));
      },
      () => setLost(true),
    );
    live.current = reading;
    return () => reading.close();
  }, []);

  const key = guess?.key;
  const pattern = guess?.pattern;
  useEffect(() => {
    const still = stills.findIndex((s) => s.key === key);
    if (!live.current) return;
    asked.current = live.current.ask({
      request: {
        standard,
        stills: stills.map(toDto),
        seen,
        stated,
        guess: still < 0 ? null : { still, pattern: pattern ?? null },
        movements,
      },
    });
    askedBy.current.set(asked.current, standard);
  }, [standard, stills, seen, stated, key, pattern, movements]);

  return { ...heard, settled: !lost && heard.seq === asked.current };
}

import { useMemo } from 'react';
import type { Schema } from '@/api/client';
import type { LookView } from '@/live/live';
import { useLive } from '@/live/useLive';
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

type Held = { view: LookView | null; guesses: Guesses; by: Schema['StandardDto'] | null };

const nothingHeld: Held = { view: null, guesses: {}, by: null };

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
  const key = guess?.key;
  const pattern = guess?.pattern;
  const question = useMemo(() => {
    const still = stills.findIndex((s) => s.key === key);
    return {
      request: {
        standard,
        stills: stills.map(toDto),
        seen,
        stated,
        guess: still < 0 ? null : { still, pattern: pattern ?? null },
        movements,
      },
    };
  }, [standard, stills, seen, stated, key, pattern, movements]);
  const { held, problem, settled } = useLive<Held>(question, nothingHeld, (answer, of, before) => ({
    view: answer.look?.view ?? before.view,
    guesses: answer.look?.guesses ?? before.guesses,
    by: answer.look?.view && of && 'request' in of ? of.request.standard : before.by,
  }));
  return { ...held, problem, settled };
}

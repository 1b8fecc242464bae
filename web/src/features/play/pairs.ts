import type { Schema } from '@/api/client';
import type { Played } from '@/clips/played';
import { fromView } from '@/pictures/still';
import { sideWord } from '@/ui/SidePlate';

/** Two clips in step, or one alone. */
export type Pair = {
  id: string;
  words: string;
  one: Played;
  other: Played | null;
  /** What of them differs besides time, in a sentence. */
  differs?: string;
};

type Play = Pick<Schema['PlayView'], 'clips' | 'exerciseId' | 'school' | 'at'>;

/** What can be played of a check: left beside right from each view, before beside after for each second look, and what has nothing beside it. */
export function pairsOf({ clips }: Pick<Play, 'clips'>): Pair[] {
  const first = clips.filter((c) => c.trialId === null);
  const pairs: Pair[] = [];
  for (const view of ['side', 'front', 'back'] as const) {
    const [left, right] = (['left', 'right'] as const).map((side) => first.find((c) => c.view === view && c.side === side));
    if (left && right)
      pairs.push({ id: `sides-${view}`, words: `Left beside right, ${fromView[view]}`, one: left, other: right });
    else if (left ?? right) {
      const only = (left ?? right) as Played;
      pairs.push({ id: `one-${only.clipId}`, words: `${cap(sideWord(only.side))}, ${fromView[view]}`, one: only, other: null });
    }
  }
  for (const after of clips.filter((c) => c.trialId !== null)) {
    const before = first.find((c) => c.view === after.view && c.side === after.side);
    pairs.push(
      before
        ? {
            id: `trial-${after.trialId}-${after.side}`,
            words: `${cap(sideWord(after.side))} before beside after${after.cue ? ` “${after.cue}”` : ''}`,
            one: before,
            other: after,
          }
        : { id: `one-${after.clipId}`, words: `${cap(sideWord(after.side))} after`, one: after, other: null },
    );
  }
  return pairs;
}

/** The sides of an earlier check beside those of this one, where both were filmed from the same place. */
export function pairsOver(earlier: Play, now: Play, since: string): Pair[] {
  const first = (play: Play) => play.clips.filter((c) => c.trialId === null);
  return first(now).flatMap((after) => {
    const before = first(earlier).find((c) => c.view === after.view && c.side === after.side);
    if (!before) return [];
    return [
      {
        id: `time-${before.clipId}-${after.side}`,
        words: `${cap(sideWord(after.side))} ${since} beside now, ${fromView[after.view]}`,
        one: before,
        other: after,
        ...(earlier.school === now.school
          ? {}
          : { differs: 'The style changed between the two: each is held against its own band.' }),
      },
    ];
  });
}

const cap = (word: string) => word.charAt(0).toUpperCase() + word.slice(1);

/** Which clip of a pair a coach means: the letter of its side, or before and after. */
export const nameIn = ({ one, other }: Pair, clip: Played) =>
  other && one.side === other.side ? (clip === one ? 'Before' : 'After') : cap(sideWord(clip.side));

/** What of a pair cannot be compared as it stands, in sentences. */
export function cautionsOf({ one, other, differs }: Pair): string[] {
  if (!other) return [];
  const said: string[] = differs ? [differs] : [];
  if (one.repetitions.length !== other.repetitions.length)
    said.push(
      `${one.repetitions.length} repetitions beside ${other.repetitions.length}: they go in step by phase, and the last of the shorter stays.`,
    );
  if (Math.abs(one.filmRate - other.filmRate) > 0.2 * Math.max(one.filmRate, other.filmRate))
    said.push(`Filmed at ${Math.round(one.filmRate)} and ${Math.round(other.filmRate)} frames a second: the coarser one jumps.`);
  if (one.mirrored !== other.mirrored) said.push('One was filmed with a mirrored camera; left and right are named as they are.');
  return said;
}

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
};

type Play = Pick<Schema['PlayView'], 'clips'>;

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
      },
    ];
  });
}

/** What the core says of two clips beside each other. */
export type Beside = Schema['BesideView'];

/** What is said of a pair. */
export const besideIn = ({ one, other }: Pair, all: Beside[]): Beside | null =>
  all.find((b) => b.one === one.clipId && b.oneSide === one.side && b.other === other?.clipId && b.otherSide === other.side) ??
  null;

const cap = (word: string) => word.charAt(0).toUpperCase() + word.slice(1);

/** Which clip of a pair a coach means: the letter of its side, or before and after. */
export const nameIn = ({ one, other }: Pair, clip: Played) =>
  other && one.side === other.side ? (clip === one ? 'Before' : 'After') : cap(sideWord(clip.side));

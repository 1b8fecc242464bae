import type { Schema } from '@/api/client';
import { type View, withPelvis } from '@/pictures/still';
import type { Movement, Work } from './draft';

/** The part of a look that clips fill. */
export type Filmed = Pick<Work, 'stills' | 'movements'>;

/** What moves in a clip counts while a still of it is there. */
export const standing = ({ stills, movements = [] }: Filmed): Movement[] =>
  movements.filter((m) => stills.some((s) => s.clip?.clipId === m.clipId));

/**
 * A clip put into a look: what an earlier clip of this view and side gave gives way; what a hand has marked stays, and keeps its
 * number.
 */
export function withClip({ stills, movements = [] }: Filmed, view: View, added: Work['stills'], movement: Movement): Filmed {
  const sides = new Set(added.map((s) => s.side));
  const replaced = new Set(stills.flatMap((s) => (s.view === view && sides.has(s.side) && s.clip ? [s.clip.clipId] : [])));
  const left = stills.filter((s) => !(s.view === view && sides.has(s.side) && s.clip));
  const last = Math.max(0, ...left.filter((s) => s.view === view).map((s) => s.repetition));
  const kept = left.flatMap((s) => (s.clip ? [s.clip.clipId] : []));
  return {
    stills: [...left, ...added.map((s) => ({ ...s, repetition: s.repetition + last }))],
    movements: [...movements.filter((m) => !replaced.has(m.clipId) || kept.includes(m.clipId)), movement],
  };
}

/** A clip found more of later, stickers say: its stills and what moves in it with that; the points are pixels of a frame of some width. */
export const mended = (
  { stills, movements = [] }: Filmed,
  clipId: string,
  found: Schema['ClipStillView'][],
  movement: Movement,
  width: number,
): Filmed => ({
  stills: stills.map((s) => (s.clip?.clipId === clipId && !s.clip.moved ? withPelvis(s, found, s.width / width) : s)),
  movements: movements.map((m) => (m.clipId === clipId ? movement : m)),
});

/**
 * A clip read anew the other way about, as it is where a camera swaps left and right: its stills get the sides and points that it has
 * then, each on the picture that it had.
 */
export function turned(
  { stills, movements = [] }: Filmed,
  clipId: string,
  found: Schema['ClipStillView'][],
  movement: Movement,
  width: number,
): Filmed {
  const before = stills.filter((s) => s.clip?.clipId === clipId);
  return {
    stills: [
      ...stills.filter((s) => s.clip?.clipId !== clipId),
      ...found.flatMap((f) => {
        const was = before.find((s) => s.moment === f.moment && Math.abs(f.seconds - (s.clip?.seconds ?? 0)) < 0.05);
        if (!was?.clip) return [];
        const scale = was.width / width;
        const points = Object.fromEntries(
          Object.entries(f.points).map(([l, p]) => [l, { x: p.x * scale, y: p.y * scale }]),
        ) as Work['stills'][number]['points'];
        const sds = Object.fromEntries(Object.entries(f.sds).map(([l, sd]) => [l, sd * scale]));
        return [
          {
            ...was,
            side: f.side,
            repetition: f.repetition,
            mirrored: !was.mirrored,
            points,
            guessed: [],
            clip: { ...was.clip, moved: false, sds },
          },
        ];
      }),
    ],
    movements: movements.map((m) => (m.clipId === clipId ? movement : m)),
  };
}

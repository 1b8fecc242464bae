import { v7 as uuid } from 'uuid';
import type { Schema } from '@/api/client';
import type { Side } from '@/ui/SidePlate';

export type Point = Schema['PointDto'];
export type Landmark = 'ankle' | 'knee';
export type Handle = Landmark | 'one' | 'other';

/** One still as it is being marked. Coordinates are pixels of the picture; a landmark not placed yet is null. */
export type Still = {
  key: string;
  side: Side;
  pictureId: string;
  width: number;
  height: number;
  facing: Schema['Facing'];
  ankle: Point | null;
  knee: Point | null;
  vertical: { one: Point; other: Point } | null;
};

export const newStill = (side: Side, pictureId: string, width: number, height: number, facing: Schema['Facing']): Still => ({
  key: uuid(),
  side,
  pictureId,
  width,
  height,
  facing,
  ankle: null,
  knee: null,
  vertical: null,
});

/** What the server is told of a still. */
export const toDto = ({ key: _, ...still }: Still): Schema['StillDto'] => still;

/** Where to start looking for a point: where it was on the last picture of this side, or where a split squat usually has it. */
export function guess(still: Still, landmark: Landmark, last: Schema['StillDto'] | undefined): Point {
  const known = last?.[landmark];
  if (last && known)
    return mirrored({ x: (known.x / last.width) * still.width, y: (known.y / last.height) * still.height }, still, last.facing);
  const usual = landmark === 'ankle' ? { x: 0.7, y: 0.83 } : { x: 0.74, y: 0.6 };
  return mirrored({ x: usual.x * still.width, y: usual.y * still.height }, still, 'right');
}

const mirrored = (p: Point, still: Still, drawnFacing: Schema['Facing']): Point =>
  still.facing === drawnFacing ? p : { x: still.width - p.x, y: p.y };

export const inside = (p: Point, { width, height }: { width: number; height: number }): Point => ({
  x: Math.min(Math.max(p.x, 0), width),
  y: Math.min(Math.max(p.y, 0), height),
});

/** The first landmark that still has to be placed. */
export const nextLandmark = (still: Still): Landmark | null =>
  still.ankle === null ? 'ankle' : still.knee === null ? 'knee' : null;

export const isMarked = (still: Still) => still.ankle !== null && still.knee !== null;

/** A picture that was kept in another size than it was shown in: the points move with it. */
export function rescaled(still: Still, width: number, height: number): Still {
  const [sx, sy] = [width / still.width, height / still.height];
  const move = (p: Point | null) => (p ? { x: p.x * sx, y: p.y * sy } : null);
  return {
    ...still,
    width,
    height,
    ankle: move(still.ankle),
    knee: move(still.knee),
    vertical: still.vertical && { one: move(still.vertical.one) as Point, other: move(still.vertical.other) as Point },
  };
}

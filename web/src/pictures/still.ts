import { v7 as uuid } from 'uuid';
import type { Schema } from '@/api/client';
import { keep, readKept } from '@/device/kept';
import type { Side } from '@/ui/SidePlate';

export type Point = Schema['PointDto'];
export type Landmark = Schema['Landmark'];
export type View = Schema['View'];
export type Moment = Schema['Moment'];
export type MarkEnd = 'upright-one' | 'upright-other' | 'scale-one' | 'scale-other' | 'line-one' | 'line-other';
/** Whatever can be held on a picture: a point of the body, or an end of a mark. */
export type Handle = Landmark | MarkEnd;
export type Plan = Schema['PlannedView'];
export type PlanPoint = Schema['PlannedPointView'];

/** Where missing points probably lie. */
export type Guesses = Partial<Record<Landmark, Point>>;

/** One still as it is being marked. Coordinates are pixels of the picture; a landmark not placed yet is absent. */
export type Still = Schema['StillDto'] & { key: string };

/** A place for pictures: one side, one view, one moment; several repetitions of it lie in one slot. */
export type Slot = { side: Side; view: View; moment: Moment };

export const inSlot = (still: Schema['StillDto'], slot: Slot) =>
  still.side === slot.side && still.view === slot.view && still.moment === slot.moment;

export const newStill = (
  slot: Slot,
  pictureId: string,
  width: number,
  height: number,
  like: Still[],
  facing: Schema['Facing'],
  camera: Schema['CameraDto'] | null,
): Still => ({
  key: uuid(),
  ...slot,
  repetition: Math.max(0, ...like.map((s) => s.repetition)) + 1,
  pictureId,
  width,
  height,
  facing,
  mirrored: like[0]?.mirrored ?? false,
  points: {},
  vertical: null,
  scale: null,
  guessed: [],
  camera: like[0]?.camera ?? camera,
  line: null,
  clip: null,
});

/** From front and behind the camera stands alike. */
const placeOf = (view: View) => `camera-${view === 'side' ? 'side' : 'front'}`;

/** Where the plan has the camera for a slot. */
export const plannedCamera = (slot: Pick<Slot, 'view' | 'moment'>, plan: Plan[]): Schema['CameraDto'] | null =>
  (plan.find((p) => p.view === slot.view && p.moment === slot.moment) ?? plan.find((p) => p.view === slot.view))?.camera ?? null;

/**
 * Where the camera stands for a new picture: as it was said last on this device, else as it stood when this client was last
 * looked at, else where the plan has it. Whether the guide put it there is for each picture to say.
 */
export function cameraFor(
  slot: Pick<Slot, 'view' | 'moment'>,
  plan: Plan[],
  last: Schema['CameraDto'] | null | undefined,
  guided: boolean,
): Schema['CameraDto'] | null {
  const camera = readKept<Schema['CameraDto']>(placeOf(slot.view)) ?? last ?? plannedCamera(slot, plan);
  return camera ? { ...camera, guided } : null;
}

/** What was said of the camera is kept for the next pictures on this device. */
export const keepCamera = (view: View, camera: Schema['CameraDto']) => keep(placeOf(view), camera);

/** What the server is told of a still. */
export const toDto = ({ key: _, ...still }: Still): Schema['StillDto'] => still;

export const inside = (p: Point, { width, height }: { width: number; height: number }): Point => ({
  x: Math.min(Math.max(p.x, 0), width),
  y: Math.min(Math.max(p.y, 0), height),
});

/** Whether a point lies where it was guessed and nobody has put it there yet: nothing is read from it. */
export const isGuess = (still: Schema['StillDto'], landmark: Landmark) => still.guessed?.includes(landmark) === true;

export const has = (still: Still, landmark: Landmark) => still.points[landmark] !== undefined && !isGuess(still, landmark);

/** The points that were put in their place. */
export const known = (still: Schema['StillDto']): Schema['StillDto']['points'] =>
  (still.guessed?.length ?? 0) === 0
    ? still.points
    : Object.fromEntries(Object.entries(still.points).filter(([l]) => !isGuess(still, l as Landmark)));

/** The still with points kept where they are guessed to be. */
export const guessed = (still: Still, found: readonly (readonly [Landmark, Point])[]): Still => ({
  ...still,
  points: { ...still.points, ...Object.fromEntries(found) },
  guessed: [...new Set([...(still.guessed ?? []), ...found.map(([l]) => l)])],
});

/** The still with points that the coach found right where they were guessed to be. */
export const settled = (still: Still, found: readonly (readonly [Landmark, Point])[]): Still =>
  found.reduce((s, [landmark, point]) => placed(s, landmark, point), still);

/** Whether a look was kept before guesses were told apart, so that one may be among its points. */
export const mayHoldGuess = (stills: Schema['StillDto'][]) =>
  stills.some((s) => s.guessed == null && Object.keys(s.points).length > 0);

/** The first of some points that still has to be placed. */
export const nextPoint = (still: Still, points: PlanPoint[]): PlanPoint | null =>
  points.find((p) => !has(still, p.landmark)) ?? null;

export const isMarked = (still: Still) => Object.keys(known(still)).length > 0;

export const isMark = (handle: Handle): handle is MarkEnd => /^(upright|scale|line)-/.test(handle);

/** The still with a point or the end of a mark put somewhere. */
export function placed(still: Still, handle: Handle, point: Point): Still {
  if (!isMark(handle))
    return {
      ...still,
      // Whoever moves a point that was found has looked at the still: from then on it is the hand's.
      clip: still.clip && handle in still.clip.sds ? { ...still.clip, moved: true } : (still.clip ?? null),
      points: { ...still.points, [handle]: point },
      guessed: still.guessed?.filter((l) => l !== handle) ?? still.guessed ?? null,
    };
  const end = handle.endsWith('one') ? 'one' : 'other';
  if (handle.startsWith('upright-'))
    return { ...still, vertical: { one: still.vertical?.one ?? point, other: still.vertical?.other ?? point, [end]: point } };
  if (handle.startsWith('line-'))
    return {
      ...still,
      line: {
        one: still.line?.one ?? point,
        other: still.line?.other ?? point,
        metres: still.line?.metres ?? readKept<number>('floor-line') ?? 0.6,
        [end]: point,
      },
    };
  return {
    ...still,
    scale: {
      one: still.scale?.one ?? point,
      other: still.scale?.other ?? point,
      centimetres: still.scale?.centimetres ?? 0,
      [end]: point,
    },
  };
}

/**
 * Stills with one of them changed in what its camera or its film is: an upright, a length, a line, which way it faces. A clip is
 * filmed from one place, so what is marked on one of its pictures holds for all of them.
 */
export function alteredFilm(stills: Still[], key: string, change: (still: Still) => Still): Still[] {
  const clipId = stills.find((s) => s.key === key)?.clip?.clipId;
  return stills.map((s) => (s.key === key || (clipId !== undefined && s.clip?.clipId === clipId) ? change(s) : s));
}

/** A still of a clip with the stickers on the pelvis as they were followed; `scale` is the size of its picture against the clip's. */
export function withPelvis(still: Still, found: Schema['ClipStillView'][], scale: number): Still {
  const now = found.find(
    (f) => f.side === still.side && f.moment === still.moment && Math.abs(f.seconds - (still.clip?.seconds ?? 0)) < 0.05,
  );
  if (!now || !still.clip) return still;
  const [points, sds] = [{ ...still.points }, { ...still.clip.sds }];
  for (const landmark of ['workingPelvis', 'freePelvis'] as const) {
    const at = now.points[landmark];
    if (!at) continue;
    points[landmark] = { x: at.x * scale, y: at.y * scale };
    sds[landmark] = (now.sds[landmark] ?? 1) * scale;
  }
  return {
    ...still,
    points,
    guessed: still.guessed?.filter((l) => l !== 'workingPelvis' && l !== 'freePelvis') ?? null,
    clip: { ...still.clip, sds },
  };
}

/** A picture that was kept in another size than it was shown in: the points move with it. */
export function rescaled(still: Still, width: number, height: number): Still {
  const [sx, sy] = [width / still.width, height / still.height];
  const move = (p: Point): Point => ({ x: p.x * sx, y: p.y * sy });
  return {
    ...still,
    width,
    height,
    points: Object.fromEntries(Object.entries(still.points).map(([name, p]) => [name, move(p)])),
    vertical: still.vertical && { one: move(still.vertical.one), other: move(still.vertical.other) },
    scale: still.scale && { ...still.scale, one: move(still.scale.one), other: move(still.scale.other) },
    line: still.line ? { ...still.line, one: move(still.line.one), other: move(still.line.other) } : null,
    clip: still.clip
      ? { ...still.clip, sds: Object.fromEntries(Object.entries(still.clip.sds).map(([name, sd]) => [name, sd * sy])) }
      : null,
  };
}

export const keptStills = (stills: Schema['StillDto'][]): Still[] =>
  stills.map((s) => ({ ...s, key: `${s.pictureId}-${s.view}-${s.moment}` }));

export const viewName: Record<View, string> = { side: 'Side', front: 'Front', back: 'Back' };
export const fromView: Record<View, string> = { side: 'from the side', front: 'from the front', back: 'from behind' };
export const momentName: Record<Moment, string> = {
  start: 'Start',
  firstSeen: 'First seen',
  bottom: 'Bottom',
  halfUp: 'Half up',
  top: 'Top',
};

/** What a point is called in a list, a label or a line of help. */
export const pointName: Record<Landmark, string> = {
  ankle: 'ankle',
  knee: 'knee',
  toe: 'toe',
  heel: 'heel',
  hip: 'hip',
  shoulder: 'shoulder',
  ear: 'ear',
  rearKnee: 'rear knee',
  rearAnkle: 'rear ankle',
  rearToe: 'rear toe',
  workingPelvis: 'pelvis, working side',
  freePelvis: 'pelvis, free side',
  workingShoulder: 'shoulder, working side',
  freeShoulder: 'shoulder, free side',
  freeHip: 'free hip',
};

import { useEffect, useRef, useState } from 'react';
import { v7 as uuid } from 'uuid';
import { api, Problem, type Schema, take, Unreachable } from '@/api/client';
import { type ClipAtHand, clipAtHand, keepClip, keepPoints, shifted } from '@/clips/kept';
import { type ClipReading, canReadClips, factsOf, followStickers, framesOf, type ReadClip, readClip } from '@/clips/reading';
import type { ClipFacts, People, Progress, SeenClip, SeenFrame } from '@/clips/track';
import { sendPicture, showFrom } from '@/pictures/pictures';
import { fromView, type Handle, has, type Point, type Slot, type Still } from '@/pictures/still';
import type { Counter } from '@/pictures/useFilming';
import { otherSide, type Side, sideWord } from '@/ui/SidePlate';
import type { Movement } from './draft';

/** A clip on its way into the look. */
export type ClipWork = {
  id: string;
  slot: Slot;
  step:
    | { kind: 'reading'; progress: Progress | null }
    /** A long one: which stretch of it. */
    | { kind: 'trimming'; facts: ClipFacts; file: Blob }
    /** The feet do not show which leg works: the coach is asked. */
    | { kind: 'asking'; sentence: string }
    /** It looks filmed from elsewhere: from where it can be. */
    | { kind: 'elsewhere'; sentence: string; views: Slot['view'][] }
    | { kind: 'pictures' }
    /** Several people are in it: the coach says which. */
    | { kind: 'who'; people: People }
    /** It is read, and the studio did not answer: nothing of it is lost. */
    | { kind: 'waiting'; sentence: string };
  /** The last frame in which somebody was seen. */
  seen: SeenFrame | null;
};

/** A clip that was given while another was on its way. */
export type ClipInLine = { id: string; slot: Slot; file: Blob; guided: boolean };

type Options = {
  clientId: string;
  exerciseId: string;
  standard: Schema['StandardDto'];
  /** From where this look takes clips. */
  views: Slot['view'][];
  camera: (slot: Slot, guided: boolean) => Schema['CameraDto'] | null;
  /** Puts stills and what moves into the look, in one step. */
  add: (view: Slot['view'], stills: Still[], movement: Movement) => void;
  /** Puts what was found later of a clip into its stills; the points are pixels of a frame of some width. */
  mend: (clipId: string, found: Schema['ClipStillView'][], movement: Movement, width: number) => void;
  /** Puts a clip into its stills anew that was read with left and right swapped. */
  turn: Options['mend'];
  /** The size at which a picture was kept. */
  arrived: (picture: Schema['PictureView']) => void;
  onRefused: (error: unknown) => void;
};

const NOT_AT_HAND =
  'The film of this clip is not at hand, so no sticker is followed: the two points count for this picture. Pick the clip again to have them followed.';
const NO_STICKER =
  'No coloured sticker is seen under the two points. They count for this picture alone; put them in place on the others too.';
/** A clip up to this long is read as it is, seconds; of a longer one the stretch with the repetitions is asked for. */
const SHORT = 20;
const TOO_OLD = 'This browser cannot read clips. Take pictures instead: the bottom of three repetitions says most.';

const otherLeg = (side: Side) =>
  `The ${sideWord(side)} leg works in this clip, so it is with the ${sideWord(side)} leg now. If the camera swaps left and right, press Mirrored under its picture.`;

export type Clip = ReturnType<typeof useClip>;

/** A clip of this look that is at hand. */
type AtHand = Pick<ClipAtHand, 'film' | 'seen' | 'side' | 'rate' | 'offset' | 'newest'> & {
  /** Settles once its first points are kept on this device: what takes their place is kept after them. */
  kept?: Promise<void>;
};

/** Reads a clip on this device, has it cut into repetitions, and puts their moments into the look as stills with their points. */
export function useClip({ clientId, exerciseId, standard, views, camera, add, mend, turn, arrived, onRefused }: Options) {
  const [work, setWork] = useState<ClipWork | null>(null);
  const [line, setLine] = useState<ClipInLine[]>([]);
  const at = useRef<{
    id: string;
    slot: Slot;
    file: Blob;
    guided: boolean;
    /** The coach said from where it is filmed. */
    viewSaid: boolean;
    /** The leg that works, where the coach said it. */
    side: Side | null;
    reading: ClipReading | null;
    read: ReadClip | null;
  } | null>(null);
  // Clips of this look that are still at hand, for following stickers through them.
  const read = useRef(new Map<string, AtHand>());
  const [following, setFollowing] = useState(false);
  // Nothing was refused, so it stands beside what is, until the next one is given.
  const [told, setTold] = useState<{ clipId: string; sentence: string } | null>(null);
  const alter = (id: string, change: Partial<ClipWork>) => setWork((w) => (w?.id === id ? { ...w, ...change } : w));
  const over = () => {
    at.current = null;
    setWork(null);
  };

  const begin = (slot: Slot, file: Blob, guided: boolean) => {
    onRefused(canReadClips() ? null : new Error(TOO_OLD));
    if (!work) setTold(null);
    if (canReadClips()) setLine((l) => [...l, { id: uuid(), slot, file, guided }]);
  };

  // One is read at a time: both sides filmed one after the other wait for each other.
  useEffect(() => {
    const [next, ...rest] = line;
    if (!next || work || at.current) return;
    setLine(rest);
    void start(next);
  });

  const start = async ({ id, slot, file, guided }: ClipInLine) => {
    setWork({ id, slot, step: { kind: 'reading', progress: null }, seen: null });
    at.current = { id, slot, file, guided, viewSaid: false, side: null, reading: null, read: null };
    try {
      const facts = await factsOf(file);
      if (at.current?.id !== id) return;
      if (facts.duration > SHORT) alter(id, { step: { kind: 'trimming', facts, file } });
      else await watch(0, Number.MAX_SAFE_INTEGER);
    } catch (error) {
      failed(id, error);
    }
  };

  /** Reads a stretch of the clip that is at hand. */
  const watch = async (from: number, to: number) => {
    const now = at.current;
    if (!now) return;
    const { id, file } = now;
    alter(id, { step: { kind: 'reading', progress: null } });
    const reading = readClip(file, {
      from,
      to,
      who: (people) => alter(id, { step: { kind: 'who', people } }),
      told: (progress) =>
        alter(id, { step: { kind: 'reading', progress }, seen: progress.seen.findLast((f) => f.points.length > 0) ?? null }),
    });
    now.reading = reading;
    try {
      const seen = await reading.done;
      if (at.current?.id !== id) return;
      now.read = seen;
      await cut();
    } catch (error) {
      failed(id, error);
    }
  };

  /** What was read stays while only the studio does not answer. */
  const failed = (id: string, error: unknown) => {
    if (at.current?.id !== id) return;
    if (error instanceof Unreachable && at.current.read) {
      alter(id, { step: { kind: 'waiting', sentence: error.message } });
      return;
    }
    const { slot } = at.current;
    // Two sides may have been given one after the other: which one it is about is not plain then.
    onRefused(
      error instanceof Problem || error instanceof Unreachable
        ? error
        : new Error(`The clip ${fromView[slot.view]}, ${sideWord(slot.side)}: ${error instanceof Error ? error.message : error}`),
    );
    over();
  };

  const ask = (
    clipId: string,
    view: Slot['view'],
    { width, height, frames }: SeenClip,
    side: Side | null,
    place: Schema['CameraDto'] | null,
    { mirrored = false, viewSaid = true } = {},
  ) =>
    take(
      api.POST('/api/compute/clip', {
        body: {
          standard,
          clipId,
          view,
          viewSaid,
          side,
          mirrored,
          width,
          height,
          frames,
          vertical: null,
          scale: null,
          camera: place,
        },
      }),
    );

  /** Has the points cut into repetitions, and takes a picture of each moment. */
  const cut = async () => {
    const now = at.current;
    if (!now?.read) return;
    const { id, slot, file, guided, viewSaid, side, read: seen } = now;
    const place = camera(slot, guided);
    const view = await ask(id, slot.view, seen, side, place, { viewSaid });
    if (at.current?.id !== id) return;
    if (view.otherView) {
      const { otherView } = view;
      const takes = views.includes(otherView)
        ? ''
        : ` This look takes no clip ${fromView[otherView]}: film ${fromView[slot.view]}.`;
      alter(id, {
        step: {
          kind: 'elsewhere',
          sentence: `${view.sentence}${takes}`,
          views: [otherView, slot.view].filter((v) => views.includes(v)),
        },
      });
      return;
    }
    if (view.fault === 'whichLeg') {
      alter(id, { step: { kind: 'asking', sentence: view.sentence ?? '' } });
      return;
    }
    if (view.fault || !view.movement) throw new Error(view.sentence ?? '');
    alter(id, { step: { kind: 'pictures' } });
    const frames = await framesOf(
      file,
      view.stills.map((s) => s.seconds),
    );
    if (at.current?.id !== id) return;
    const made = view.stills.flatMap((s, i) => {
      const frame = frames[i];
      return frame ? [{ frame, still: stillOf(s, id, slot.view, view.facing, seen, place) }] : [];
    });
    for (const { still, frame } of made) showFrom(still.pictureId, frame);
    // Found under the other leg than it was given for: plain where both are filmed in one, and what a camera for selfies does too.
    if (made.length > 0 && made.every((m) => m.still.side !== slot.side))
      setTold({ clipId: id, sentence: otherLeg(otherSide(slot.side)) });
    add(
      slot.view,
      made.map((m) => m.still),
      view.movement,
    );
    over();
    const { rate } = seen.facts;
    const kept = keepClip({ id, clientId, exerciseId, view: slot.view, side, rate }, file, seen).catch(onRefused);
    read.current.set(id, { film: file, seen, side, rate, offset: 0, newest: id, kept });
    for (const { still, frame } of made)
      sendPicture(still.pictureId, clientId, frame, still, () => undefined)
        .then(arrived)
        .catch(onRefused);
  };

  /** Follows the two stickers that were tapped on a still through its clip. */
  const follow = async (still: Still) => {
    const [working, free] = [still.points.workingPelvis, still.points.freePelvis];
    if (!still.clip || !working || !free || !has(still, 'workingPelvis') || !has(still, 'freePelvis')) return;
    const { clipId, seconds } = still.clip;
    setFollowing(true);
    try {
      const clip = await atHand(clipId);
      if (!clip) {
        onRefused(new Error(NOT_AT_HAND));
        return;
      }
      // The picture may be kept smaller than the clip.
      const larger = clip.seen.width / still.width;
      const inClip = (p: Point) => ({ x: p.x * larger, y: p.y * larger });
      const found = await followStickers(clip.film, shifted(clip.seen.frames, -clip.offset), {
        seconds: seconds - clip.offset,
        left: inClip(still.side === 'left' ? working : free),
        right: inClip(still.side === 'left' ? free : working),
      });
      if (!found) {
        onRefused(new Error(NO_STICKER));
        return;
      }
      onRefused(null);
      const seen = { ...clip.seen, frames: shifted(found, clip.offset) };
      const view = await ask(clipId, still.view, seen, clip.side, still.camera ?? null, {
        mirrored: still.mirrored,
      });
      if (view.fault || !view.movement) throw new Error(view.sentence ?? '');
      const newest = uuid();
      read.current.set(clipId, { ...clip, seen, newest });
      mend(clipId, view.stills, view.movement, seen.width);
      const { side, rate } = clip;
      await ('kept' in clip ? clip.kept : undefined);
      await keepPoints({ id: clipId, clientId, exerciseId, view: still.view, side, rate }, clip.newest, newest, seen);
    } catch (error) {
      onRefused(error);
    } finally {
      setFollowing(false);
    }
  };

  const atHand = async (clipId: string) => read.current.get(clipId) ?? (await clipAtHand(clipId).catch(() => null));

  /** Reads the clip of a still with left and right the other way about; false where it is not at hand. */
  const swap = async (still: Still): Promise<boolean> => {
    const clip = still.clip && (await atHand(still.clip.clipId));
    if (!still.clip || !clip) return false;
    try {
      const view = await ask(still.clip.clipId, still.view, clip.seen, clip.side, still.camera ?? null, {
        mirrored: !still.mirrored,
      });
      if (view.fault || !view.movement) throw new Error(view.sentence ?? '');
      onRefused(null);
      setTold(null);
      turn(still.clip.clipId, view.stills, view.movement, clip.seen.width);
    } catch (error) {
      onRefused(error);
    }
    return true;
  };

  /** How many repetitions a camera has seen so far; it is asked again soon, so no answer is no trouble. */
  const counter =
    (slot: Slot): Counter =>
    (seen) =>
      ask(uuid(), slot.view, seen, slot.side, null)
        .then((view) => view.movement?.repetitions.length ?? 0)
        .catch(() => null);

  /** Has the clip cut anew with what the coach said of it. */
  const tell = (said: Partial<Pick<NonNullable<typeof at.current>, 'slot' | 'side' | 'viewSaid' | 'guided'>>) => {
    const now = at.current;
    if (!now?.read) return;
    Object.assign(now, said);
    alter(now.id, { slot: now.slot });
    cut().catch((error) => failed(now.id, error));
  };

  return {
    work,
    line,
    following,
    /** What the coach should know of the clip that was read last. */
    told,
    /** The coach has read it. */
    heard: () => setTold(null),
    /** Something of a clip is still on its way into the look: it is not finished without it. */
    busy: work !== null || line.length > 0 || following,
    counter,
    swap,
    /** Hears of each point that a hand has put: both stickers on the pelvis of a found still are followed through its clip. */
    tapped: (still: Still, handle: Handle) => {
      const pelvis = handle === 'workingPelvis' || handle === 'freePelvis';
      if (pelvis && still.clip?.moved === false && has(still, 'workingPelvis') && has(still, 'freePelvis')) void follow(still);
    },
    begin,
    /** Stops where it is; what was read until then is used. */
    stop: () => at.current?.reading?.stop(),
    /** Reads the stretch that was chosen. */
    watch: (from: number, to: number) => void watch(from, to),
    /** Leaves the clip out. */
    leave: () => {
      at.current?.reading?.stop();
      over();
    },
    /** Leaves out one that is still in line. */
    skip: (id: string) => setLine((l) => l.filter((c) => c.id !== id)),
    /** Which leg works, said by the coach. */
    say: (side: Side) => tell({ side }),
    /** From where it is filmed, said by the coach. The guide of another view did not place this camera. */
    from: (view: Slot['view']) => {
      const now = at.current;
      if (now) tell({ slot: { ...now.slot, view }, viewSaid: true, guided: now.guided && now.slot.view === view });
    },
    /** Which of several people is meant. */
    choose: (which: number) => {
      at.current?.reading?.choose(which);
      if (work) alter(work.id, { step: { kind: 'reading', progress: null } });
    },
    /** Asks the studio again. */
    again: () => tell({}),
  };
}

/** A moment of a repetition as a still of the look. */
const stillOf = (
  { side, repetition, moment, seconds, points, sds }: Schema['ClipStillView'],
  clipId: string,
  view: Slot['view'],
  facing: Still['facing'],
  { width, height }: ReadClip,
  camera: Schema['CameraDto'] | null,
): Still => ({
  key: uuid(),
  side,
  view,
  moment,
  repetition,
  pictureId: uuid(),
  width,
  height,
  facing,
  mirrored: false,
  points,
  vertical: null,
  scale: null,
  guessed: [],
  camera,
  line: null,
  clip: { clipId, seconds, moved: false, sds },
});

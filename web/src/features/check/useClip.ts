import { useRef, useState } from 'react';
import { v7 as uuid } from 'uuid';
import { api, type Schema, take } from '@/api/client';
import { type ClipReading, canReadClips, followStickers, framesOf, type ReadClip, readClip } from '@/clips/reading';
import type { Progress, SeenFrame } from '@/clips/track';
import { sendPicture, showFrom } from '@/pictures/pictures';
import { has, type Point, type Slot, type Still } from '@/pictures/still';
import type { Side } from '@/ui/SidePlate';
import type { Movement } from './draft';

/** A clip on its way into the look. */
export type ClipWork = {
  id: string;
  slot: Slot;
  step:
    | { kind: 'reading'; progress: Progress | null }
    /** The feet do not show which leg works: the coach is asked. */
    | { kind: 'asking'; sentence: string }
    | { kind: 'pictures' };
  /** The last frame in which somebody was seen. */
  seen: SeenFrame | null;
};

type Options = {
  clientId: string;
  standard: Schema['StandardDto'];
  camera: (slot: Slot) => Schema['CameraDto'] | null;
  /** Puts stills and what moves into the look, in one step. */
  add: (view: Slot['view'], stills: Still[], movement: Movement) => void;
  /** Puts what was found later of a clip into its stills; the points are pixels of a frame of some width. */
  mend: (clipId: string, found: Schema['ClipStillView'][], movement: Movement, width: number) => void;
  /** The size at which a picture was kept. */
  arrived: (picture: Schema['PictureView']) => void;
  onRefused: (error: unknown) => void;
};

const NO_STICKER =
  'No coloured sticker is seen under the two points. They count for this picture alone; put them in place on the others too.';
const TOO_OLD = 'This browser cannot read clips. Take pictures instead: the bottom of three repetitions says most.';

/** Reads a clip on this device, has it cut into repetitions, and puts their moments into the look as stills with their points. */
export function useClip({ clientId, standard, camera, add, mend, arrived, onRefused }: Options) {
  const [work, setWork] = useState<ClipWork | null>(null);
  const at = useRef<{ id: string; file: Blob; reading: ClipReading; read: ReadClip | null } | null>(null);
  // Clips of this look that are still at hand, for following stickers through them.
  const read = useRef(new Map<string, { file: Blob; read: ReadClip; side: Side | null }>());
  const [following, setFollowing] = useState(false);
  const alter = (id: string, change: Partial<ClipWork>) => setWork((w) => (w?.id === id ? { ...w, ...change } : w));
  const over = () => {
    at.current = null;
    setWork(null);
  };

  const begin = async (slot: Slot, file: Blob) => {
    onRefused(null);
    if (!canReadClips()) {
      onRefused(new Error(TOO_OLD));
      return;
    }
    at.current?.reading.stop();
    const id = uuid();
    setWork({ id, slot, step: { kind: 'reading', progress: null }, seen: null });
    const reading = readClip(file, {
      told: (progress) =>
        alter(id, {
          step: { kind: 'reading', progress },
          seen: progress.seen.findLast((f) => f.points.length > 0) ?? null,
        }),
    });
    at.current = { id, file, reading, read: null };
    try {
      const seen = await reading.done;
      if (at.current?.id !== id) return;
      at.current.read = seen;
      await cut(id, slot, file, seen, null);
    } catch (error) {
      if (at.current?.id !== id) return;
      over();
      onRefused(error);
    }
  };

  const ask = (
    clipId: string,
    view: Slot['view'],
    { width, height, frames }: ReadClip,
    side: Side | null,
    place: Schema['CameraDto'] | null,
  ) =>
    take(
      api.POST('/api/compute/clip', {
        body: {
          standard,
          clipId,
          view,
          side,
          mirrored: false,
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
  const cut = async (id: string, slot: Slot, file: Blob, seen: ReadClip, side: Side | null) => {
    const place = camera(slot);
    const view = await ask(id, slot.view, seen, side, place);
    if (at.current?.id !== id) return;
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
    add(
      slot.view,
      made.map((m) => m.still),
      view.movement,
    );
    read.current.set(id, { file, read: seen, side });
    over();
    for (const { still, frame } of made)
      sendPicture(still.pictureId, clientId, frame, still, () => undefined)
        .then(arrived)
        .catch(onRefused);
  };

  /** Follows the two stickers that were tapped on a still through its clip. */
  const follow = async (still: Still) => {
    const [working, free] = [still.points.workingPelvis, still.points.freePelvis];
    const clip = still.clip && read.current.get(still.clip.clipId);
    if (!still.clip || !clip || !working || !free || !has(still, 'workingPelvis') || !has(still, 'freePelvis')) return;
    const { clipId, seconds } = still.clip;
    // The picture may be kept smaller than the clip.
    const larger = clip.read.width / still.width;
    const inClip = (p: Point) => ({ x: p.x * larger, y: p.y * larger });
    setFollowing(true);
    try {
      const frames = await followStickers(clip.file, clip.read.frames, {
        seconds,
        left: inClip(still.side === 'left' ? working : free),
        right: inClip(still.side === 'left' ? free : working),
      });
      if (!frames) {
        onRefused(new Error(NO_STICKER));
        return;
      }
      onRefused(null);
      const seen = { ...clip.read, frames };
      const view = await ask(clipId, still.view, seen, clip.side, still.camera ?? null);
      if (view.fault || !view.movement) throw new Error(view.sentence ?? '');
      read.current.set(clipId, { ...clip, read: seen });
      mend(clipId, view.stills, view.movement, seen.width);
    } catch (error) {
      onRefused(error);
    } finally {
      setFollowing(false);
    }
  };

  return {
    work,
    following,
    follow,
    /** Whether the clip of a still is still at hand. */
    atHand: (still: Still) => still.clip != null && read.current.has(still.clip.clipId),
    begin,
    /** Stops where it is; what was read until then is used. */
    stop: () => at.current?.reading.stop(),
    /** Leaves the clip out. */
    leave: () => {
      at.current?.reading.stop();
      over();
    },
    /** Which leg works, said by the coach. */
    say: (side: Side) => {
      const now = at.current;
      if (!work || !now?.read) return;
      cut(now.id, work.slot, now.file, now.read, side).catch((error) => {
        over();
        onRefused(error);
      });
    },
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

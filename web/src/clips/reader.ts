import { VideoSampleSink } from 'mediabunny';
import { type Frame, theEye } from './eye';
import { openFilm } from './film';
import { type Found, meant } from './finder';
import { due, stepOf } from './rate';
import { asRefusal, ClipRefused } from './refusal';
import { around } from './region';
import type { ClipFacts, People, Progress, SeenClip, SeenFrame } from './track';

/** Every so many frames the page hears how far it is. */
const TELL_EVERY = 10;
/** After so many seconds in which nobody was seen at all there is nobody. */
const PATIENCE = 3;

export type ReadOptions = {
  /** Only this stretch, seconds from the start. */
  from: number;
  to: number;
  told: (progress: Progress) => void;
  /** Asks which of several people is meant. */
  who: (people: People) => Promise<number>;
  /** Whether to stop; what was seen until then is kept. */
  stopped: () => boolean;
};

/** Reads a clip: one frame after the other is decoded, looked at and let go again. */
export async function readClip(
  file: Blob,
  folder: string,
  { from, to, told, who, stopped }: ReadOptions,
): Promise<SeenClip & { facts: ClipFacts }> {
  const film = await openFilm(file);
  try {
    const look = await theEye(folder);
    look.forget();
    const { width, height, rate, duration } = film.facts;
    const of = Math.round(((Math.min(to, duration) - Math.max(0, from)) * rate) / stepOf(rate));
    const begins = await film.track.getFirstTimestamp();
    const seen: SeenFrame[] = [];
    let last: number | null = null;
    let empty = 0;
    let asked = false;
    const started = performance.now();
    for await (const sample of new VideoSampleSink(film.track).samples(begins + from, begins + to)) {
      try {
        const seconds = sample.timestamp - begins;
        if (stopped()) break;
        if (!due(seconds, last, rate)) continue;
        last = seconds;
        const frame = { width, height, draw: (c: OffscreenCanvasRenderingContext2D) => sample.draw(c, 0, 0, width, height) };
        if (!asked) {
          // Whoever is seen first is looked at, unless there are several.
          const people = meant(await look.everybody(frame));
          const chosen = people.length > 1 ? await who(await pictured(frame, people)) : 0;
          const one = people[chosen];
          asked = one !== undefined;
          if (one) look.lookAt(one.region);
        }
        const points = await look.points(frame);
        empty += points.length === 0 ? 1 : 0;
        seen.push({ seconds: Math.round(1e4 * seconds) / 1e4, points });
      } finally {
        sample.close();
      }
      if (seen.length === empty && seen.length > (PATIENCE * rate) / stepOf(rate)) throw new ClipRefused('nobody');
      if (seen.length % TELL_EVERY === 0) {
        const each = (performance.now() - started) / seen.length / 1000;
        told({
          done: seen.length,
          of,
          left: seen.length < 2 * TELL_EVERY ? null : each * Math.max(0, of - seen.length),
          seen,
          size: { width, height },
        });
      }
    }
    if (seen.length > 0 && seen.length === empty) throw new ClipRefused('nobody');
    return { width, height, frames: seen, facts: film.facts };
  } catch (error) {
    throw error instanceof ClipRefused ? error : asRefusal(error);
  } finally {
    film.close();
  }
}

/** A frame as a picture, with where people are in it. */
async function pictured(frame: Frame, people: Found[]): Promise<People> {
  const canvas = new OffscreenCanvas(frame.width, frame.height);
  const to = canvas.getContext('2d', { alpha: false });
  if (to) frame.draw(to);
  const picture = await canvas.convertToBlob({ type: 'image/jpeg', quality: 0.8 });
  return { picture, width: frame.width, height: frame.height, boxes: people.map((p) => around(p.region)) };
}

import { VideoSampleSink } from 'mediabunny';
import { Eye } from './eye';
import { ClipRefused, openFilm } from './film';
import { due, stepOf } from './rate';
import type { ClipFacts, Progress, SeenClip, SeenFrame } from './track';

/** Every so many frames the page hears how far it is. */
const TELL_EVERY = 10;
/** After so many seconds in which nobody was seen at all there is nobody. */
const PATIENCE = 3;

export type ReadOptions = {
  /** Only this stretch, seconds from the start. */
  from: number;
  to: number;
  told: (progress: Progress) => void;
  /** Whether to stop; what was seen until then is kept. */
  stopped: () => boolean;
};

let eye: Promise<Eye> | null = null;

/** Reads a clip: one frame after the other is decoded, looked at and let go again. */
export async function readClip(
  file: Blob,
  folder: string,
  { from, to, told, stopped }: ReadOptions,
): Promise<SeenClip & { facts: ClipFacts }> {
  const film = await openFilm(file);
  try {
    eye ??= Eye.open(folder);
    const look = await eye.catch((error) => {
      eye = null;
      throw error;
    });
    look.forget();
    const { width, height, rate, duration } = film.facts;
    const of = Math.round(((Math.min(to, duration) - Math.max(0, from)) * rate) / stepOf(rate));
    const begins = await film.track.getFirstTimestamp();
    const seen: SeenFrame[] = [];
    let last: number | null = null;
    let empty = 0;
    const started = performance.now();
    for await (const sample of new VideoSampleSink(film.track).samples(begins + from, begins + to)) {
      try {
        const seconds = sample.timestamp - begins;
        if (stopped()) break;
        if (!due(seconds, last, rate)) continue;
        last = seconds;
        const points = await look.points({ width, height, draw: (c) => sample.draw(c, 0, 0, width, height) });
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
    if (error instanceof ClipRefused) throw error;
    // A film that decodes no further was cut off on its way.
    if (error instanceof Error && /decod|corrupt|packet|EncodingError|parse/i.test(`${error.name} ${error.message}`))
      throw new ClipRefused('cutOff');
    throw error;
  } finally {
    film.close();
  }
}

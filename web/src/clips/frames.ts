import { VideoSampleSink } from 'mediabunny';
import { openFilm } from './film';
import { ClipRefused } from './refusal';

/** How well a frame is kept as a picture, 0 to 1. */
const QUALITY = 0.9;

/** Frames of a clip as pictures, upright, in the order asked; times rise or fall as they like. */
export async function framesOf(file: Blob, at: number[]): Promise<Blob[]> {
  const film = await openFilm(file);
  try {
    const begins = await film.track.getFirstTimestamp();
    const { width, height } = film.facts;
    const canvas = new OffscreenCanvas(width, height);
    const to = canvas.getContext('2d', { alpha: false });
    if (!to) throw new Error('No canvas to draw on.');
    // In the order of the film: each part of it is decoded once.
    const order = at.map((seconds, i) => ({ seconds, i })).sort((a, b) => a.seconds - b.seconds);
    const pictures: Blob[] = [];
    let n = 0;
    for await (const sample of new VideoSampleSink(film.track).samplesAtTimestamps(order.map((o) => begins + o.seconds))) {
      const place = order[n++]?.i ?? 0;
      if (!sample) throw new ClipRefused('cutOff');
      try {
        sample.draw(to, 0, 0, width, height);
      } finally {
        sample.close();
      }
      pictures[place] = await canvas.convertToBlob({ type: 'image/jpeg', quality: QUALITY });
    }
    return pictures;
  } finally {
    film.close();
  }
}

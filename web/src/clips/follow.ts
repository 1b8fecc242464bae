import { VideoSampleSink } from 'mediabunny';
import { openFilm } from './film';
import { findSticker, hipsOf, type Patch, type Sticker, stickerAt } from './stickers';
import type { SeenFrame } from './track';

type Spot = { x: number; y: number };

/** How far around where a sticker should be it is looked for, and how far a tap may miss it, as shares of the picture's height. */
const [REACH, MISS] = [0.07, 0.022];

/** Two stickers that were tapped once. */
export type Tapped = { seconds: number; left: Spot; right: Spot };

/**
 * Follows two coloured stickers on the pelvis through the frames of a clip that were looked at. They are looked for beside the
 * hips, so that a frame in which one is hidden loses nothing for the next. Null where no colour stands out under a tap.
 */
export async function followStickers(file: Blob, frames: SeenFrame[], tapped: Tapped): Promise<SeenFrame[] | null> {
  const film = await openFilm(file);
  try {
    const { width, height } = film.facts;
    const begins = await film.track.getFirstTimestamp();
    const sink = new VideoSampleSink(film.track);
    const reach = Math.round(REACH * height);
    const canvas = new OffscreenCanvas(2 * reach, 2 * reach);
    const to = canvas.getContext('2d', { willReadFrequently: true, alpha: false });
    if (!to) throw new Error('No canvas to draw on.');
    const patch = (draw: (x: number, y: number) => void, at: Spot): Patch => {
      to.fillStyle = '#808080';
      to.fillRect(0, 0, 2 * reach, 2 * reach);
      draw(reach - Math.round(at.x), reach - Math.round(at.y));
      return to.getImageData(0, 0, 2 * reach, 2 * reach);
    };
    const back = (spot: Spot, at: Spot): Spot => ({
      x: Math.round(at.x) - reach + spot.x,
      y: Math.round(at.y) - reach + spot.y,
    });

    const first = await sink.getSample(begins + tapped.seconds);
    const nearest = frames.reduce((a, b) =>
      Math.abs(b.seconds - tapped.seconds) < Math.abs(a.seconds - tapped.seconds) ? b : a,
    );
    const hips = hipsOf(nearest);
    if (!first || !hips) return null;
    const known: { sticker: Sticker; off: Spot }[] = [];
    try {
      for (const tap of [tapped.left, tapped.right]) {
        const found = stickerAt(
          patch((x, y) => first.draw(to, x, y, width, height), tap),
          MISS * height,
        );
        if (!found) return null;
        const at = back(found, tap);
        known.push({ sticker: found, off: { x: at.x - hips.x, y: at.y - hips.y } });
      }
    } finally {
      first.close();
    }

    const looked = frames.filter((f) => f.points.length > 0);
    const followed = new Map<number, number[]>();
    let n = 0;
    for await (const sample of sink.samplesAtTimestamps(looked.map((f) => begins + f.seconds + 1e-4))) {
      const frame = looked[n++];
      if (!sample) continue;
      try {
        const middle = frame && hipsOf(frame);
        if (!frame || !middle) continue;
        followed.set(
          frame.seconds,
          known.flatMap(({ sticker, off }) => {
            const about = { x: middle.x + off.x, y: middle.y + off.y };
            const spot = findSticker(
              patch((x, y) => sample.draw(to, x, y, width, height), about),
              sticker,
            );
            const at = spot && back(spot, about);
            return at ? [Math.round(10 * at.x) / 10, Math.round(10 * at.y) / 10, 1] : [0, 0, 0];
          }),
        );
      } finally {
        sample.close();
      }
    }
    return frames.map((f) => ({ ...f, points: [...f.points.slice(0, 39), ...(followed.get(f.seconds) ?? [])] }));
  } finally {
    film.close();
  }
}

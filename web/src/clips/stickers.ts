import { BODY_POINTS, type SeenFrame } from './track';

/** A piece of a picture: red, green, blue and alpha of each pixel, row by row. */
export type Patch = { data: Uint8ClampedArray; width: number; height: number };
type Spot = { x: number; y: number };

/** The colour of a sticker without its brightness, and how many pixels of it there are. */
export type Sticker = { cb: number; cr: number; area: number };

/** A sticker's colour stands out from what lies around it by at least this much, of 128. */
const LEAST_COLOUR = 24;
/** Colours this close are the same, of 128. */
const SAME = 22;
/** A sticker is seen when this much of it is, and no more than so many times as much. */
const [LEAST_AREA, MOST_AREA] = [0.3, 3.5];

const colour = (data: Uint8ClampedArray, i: number) => {
  const [r, g, b] = [data[i] ?? 0, data[i + 1] ?? 0, data[i + 2] ?? 0];
  return { cb: -0.169 * r - 0.331 * g + 0.5 * b, cr: 0.5 * r - 0.419 * g - 0.081 * b };
};

const median = (values: number[]) => values.sort((a, b) => a - b)[values.length >> 1] ?? 0;

/**
 * The sticker under a tap: the spot near the middle of a patch that stands out most from what lies around it, and all that is joined
 * to it in its colour. Null where nothing stands out, or only something larger than a sticker.
 */
export function stickerAt(patch: Patch, near: number): (Sticker & Spot) | null {
  const { data, width, height } = patch;
  const [mx, my] = [width / 2, height / 2];
  const inside: { at: number; away: number; cb: number; cr: number }[] = [];
  const around: { cb: number[]; cr: number[] } = { cb: [], cr: [] };
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) {
      const away = Math.hypot(x + 0.5 - mx, y + 0.5 - my);
      if (away > 2 * near) continue;
      const at = y * width + x;
      const own = colour(data, 4 * at);
      if (away <= near) inside.push({ at, away, ...own });
      else {
        around.cb.push(own.cb);
        around.cr.push(own.cr);
      }
    }
  const ground = { cb: median(around.cb), cr: median(around.cr) };
  let [best, seed] = [LEAST_COLOUR, -1];
  for (const { at, away, cb, cr } of inside) {
    // The nearer of two was meant.
    const strength = Math.hypot(cb - ground.cb, cr - ground.cr) * (1 - (0.5 * away) / near);
    if (strength > best) [best, seed] = [strength, at];
  }
  if (seed < 0) return null;
  const { cb, cr } = colour(data, 4 * seed);
  const grown = joined(patch, seed, { cb, cr });
  return grown && grown.area <= Math.PI * near * near ? { cb, cr, ...grown } : null;
}

/** The middle and size of what is joined to a pixel in one colour. */
function joined({ data, width, height }: Patch, seed: number, { cb, cr }: Pick<Sticker, 'cb' | 'cr'>, seen = new Set<number>()) {
  const open = [seed];
  let [area, sx, sy] = [0, 0, 0];
  while (open.length > 0) {
    const at = open.pop() ?? 0;
    if (seen.has(at)) continue;
    seen.add(at);
    const own = colour(data, 4 * at);
    if (Math.hypot(own.cb - cb, own.cr - cr) > SAME) continue;
    const [x, y] = [at % width, Math.floor(at / width)];
    [area, sx, sy] = [area + 1, sx + x + 0.5, sy + y + 0.5];
    if (x > 0) open.push(at - 1);
    if (x < width - 1) open.push(at + 1);
    if (y > 0) open.push(at - width);
    if (y < height - 1) open.push(at + width);
  }
  return area > 0 ? { area, x: sx / area, y: sy / area } : null;
}

/** Where a known sticker is in a patch: the spot of its colour whose size fits best; null where there is none. */
export function findSticker(patch: Patch, sticker: Sticker): Spot | null {
  const seen = new Set<number>();
  let best: { off: number; spot: Spot } | null = null;
  for (let at = 0; at < patch.width * patch.height; at++) {
    if (seen.has(at)) continue;
    const own = colour(patch.data, 4 * at);
    if (Math.hypot(own.cb - sticker.cb, own.cr - sticker.cr) > SAME) continue;
    const grown = joined(patch, at, sticker, seen);
    if (!grown) continue;
    const share = grown.area / sticker.area;
    if (share < LEAST_AREA || share > MOST_AREA) continue;
    const off = Math.abs(Math.log(share)) + Math.hypot(grown.x - patch.width / 2, grown.y - patch.height / 2) / patch.width;
    if (!best || off < best.off) best = { off, spot: { x: grown.x, y: grown.y } };
  }
  return best?.spot ?? null;
}

/** The middle between the hips of a frame, or null where nobody is seen. */
export function hipsOf({ points }: SeenFrame): Spot | null {
  if (points.length === 0) return null;
  const at = (name: 'leftHip' | 'rightHip') => {
    const i = 3 * BODY_POINTS.indexOf(name);
    return { x: points[i] ?? 0, y: points[i + 1] ?? 0 };
  };
  const [l, r] = [at('leftHip'), at('rightHip')];
  return { x: (l.x + r.x) / 2, y: (l.y + r.y) / 2 };
}

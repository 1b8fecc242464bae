import { anchors } from './anchors';
import { type Region, regionAround } from './region';

/** The side of the picture that the finder looks at, pixels. */
export const FINDER_SIDE = 224;
const LEAST = 0.5;
/** Four keypoints after the box; the first is the middle of the hips, the second lies on the circle around the body. */
const NUMBERS = 12;

/** A body that was found. */
export type Found = { score: number; region: Region; box: { x: number; y: number; width: number; height: number } };

/** Somebody smaller than this part of the largest stands in the background. */
const BEHIND = 0.45;

/** Those who may be meant: all that are about as large as the largest. */
export function meant(found: Found[]): Found[] {
  const largest = Math.max(0, ...found.map((f) => f.region.size));
  return found.filter((f) => f.region.size >= BEHIND * largest);
}

/** How a frame is laid into the square: shrunk to fit, in its middle. */
export function laid(width: number, height: number) {
  const scale = FINDER_SIDE / Math.max(width, height);
  return { scale, x: (FINDER_SIDE - width * scale) / 2, y: (FINDER_SIDE - height * scale) / 2 };
}

/** How much two boxes share of what they cover together. */
function shared(a: Found['box'], b: Found['box']) {
  const w = Math.min(a.x + a.width, b.x + b.width) - Math.max(a.x, b.x);
  const h = Math.min(a.y + a.height, b.y + b.height) - Math.max(a.y, b.y);
  const both = Math.max(0, w) * Math.max(0, h);
  return both / (a.width * a.height + b.width * b.height - both);
}

/** The bodies that the finder speaks of, the surest first, each once. */
export function bodies(boxes: Float32Array, scores: Float32Array, width: number, height: number): Found[] {
  const { scale, x, y } = laid(width, height);
  const found: Found[] = [];
  for (const [i, anchor] of anchors.entries()) {
    const score = 1 / (1 + Math.exp(-Math.min(100, Math.max(-100, scores[i] ?? -100))));
    if (score < LEAST) continue;
    const at = (n: number) => boxes[i * NUMBERS + n] ?? 0;
    const spot = (n: number) => ({
      x: (at(n) + anchor.x * FINDER_SIDE - x) / scale,
      y: (at(n + 1) + anchor.y * FINDER_SIDE - y) / scale,
    });
    const [centre, w, h] = [spot(0), at(2) / scale, at(3) / scale];
    found.push({
      score,
      region: regionAround(spot(4), spot(6)),
      box: { x: centre.x - w / 2, y: centre.y - h / 2, width: w, height: h },
    });
  }
  const kept: Found[] = [];
  for (const f of found.toSorted((a, b) => b.score - a.score)) if (!kept.some((k) => shared(k.box, f.box) > 0.3)) kept.push(f);
  return kept;
}

import { type Region, regionAround, unturned } from './region';
import { BODY_POINTS, type BodyPoint } from './track';

/** The side of the picture that the placer looks at, pixels. */
export const PLACER_SIDE = 256;
const MAP = 64;
const NUMBERS = 5;
/**
 * The map of where a point is says more than the number, over so many cells around it. Weighed by how bright they are squared: what
 * glows faintly all around draws a point toward the middle of the limb, the further the wider one looks.
 */
const AROUND = 5;
const LEAST = 0.5;

/** Which of its points is which of ours. From the side either ear does; the surer one is taken. */
const OURS: Record<Exclude<BodyPoint, 'ear'>, number> = {
  leftShoulder: 11,
  rightShoulder: 12,
  leftHip: 23,
  rightHip: 24,
  leftKnee: 25,
  rightKnee: 26,
  leftAnkle: 27,
  rightAnkle: 28,
  leftHeel: 29,
  rightHeel: 30,
  leftToe: 31,
  rightToe: 32,
};
const EARS = [7, 8] as const;
/** Two points beside the body that say where to look next: the middle of the hips, and the circle around the body. */
const [MIDDLE, RIM] = [33, 34];

const logistic = (x: number) => 1 / (1 + Math.exp(-x));

/** One point as a share of the square: where the map is brightest around it, weighed. */
function refined(points: Float32Array, map: Float32Array, i: number) {
  const [x, y] = [(points[i * NUMBERS] ?? 0) / PLACER_SIDE, (points[i * NUMBERS + 1] ?? 0) / PLACER_SIDE];
  const channels = map.length / (MAP * MAP);
  const [col, row] = [Math.floor(x * MAP), Math.floor(y * MAP)];
  let [sum, across, down, most] = [0, 0, 0, 0];
  for (let r = Math.max(0, row - AROUND); r <= Math.min(MAP - 1, row + AROUND); r++)
    for (let c = Math.max(0, col - AROUND); c <= Math.min(MAP - 1, col + AROUND); c++) {
      const bright = logistic(map[(r * MAP + c) * channels + i] ?? -100);
      const weight = bright * bright;
      most = Math.max(most, bright);
      sum += weight;
      across += weight * c;
      down += weight * r;
    }
  return most >= LEAST && sum > 0 ? { x: across / sum / MAP, y: down / sum / MAP } : { x, y };
}

/** Which of its points is the same one on the other side of the body. */
const across = (i: number) => (i % 2 ? i + 1 : i - 1);

/**
 * The thirteen points in a frame, x, y and confidence of each, and where to look for the body in the next one.
 * @param mirrored Whether the placer was shown the square with its left and right exchanged.
 */
export function placedIn(
  points: Float32Array,
  map: Float32Array,
  region: Region,
  mirrored = false,
): { points: number[]; next: Region } {
  const at = (i: number) => {
    const spot = refined(points, map, i);
    return unturned(region, mirrored ? 1 - spot.x : spot.x, spot.y);
  };
  const sure = (i: number) => Math.min(logistic(points[i * NUMBERS + 3] ?? 0), logistic(points[i * NUMBERS + 4] ?? 0));
  const ear = sure(EARS[0]) >= sure(EARS[1]) ? EARS[0] : EARS[1];
  const placed = BODY_POINTS.flatMap((name) => {
    const i = name === 'ear' ? ear : mirrored ? across(OURS[name]) : OURS[name];
    const { x, y } = at(i);
    return [Math.round(10 * x) / 10, Math.round(10 * y) / 10, Math.round(100 * sure(i)) / 100];
  });
  return { points: placed, next: regionAround(at(MIDDLE), at(RIM)) };
}

import { BODY_POINTS, type BodyPoint } from './track';

/** Both feet together point so much of a shank to one side where somebody is seen from the side. */
const LEAST_POINTING = 0.4;
/** From the front the foot that is nearer lies lower in the picture; by so much of a shank it is the foot in front. */
const LEAST_NEARER = 0.1;

/** Thirteen points, x, y and confidence of each, by name. */
function named(points: readonly number[]) {
  const at = (name: BodyPoint) => {
    const i = 3 * BODY_POINTS.indexOf(name);
    return { x: points[i] ?? 0, y: points[i + 1] ?? 0 };
  };
  const long = (knee: BodyPoint, ankle: BodyPoint) => Math.hypot(at(knee).x - at(ankle).x, at(knee).y - at(ankle).y);
  const ahead = (toe: BodyPoint, heel: BodyPoint) => at(toe).x - at(heel).x;
  return {
    at,
    shank: (long('leftKnee', 'leftAnkle') + long('rightKnee', 'rightAnkle')) / 2,
    feet: ahead('leftToe', 'leftHeel') + ahead('rightToe', 'rightHeel'),
  };
}

/** Whether thirteen points are of somebody who is seen from the side and faces right in the picture. */
export function facesRight(points: readonly number[]): boolean {
  const { shank, feet } = named(points);
  return feet > LEAST_POINTING * shank;
}

/** Whether thirteen points are of somebody who is seen from the front with the right foot in front. */
export function rightFootNearer(points: readonly number[]): boolean {
  const { at, shank, feet } = named(points);
  return (
    Math.abs(feet) <= LEAST_POINTING * shank &&
    at('rightShoulder').x < at('leftShoulder').x &&
    at('rightAnkle').y - at('leftAnkle').y > LEAST_NEARER * shank
  );
}

import { BODY_POINTS, type BodyPoint } from './track';

/** Both feet together point so much of a shank to one side where somebody is seen from the side. */
const LEAST = 0.4;

/** Whether thirteen points (x, y and confidence of each) are of somebody who is seen from the side and faces right in the picture. */
export function facesRight(points: readonly number[]): boolean {
  const at = (name: BodyPoint) => {
    const i = 3 * BODY_POINTS.indexOf(name);
    return { x: points[i] ?? 0, y: points[i + 1] ?? 0 };
  };
  const ahead = (toe: BodyPoint, heel: BodyPoint) => at(toe).x - at(heel).x;
  const long = (knee: BodyPoint, ankle: BodyPoint) => Math.hypot(at(knee).x - at(ankle).x, at(knee).y - at(ankle).y);
  const feet = ahead('leftToe', 'leftHeel') + ahead('rightToe', 'rightHeel');
  return feet > (LEAST * (long('leftKnee', 'leftAnkle') + long('rightKnee', 'rightAnkle'))) / 2;
}

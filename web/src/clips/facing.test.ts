import { describe, expect, it } from 'vitest';
import { facesRight } from './facing';
import { BODY_POINTS, type BodyPoint } from './track';

/** Somebody whose shanks are 100 px long, from where the feet point. */
const seen = (feet: { left: number; right: number }) => {
  const at: Partial<Record<BodyPoint, [number, number]>> = {
    leftKnee: [300, 600],
    leftAnkle: [300, 700],
    leftHeel: [290, 715],
    leftToe: [290 + feet.left, 720],
    rightKnee: [200, 640],
    rightAnkle: [100, 640],
    rightHeel: [90, 620],
    rightToe: [90 + feet.right, 690],
  };
  return BODY_POINTS.flatMap((name) => [...(at[name] ?? [250, 300]), 0.9]);
};

describe('which way somebody faces', () => {
  it('is told by both feet together, the back one on its toes', () => {
    expect(facesRight(seen({ left: 60, right: 20 }))).toBe(true);
    expect(facesRight(seen({ left: -60, right: -20 }))).toBe(false);
  });

  it('is neither from the front or from behind, where the feet turn out', () => {
    expect(facesRight(seen({ left: 25, right: -20 }))).toBe(false);
    expect(facesRight(seen({ left: -20, right: 30 }))).toBe(false);
    expect(facesRight(seen({ left: 5, right: 10 }))).toBe(false);
  });
});

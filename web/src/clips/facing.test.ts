import { describe, expect, it } from 'vitest';
import { facesRight, rightFootNearer } from './facing';
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

/** Somebody seen from the front, shanks 100 px long, feet turned out; how much lower the right foot lies. */
const before = ({ lower, behind = false, turned = 0 }: { lower: number; behind?: boolean; turned?: number }) => {
  const at: Partial<Record<BodyPoint, [number, number]>> = {
    leftShoulder: [behind ? 200 : 340, 200],
    rightShoulder: [behind ? 340 : 200, 200],
    leftKnee: [300, 600],
    leftAnkle: [300, 700],
    leftHeel: [300, 710],
    leftToe: [312 - turned, 725],
    rightKnee: [240, 600 + lower],
    rightAnkle: [240, 700 + lower],
    rightHeel: [240, 710 + lower],
    rightToe: [228 - turned, 725 + lower],
  };
  return BODY_POINTS.flatMap((name) => [...(at[name] ?? [270, 300]), 0.9]);
};

describe('which foot is in front, from the front', () => {
  it('is the one that lies lower in the picture', () => {
    expect(rightFootNearer(before({ lower: 25 }))).toBe(true);
    expect(rightFootNearer(before({ lower: -25 }))).toBe(false);
  });

  it('is neither while the feet are level, and is not asked from behind or from the side', () => {
    expect(rightFootNearer(before({ lower: 5 }))).toBe(false);
    expect(rightFootNearer(before({ lower: 25, behind: true }))).toBe(false);
    expect(rightFootNearer(before({ lower: 25, turned: 50 }))).toBe(false);
  });
});

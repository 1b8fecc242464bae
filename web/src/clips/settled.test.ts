import { expect, test } from 'vitest';
import type { Region } from './region';
import { settled } from './settled';

const square = (size: number): Region => ({ x: 0, y: 0, size, turn: 0 });

test('a square that comes nearer with every look is there before the next frame', async () => {
  // The right square is 400 across; in another one the body is seen a third as much too large or too small.
  const seenIn = (from: Region) => ({ next: square(400 + (from.size - 400) / 3), points: from.size });
  const seen = await settled(seenIn(square(640)), async (from) => seenIn(from));
  expect(Math.abs(seen.points - 400)).toBeLessThan(4);
  expect(Math.abs(seen.next.size - 400)).toBeLessThan(2);
});

test('a look that finds nobody takes away nothing that was seen', async () => {
  let looks = 0;
  const first = { next: square(500), points: 1 };
  const seen = await settled(first, async () => (++looks === 2 ? { next: square(450), points: 2 } : null));
  expect(seen.points).toBe(2);
  expect(await settled(first, async () => null)).toBe(first);
});

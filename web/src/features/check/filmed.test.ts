import { expect, test } from 'vitest';
import type { Still } from '@/pictures/still';
import type { Movement } from './draft';
import { standing, withClip } from './filmed';

const still = (key: string, side: 'left' | 'right', clipId: string | null, repetition = 1): Still =>
  ({
    key,
    side,
    view: 'side',
    moment: 'bottom',
    repetition,
    clip: clipId && { clipId, seconds: repetition, moved: false, sds: {} },
  }) as unknown as Still;
const movement = (clipId: string) => ({ clipId, repetitions: [] }) as unknown as Movement;

test('a new clip of a side takes the place of the one before, and of nothing else', () => {
  const hand = still('hand', 'left', null, 2);
  const other = still('other', 'right', 'b');
  const before = { stills: [hand, still('old', 'left', 'a'), other], movements: [movement('a'), movement('b')] };
  const after = withClip(before, 'side', [still('new', 'left', 'c', 1)], movement('c'));
  expect(after.stills.map((s) => s.key)).toEqual(['hand', 'other', 'new']);
  // What a hand has marked keeps its number; the clip counts on after it.
  expect(after.stills.find((s) => s.key === 'new')?.repetition).toBe(3);
  expect(standing(after).map((m) => m.clipId)).toEqual(['b', 'c']);
});

test('both sides of one clip stay while one of them is filmed again', () => {
  const before = { stills: [still('l', 'left', 'a'), still('r', 'right', 'a')], movements: [movement('a')] };
  const after = withClip(before, 'side', [still('new', 'left', 'c')], movement('c'));
  expect(standing(after).map((m) => m.clipId)).toEqual(['a', 'c']);
});

test('what moves in a clip counts while a still of it is there', () => {
  expect(standing({ stills: [still('r', 'right', 'b')], movements: [movement('a'), movement('b')] })).toEqual([movement('b')]);
});

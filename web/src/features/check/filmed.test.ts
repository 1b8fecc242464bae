import { expect, test } from 'vitest';
import type { Still } from '@/pictures/still';
import type { Movement } from './draft';
import { standing, turned, withClip } from './filmed';

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

test('a mirrored clip changes sides and points on the same pictures, and nothing of another clip', () => {
  const mine = { ...still('one', 'left', 'a'), pictureId: 'p', width: 270, mirrored: false } as Still;
  const found = [
    { side: 'right', repetition: 1, moment: 'bottom', seconds: 1.01, points: { knee: { x: 100, y: 40 } }, sds: { knee: 2 } },
  ] as unknown as Parameters<typeof turned>[2];
  const after = turned(
    { stills: [mine, still('other', 'right', 'b')], movements: [movement('a'), movement('b')] },
    'a',
    found,
    movement('a'),
    540,
  );
  expect(after.stills.map((s) => [s.key, s.side])).toEqual([
    ['other', 'right'],
    ['one', 'right'],
  ]);
  expect(after.stills[1]).toMatchObject({ pictureId: 'p', mirrored: true, points: { knee: { x: 50, y: 20 } } });
  expect(after.stills[1]?.clip?.sds).toEqual({ knee: 1 });
});

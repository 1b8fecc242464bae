import { expect, test } from 'vitest';
import { type Played, phaseAt, secondsAt } from '@/clips/played';
import { type Beside, besideIn, nameIn, pairsOf, pairsOver } from './pairs';
import { secondsIn } from './usePlayer';

const clip = (clipId: string, side: 'left' | 'right', over: Partial<Played> = {}): Played =>
  ({
    clipId,
    side,
    view: 'side',
    trialId: null,
    cue: null,
    mirrored: false,
    filmRate: 30,
    measures: [],
    nicks: [],
    paths: {},
    begins: 0,
    rate: 15,
    repetitions: [1, 2, 3].map((number) => ({
      number,
      start: number,
      arrival: number + 0.4,
      bottom: number + 0.5,
      leaving: number + 0.6,
      end: number + 0.8,
      stroke: [],
    })),
    ...over,
  }) as Played;

test('left goes beside right, a second look beside the first of its side, and what is alone alone', () => {
  const [left, right] = [clip('a', 'left'), clip('b', 'right')];
  const after = clip('c', 'right', { trialId: 't', cue: 'gatepost' });
  const front = clip('d', 'left', { view: 'front' });
  const pairs = pairsOf({ clips: [right, left, after, front] });
  expect(pairs.map((p) => p.words)).toEqual([
    'Left beside right, from the side',
    'Left, from the front',
    'Right before beside after “gatepost”',
  ]);
  expect(pairs[0]).toMatchObject({ one: left, other: right });
  expect(pairs[2] && [nameIn(pairs[2], right), nameIn(pairs[2], after)]).toEqual(['Before', 'After']);
});

test('a phase and its instant are one and the same, both ways, in every repetition', () => {
  const [rep] = clip('a', 'left').repetitions;
  if (!rep) throw new Error('no repetition');
  for (const phase of [0, 12.5, 50, 100, 140, 200]) expect(phaseAt(rep, secondsAt(rep, phase))).toBeCloseTo(phase, 6);
  expect(secondsAt(rep, 100)).toBeCloseTo(rep.bottom, 9);
});

test('two clips of different tempo are at one phase, and the shorter stays in its last repetition', () => {
  const one = clip('a', 'left');
  const slow = clip('b', 'right', {
    repetitions: [{ number: 1, start: 2, arrival: 5, bottom: 6, leaving: 7, end: 9, stroke: [] }],
  });
  expect(secondsIn(one, { repetition: 2, phase: 100 })).toBeCloseTo(3.5, 9);
  expect(secondsIn(slow, { repetition: 2, phase: 100 })).toBeCloseTo(6, 9);
});

test('what is said of two clips is that of the pair that stands there, and of no other', () => {
  const [pair] = pairsOf({ clips: [clip('a', 'left'), clip('b', 'right')] });
  const said = (one: string, other: string) =>
    ({ one, oneSide: 'left', other, otherSide: 'right', apart: [], cautions: [one] }) as Beside;
  expect(pair && besideIn(pair, [said('x', 'b'), said('a', 'y'), said('a', 'b')])?.cautions).toEqual(['a']);
  expect(pair && besideIn(pair, [said('x', 'b')])).toBeNull();
  expect(pair && besideIn({ ...pair, other: null }, [said('a', 'b')])).toBeNull();
});

test('an earlier check goes beside this one, side by side from the same place', () => {
  const then = { clips: [clip('a', 'left'), clip('b', 'left', { view: 'front' })] };
  const now = { clips: [clip('c', 'left'), clip('d', 'right'), clip('e', 'left', { trialId: 't' })] };
  const pairs = pairsOver(then, now, '1 Mar');
  expect(pairs.map((p) => [p.words, p.one.clipId, p.other?.clipId])).toEqual([
    ['Left 1 Mar beside now, from the side', 'a', 'c'],
  ]);
});

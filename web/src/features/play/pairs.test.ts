import { expect, test } from 'vitest';
import { type Played, phaseAt, secondsAt } from '@/clips/played';
import { cautionsOf, nameIn, pairsOf, pairsOver } from './pairs';
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
  const [pair] = pairsOf({ clips: [one, slow] });
  expect(pair && cautionsOf(pair)[0]).toContain('3 repetitions beside 1');
});

test('another rate and a mirrored camera are said', () => {
  const [pair] = pairsOf({ clips: [clip('a', 'left'), clip('b', 'right', { filmRate: 60, mirrored: true })] });
  const said = pair ? cautionsOf(pair).join(' ') : '';
  expect(said).toContain('30 and 60 frames');
  expect(said).toContain('mirrored');
});

test('an earlier check goes beside this one, side by side from the same place, and another style is said', () => {
  const at = '2026-03-01T08:00:00Z';
  const then = {
    exerciseId: 'x',
    school: 'verticalShin' as const,
    at,
    clips: [clip('a', 'left'), clip('b', 'left', { view: 'front' })],
  };
  const now = { ...then, clips: [clip('c', 'left'), clip('d', 'right'), clip('e', 'left', { trialId: 't' })] };
  const pairs = pairsOver(then, now, '1 Mar');
  expect(pairs.map((p) => [p.words, p.one.clipId, p.other?.clipId])).toEqual([
    ['Left 1 Mar beside now, from the side', 'a', 'c'],
  ]);
  expect(pairs[0] && cautionsOf(pairs[0])).toEqual([]);
  const [other] = pairsOver({ ...then, school: 'kneeForward' }, now, '1 Mar');
  expect(other && cautionsOf(other)[0]).toContain('style changed');
});

import { describe, expect, it } from 'vitest';
import { boardsOf, lanesOf, span } from './boards';
import { between, longDay, monday, plus, weekday } from './days';
import {
  fits,
  freeDay,
  movable,
  movedTo,
  type Plan,
  type StudioPlan,
  type StudioVisit,
  studioMovedTo,
  type Visit,
} from './moves';

const visit = (day: string, more: Partial<Visit> = {}): Visit => ({
  id: day,
  version: 1,
  day,
  time: '17:00',
  state: 'ahead',
  inPlan: true,
  lighter: false,
  items: [],
  due: [],
  movedFrom: [],
  given: [],
  ...more,
});

const item = (more: Partial<Visit['items'][number]> = {}): Visit['items'][number] => ({
  slot: 'kneeDominant',
  place: 'main',
  exerciseId: 'step-up',
  name: 'Step-up',
  asked: '3 × 8 a side',
  sets: 3,
  amount: 8,
  held: false,
  learnt: false,
  done: [],
  effort: null,
  pain: null,
  ...more,
});

const plan = (visits: Visit[], today = '2026-12-01') => ({ visits, today, block: null, clashes: [] }) as unknown as Plan;

describe('days of the studio’s calendar', () => {
  it('count the same across a change of the clock and a leap day', () => {
    expect(plus('2027-03-27', 2)).toBe('2027-03-29');
    expect(between('2026-10-24', '2026-10-26')).toBe(2);
    expect(plus('2028-02-28', 1)).toBe('2028-02-29');
    expect([weekday('2026-11-30'), longDay('2026-12-06'), monday('2026-12-06')]).toEqual([0, 'Sunday', '2026-11-30']);
  });
});

describe('where a visit can go', () => {
  const visits = [visit('2026-12-01', { state: 'done' }), visit('2026-12-03'), visit('2026-12-04'), visit('2026-12-08')];
  it('is the nearest day without another, never one that is over', () => {
    const at = (day: string) => visits.find((v) => v.day === day) as Visit;
    expect(freeDay(plan(visits), at('2026-12-03'), 1)).toBe('2026-12-05');
    expect(freeDay(plan(visits), at('2026-12-04'), -1)).toBe('2026-12-02');
    expect(freeDay(plan(visits, '2026-12-03'), at('2026-12-03'), -1)).toBe(null);
  });
  it('is from today on for one that was missed, and its old day is free', () => {
    const missed = visit('2026-11-26', { state: 'missed' });
    expect(freeDay(plan([missed, visit('2026-12-01')]), missed, 1)).toBe('2026-12-02');
    expect(movable(missed)).toBe(true);
    expect([visit('d', { state: 'done' }), visit('d', { state: 'running' })].some(movable)).toBe(false);
  });
  it('is shown at once, in order, with where it was', () => {
    const before = plan(visits);
    const after = movedTo(before, visits[1] as Visit, '2026-12-09', '17:00');
    expect(after.visits.map((v) => v.day)).toEqual(['2026-12-01', '2026-12-04', '2026-12-08', '2026-12-09']);
    expect(after.visits.at(-1)?.movedFrom).toEqual(['2026-12-03']);
    expect(movedTo(before, visits[1] as Visit, '2026-12-03', '18:00').visits[1]?.movedFrom).toEqual([]);
    expect(before.visits[1]?.day).toBe('2026-12-03');
  });
});

describe('where a visit goes on the studio’s weeks', () => {
  const of = (id: string, clientId: string, day: string, state: StudioVisit['state'] = 'ahead') =>
    ({ id, clientId, day, state, time: '17:00', moved: false, clashes: true }) as StudioVisit;
  const visits = [of('a', 'bram', '2026-12-02'), of('b', 'dov', '2026-12-02'), of('c', 'bram', '2026-12-05')];
  const weeks = {
    today: '2026-12-01',
    first: '2026-11-30',
    weeks: 2,
    visits,
    clashes: [{ oneVisit: 'b', otherVisit: 'a' }],
  } as unknown as StudioPlan;
  it('is a day from today on in these weeks on which its client has nothing else', () => {
    const can = (day: string, visit = visits[0] as StudioVisit) => fits(weeks, visit, day);
    expect(['2026-12-01', '2026-12-03', '2026-12-13'].map((d) => can(d))).toEqual([true, true, true]);
    expect(['2026-11-30', '2026-12-02', '2026-12-05', '2026-12-14'].map((d) => can(d))).toEqual([false, false, false, false]);
    expect(can('2026-12-05', visits[1] as StudioVisit)).toBe(true);
    expect(
      fits(
        { ...weeks, visits: [of('a', 'bram', '2026-12-01', 'missed')] },
        of('a', 'bram', '2026-12-01', 'missed'),
        '2026-12-01',
      ),
    ).toBe(true);
  });
  it('is shown at once, and what it clashed with is no clash until the studio says so', () => {
    const after = studioMovedTo(weeks, visits[0] as StudioVisit, '2026-12-06');
    expect(after.visits.map((v) => v.id)).toEqual(['b', 'c', 'a']);
    expect(after.visits[2]).toMatchObject({ day: '2026-12-06', moved: true, clashes: false });
    expect(after.clashes).toEqual([]);
    expect(studioMovedTo(weeks, visits[2] as StudioVisit, '2026-12-06').clashes).toHaveLength(1);
  });
});

describe('boards', () => {
  it('are dashed ahead, filled as far as was done, open where nothing was', () => {
    expect(boardsOf(visit('2026-12-03', { items: [item()] }), 'knee')[0]?.boards.map((b) => b.done)).toEqual([null, null, null]);
    const over = visit('2026-11-30', { state: 'done', items: [item({ done: [8, 5] })] });
    expect(boardsOf(over, 'knee')[0]?.boards).toEqual([
      { amount: 8, done: 8 },
      { amount: 8, done: 5 },
      { amount: 8, done: 0 },
    ]);
    expect(boardsOf({ ...over, state: 'missed', items: [item()] }, 'knee')[0]?.boards.every((b) => b.done === 0)).toBe(true);
  });
  it('of what nobody logs set by set are done where the visit was', () => {
    const own = item({ slot: 'horizontalPush', place: 'accessory', exerciseId: null, name: 'press-up', sets: 2, amount: 10 });
    expect(boardsOf(visit('2026-11-30', { state: 'done', items: [own] }), 'upper')[0]?.boards.map((b) => b.done)).toEqual([
      10, 10,
    ]);
  });
  it('lie in lanes from verge to verge, each only where it is needed', () => {
    const visits = [
      visit('2026-12-03', { items: [item(), item({ place: 'warmUp' }), item({ slot: 'verticalPull', place: 'accessory' })] }),
    ];
    expect(lanesOf(visits, '2026-12-01').map((l) => l.id)).toEqual(['warmUp', 'knee', 'upper']);
  });
  it('are drawn over whole weeks, as far as the last visit moved', () => {
    expect(span('2026-12-01', [visit('2026-12-03')], 2)).toEqual({ first: '2026-12-01', days: 14 });
    expect(span('2026-12-01', [visit('2026-12-03'), visit('2026-12-17')], 2).days).toBe(21);
  });
});

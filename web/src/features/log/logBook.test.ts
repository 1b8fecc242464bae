import { describe, expect, it } from 'vitest';
import type { Schema } from '@/api/client';
import { filtered, none, said } from './logBook';

type Entry = Schema['LogEntryView'];
const side = (amount: number, clean: number, loadKg = 8) => ({ sets: 3, amount, clean, loadKg });
const entry = (day: string, more: Partial<Entry> = {}, log: Partial<Entry['log']> = {}): Entry =>
  ({
    log: {
      id: day,
      day,
      coach: 'Wren',
      exerciseId: 'step-up',
      exerciseName: 'Step-up',
      did: '3 × 8 a side',
      felt: null,
      why: '',
      ...log,
    },
    loadKg: 8,
    askedSets: 3,
    askedAmount: 8,
    askedLoadKg: 8,
    left: side(24, 24),
    right: side(24, 20),
    painCounted: null,
    overLimit: false,
    cleanEnough: true,
    whole: true,
    ...more,
  }) as Entry;

const all = [
  entry('2026-11-20', { loadKg: 12, painCounted: 3, overLimit: true }, { felt: 'façade of the thigh' }),
  entry('2026-11-13', { cleanEnough: false }),
  entry('2026-11-06', { whole: false }, { exerciseId: 'hinge', exerciseName: 'Kickstand hinge' }),
];

describe('a log that is searched', () => {
  it('lets through what every word is found in, whatever its accents', () => {
    expect(filtered(all, { ...none, words: 'facade step' }).map((e) => e.log.day)).toEqual(['2026-11-20']);
    expect(filtered(all, { ...none, words: 'wren' })).toHaveLength(3);
    expect(filtered(all, { ...none, words: 'wren zebra' })).toHaveLength(0);
  });
  it('is filtered by what hurt, what was not clean and what was left out', () => {
    const days = (change: Partial<typeof none>) => filtered(all, { ...none, ...change }).map((e) => e.log.day);
    expect(days({ hurt: true })).toEqual(['2026-11-20']);
    expect(days({ unclean: true })).toEqual(['2026-11-13']);
    expect(days({ short: true })).toEqual(['2026-11-06']);
    expect(days({ exercise: 'hinge', hurt: true })).toEqual([]);
  });
  it('is said in a sentence that answers what a coach would ask', () => {
    expect(said(all.slice(0, 2))).toBe('Step-up: 2 sessions, from 8 to 12 kg, clean in 1, above the pain limit in 1.');
    expect(said([])).toContain('Nothing');
  });
});

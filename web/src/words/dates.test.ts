import { describe, expect, it } from 'vitest';
import { dateOf, day, time } from './dates';

describe('a day in words', () => {
  it('names the year where it is not this one', () => {
    const now = new Date(2026, 10, 27, 9);
    expect(day('2026-11-24', now)).toBe('24 Nov');
    expect(day('2025-11-24', now)).toBe('24 Nov 2025');
    expect(day('2027-01-01', now)).toBe('1 Jan 2027');
  });

  it('is the day of the place, not of Greenwich', () => {
    const late = new Date(2026, 10, 27, 23, 59);
    const early = new Date(2026, 10, 27, 0, 1);
    expect(dateOf(late.toISOString())).toBe('2026-11-27');
    expect(dateOf(early.toISOString())).toBe('2026-11-27');
    expect(time(early)).toBe('00:01');
  });
});

import { describe, expect, it, vi } from 'vitest';
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

  it('is said in the order and by the clock of the studio', () => {
    const now = new Date(2026, 10, 27, 9);
    const american = { days: 'monthFirst', wallClock: 'hours12' } as const;
    expect(day('2026-11-24', now, american)).toBe('Nov 24');
    expect(day('2025-11-24', now, american)).toBe('Nov 24, 2025');
    for (const [hour, said] of [
      [0, '12:05 am'],
      [9, '9:05 am'],
      [12, '12:05 pm'],
      [16, '4:05 pm'],
    ] as const)
      expect(time(new Date(2026, 10, 27, hour, 5), american).replace(/\s/, ' ')).toBe(said);
  });

  it('without a time is that day wherever the studio is', async () => {
    for (const zone of ['America/Los_Angeles', 'Pacific/Auckland', 'UTC']) {
      vi.stubEnv('TZ', zone);
      vi.resetModules();
      const there = await import('./dates');
      expect(there.day('2026-11-24', new Date(2026, 10, 27))).toBe('24 Nov');
    }
    vi.unstubAllEnvs();
  });
});

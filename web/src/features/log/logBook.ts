import type { Schema } from '@/api/client';

type Entry = Schema['LogEntryView'];

/** What of a log is shown. */
export type Filter = { words: string; exercise: string | null; hurt: boolean; unclean: boolean; short: boolean };

export const none: Filter = { words: '', exercise: null, hurt: false, unclean: false, short: false };

const sides = (e: Entry) => [e.left, e.right].filter((s) => s !== null);

/** The share of clean repetitions of the side that had fewer, 0 to 1; null where nothing was counted. */
export const cleanOf = (e: Entry): number | null => {
  const shares = sides(e)
    .filter((s) => s.amount > 0)
    .map((s) => s.clean / s.amount);
  return shares.length === 0 ? null : Math.min(...shares);
};

/** Whether all of what was asked was done, on both sides. */
export const whole = (e: Entry) => sides(e).every((s) => s.amount >= e.askedSets * e.askedAmount);

const plain = (text: string) => text.toLowerCase().normalize('NFKD').replace(/\p{M}/gu, '');

/** Entries that a filter lets through; every word must be found somewhere. */
export function filtered(entries: Entry[], filter: Filter): Entry[] {
  const words = plain(filter.words).split(/\s+/).filter(Boolean);
  return entries.filter((e) => {
    const log = e.log;
    const text = plain(
      [log.exerciseName, log.rungName, log.did, log.felt, log.why, log.coach, log.day, log.tired].filter(Boolean).join(' '),
    );
    return (
      (filter.exercise === null || log.exerciseId === filter.exercise) &&
      (!filter.hurt || (e.painCounted ?? 0) > 0) &&
      (!filter.unclean || (cleanOf(e) ?? 1) < 0.8) &&
      (!filter.short || !whole(e)) &&
      words.every((w) => text.includes(w))
    );
  });
}

/** What a series of sessions comes down to, newest first; drawing only, it decides nothing. */
export function said(series: Entry[], cleanShare: number, painLimit: number): string {
  const [last] = series;
  const first = series.at(-1);
  if (!last || !first) return 'Nothing in the log says this.';
  const name = last.log.exerciseName;
  if (series.length === 1) return `${name}: one session so far, ${last.log.did}.`;
  const move =
    last.loadKg > first.loadKg
      ? `from ${first.loadKg > 0 ? first.loadKg : 'body weight'} to ${last.loadKg} kg`
      : last.loadKg < first.loadKg
        ? `down from ${first.loadKg} to ${last.loadKg} kg`
        : last.loadKg > 0
          ? `still ${last.loadKg} kg`
          : 'without a load';
  const clean = series.filter((e) => (cleanOf(e) ?? 0) * 100 >= cleanShare).length;
  const hurt = series.filter((e) => (e.painCounted ?? 0) > painLimit).length;
  return `${name}: ${series.length} sessions, ${move}, clean in ${clean}${hurt > 0 ? `, above the pain limit in ${hurt}` : ''}.`;
}

import type { Schema } from '@/api/client';

type Entry = Schema['LogEntryView'];

/** What of a log is shown. */
export type Filter = { words: string; exercise: string | null; hurt: boolean; unclean: boolean; short: boolean };

export const none: Filter = { words: '', exercise: null, hurt: false, unclean: false, short: false };

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
      (!filter.unclean || e.cleanEnough === false) &&
      (!filter.short || !e.whole) &&
      words.every((w) => text.includes(w))
    );
  });
}

/** What a series of sessions comes down to, newest first; drawing only, it decides nothing. */
export function said(series: Entry[]): string {
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
  const clean = series.filter((e) => e.cleanEnough === true).length;
  const hurt = series.filter((e) => e.overLimit).length;
  return `${name}: ${series.length} sessions, ${move}, clean in ${clean}${hurt > 0 ? `, above the pain limit in ${hurt}` : ''}.`;
}

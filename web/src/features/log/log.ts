import type { Schema } from '@/api/client';

/** What is entered in a few taps: all sets alike, clean ones counted a side. */
export type Entry = Schema['EvenDto'] & { effort: number | null; morning: number | null };

/** As asked, all clean: the start of an entry, and most often its end. */
export const asAsked = (asked: Schema['PrescriptionView']): Entry => ({
  sets: asked.sets,
  amount: asked.amount,
  cleanLeft: asked.sets * asked.amount,
  cleanRight: asked.sets * asked.amount,
  loadKg: asked.loadKg,
  position: asked.position,
  resets: 0,
  effort: null,
  morning: null,
});

export const toLog = (entry: Entry, pain: Schema['PainDto'] | null): Schema['LogDto'] => {
  const { effort, morning, ...even } = entry;
  return { sets: null, even, effort, pain, nextMorning: morning, felt: null };
};

/** An entry as it was kept. */
export const ofLog = (log: Schema['LogDto'] | null | undefined): Entry | null =>
  log?.even ? { ...log.even, effort: log.effort, morning: log.nextMorning } : null;

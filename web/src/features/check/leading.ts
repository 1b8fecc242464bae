import type { Schema } from '@/api/client';
import type { Slot } from '@/pictures/still';
import type { Result } from '@/words/verdict';

/** The numbers that are read out large under a picture, in the order in which the studio has them. */
export function leading(standard: Schema['StandardView'], look: Schema['LookView'] | null, slot: Slot): Result[] {
  const read = (id: string) =>
    look?.results.find((r) => r.side === slot.side && r.measureId === id && r.moment === slot.moment && r.source !== 'eye');
  const lines = standard.leads.find((l) => l.view === slot.view)?.lines ?? [];
  return lines.flatMap((line) => line.map(read).find((r) => r !== undefined) ?? []).slice(0, standard.mostLeads);
}

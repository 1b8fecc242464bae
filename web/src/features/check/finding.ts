import type { Schema } from '@/api/client';
import type { Slot } from '@/pictures/still';
import type { Side } from '@/ui/SidePlate';

type Check = Schema['CheckView'];

/** Where a measure of a side is to be looked for, as the studio says; without one, what was named first. */
export function slotOfFinding(check: Check, side: Side, of?: string | null): Slot {
  const measureId = of ?? check.look.finding.measureId;
  const at =
    check.shown.find((s) => s.measureId === measureId && s.side === side) ??
    check.shown.find((s) => s.measureId === null && s.side === side);
  return { side, view: at?.view ?? 'side', moment: at?.moment ?? 'bottom' };
}

/** What each measure of a check is called. */
export const namesOf = (check: Check) =>
  new Map(check.standard.measures.map((m) => [m.id, m.short.charAt(0).toUpperCase() + m.short.slice(1)]));

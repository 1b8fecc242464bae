import type { Schema } from '@/api/client';
import type { Moment, Slot, View } from '@/pictures/still';
import { standing } from '@/ui/results';
import type { Side } from '@/ui/SidePlate';

type Check = Schema['CheckView'];

/** Where the thing that was named first is seen: its view and moment, or wherever there is a picture. */
export function slotOfFinding(check: Check, side: Side, of?: string | null): Slot {
  const measureId = of ?? check.look.finding.measureId;
  const result = measureId
    ? (standing(check.look, measureId, side) ?? standing(check.look, measureId, side === 'left' ? 'right' : 'left'))
    : null;
  const views = check.standard.measures.find((m) => m.id === measureId)?.views ?? [];
  const view: View = views.find((v) => check.stills.some((s) => s.view === v)) ?? views[0] ?? check.stills[0]?.view ?? 'side';
  const fits = check.stills.filter((s) => s.view === view);
  const moment: Moment = fits.find((s) => s.moment === result?.moment)?.moment ?? fits[0]?.moment ?? result?.moment ?? 'bottom';
  return { side, view, moment };
}

/** What each measure of a check is called. */
export const namesOf = (check: Check) =>
  new Map(check.standard.measures.map((m) => [m.id, m.short.charAt(0).toUpperCase() + m.short.slice(1)]));

import type { Schema } from '@/api/client';
import { painComplete } from '@/features/pain/PainAsk';
import { fromView, inSlot, momentName, nextPoint, type Plan, type PlanPoint, type Slot } from '@/pictures/still';
import type { Waiting } from '@/pictures/waiting';
import { standing } from '@/ui/results';
import { SIDES, type Side, sideWord } from '@/ui/SidePlate';
import type { Draft } from './draft';

/** What comes next in a look. The button under the thumb always says it. */
export type Next =
  | { kind: 'picture' | 'points'; slot: Slot; words: string }
  | { kind: 'waiting'; pictures: Waiting[]; words: string }
  | { kind: 'eye'; words: string; measures: Schema['MeasureView'][] }
  | { kind: 'pain' | 'felt' | 'done'; words: string };

/** The stills this look asks for, in the order in which they are taken. */
export const plannedOf = (draft: Draft, standard: Schema['StandardView']): Plan[] =>
  draft.mode === 'quick' ? (standard.quick ? [standard.quick] : []) : standard.plan.filter((p) => p.essential);

/** The points asked for on a still: those that must be there, and on request what is only noted. */
export function askedFor(draft: Draft, standard: Schema['StandardView'], slot: Slot, more: boolean): PlanPoint[] {
  const planned = standard.plan.find((p) => p.view === slot.view && p.moment === slot.moment);
  const quick =
    draft.mode === 'quick' && standard.quick?.view === slot.view && standard.quick.moment === slot.moment ? standard.quick : null;
  if (quick && !more) return quick.points;
  if (!planned) return [];
  const must = planned.points.filter((p) => !p.more);
  return more || must.length === 0 ? planned.points : must;
}

/** The checks that must pass and that nobody has answered, pictures or eye. All of them, until the look is read for the first time. */
export const openMeasures = (look: Schema['LookView'] | null, standard: Schema['StandardView']) =>
  standard.measures.filter(
    (m) =>
      m.mustPass &&
      m.judged &&
      SIDES.some(
        (side) =>
          !standing(look, m.id, side)?.verdict && (!look || look.missing.some((x) => x.measureId === m.id && x.side === side)),
      ),
  );

/** What comes next: the plan of the studio, walked in its order. */
export function nextStep(
  draft: Draft,
  standard: Schema['StandardView'],
  look: Schema['LookView'] | null,
  waiting: Waiting[],
): Next {
  const answered = (id: string, side: Side) =>
    look?.results.some((r) => r.measureId === id && r.side === side && r.source === 'eye') ?? false;
  for (const planned of plannedOf(draft, standard)) {
    for (const side of SIDES) {
      const slot: Slot = { side, view: planned.view, moment: planned.moment };
      if (planned.measures.every((id) => answered(id, side))) continue;
      const still = draft.stills.find((s) => inSlot(s, slot));
      const where = `${fromView[slot.view]}${standard.plan.filter((p) => p.view === slot.view && p.essential).length > 1 ? `, ${momentName[slot.moment].toLowerCase()}` : ''}`;
      const whereShort = where.replace(/^from the /, '');
      if (!still && waiting.some((w) => w.slot.side === side && w.slot.view === slot.view && w.slot.moment === slot.moment))
        return {
          kind: 'waiting',
          pictures: waiting,
          words: waiting.length === 1 ? 'Use the waiting picture' : `Use the ${waiting.length} waiting pictures`,
        };
      if (!still) return { kind: 'picture', slot, words: `Picture: ${sideWord(side)}, ${whereShort}` };
      if (nextPoint(still, askedFor(draft, standard, slot, false)))
        return { kind: 'points', slot, words: `Now the ${sideWord(side)} ${where}` };
    }
  }
  const open = openMeasures(look, standard);
  if (draft.mode === 'whole' && open.length > 0) return { kind: 'eye', words: 'The rest looked fine', measures: open };
  if (!painComplete(draft.pain)) return { kind: 'pain', words: 'Ask about pain' };
  if (draft.mode === 'whole' && !draft.felt) return { kind: 'felt', words: 'Where is it felt?' };
  return { kind: 'done', words: 'Done looking' };
}

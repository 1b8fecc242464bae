import type { Schema } from '@/api/client';
import { SIDES } from '@/ui/SidePlate';
import { inSlot, type Plan, type Slot, type Still } from './still';

/** A picture that was taken for a place of this look and is not on the bench yet. */
export type Waiting = { slot: Slot; picture: Schema['PictureView'] };

/** For every place of a plan that has no picture: the first that was taken for it today. */
export const waitingFor = (plan: Plan[], stills: Still[], loose: Schema['PictureView'][]): Waiting[] =>
  plan.flatMap((p) =>
    SIDES.flatMap((side) => {
      const slot: Slot = { side, view: p.view, moment: p.moment };
      if (stills.some((s) => inSlot(s, slot))) return [];
      const picture = loose.find(
        (x) =>
          x.side === side && x.view === p.view && x.moment === p.moment && !stills.some((s) => s.pictureId === x.id) && x.today,
      );
      return picture ? [{ slot, picture }] : [];
    }),
  );

/** The pictures that were taken for a place first, then those that nobody said anything of, then the rest. */
export const nearest = (loose: Schema['PictureView'][], slot: Slot) => {
  const rank = (p: Schema['PictureView']) =>
    p.side === slot.side && p.view === slot.view ? (p.moment === slot.moment ? 0 : 1) : p.side === null ? 2 : 3;
  return loose.toSorted((a, b) => rank(a) - rank(b));
};

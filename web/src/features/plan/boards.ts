import type { Schema } from '@/api/client';
import { between, plus } from './days';

type Item = Schema['PlanItemView'];
type Visit = Schema['PlanVisitView'];

/** The lanes of the path from its upper verge to its lower one. Pushes and pulls share the last. */
export type LaneId = 'warmUp' | 'knee' | 'hip' | 'whole' | 'upper';
export type Lane = { id: LaneId; name: string; about: string };

const laneOf = (item: Item): LaneId =>
  item.place === 'warmUp'
    ? 'warmUp'
    : item.slot === 'kneeDominant'
      ? 'knee'
      : item.slot === 'hipDominant'
        ? 'hip'
        : item.slot === 'wholeLeg'
          ? 'whole'
          : 'upper';

const NAMES: Record<LaneId, string> = {
  warmUp: 'Warm-up',
  knee: 'Knee-dominant',
  hip: 'Hip-dominant',
  whole: 'Whole leg',
  upper: 'Push and pull',
};

/** The lanes that a block has something on, with what that is next. */
export function lanesOf(visits: Visit[], today: string): Lane[] {
  const all = visits.flatMap((v) => v.items.map((item) => ({ item, ahead: v.day >= today })));
  return (Object.keys(NAMES) as LaneId[]).flatMap((id) => {
    const its = all.filter((a) => laneOf(a.item) === id);
    if (its.length === 0) return [];
    const next = (its.find((a) => a.ahead) ?? its.at(-1))?.item;
    const names = [...new Set(its.filter((a) => a.ahead).map((a) => a.item.name))];
    return [
      {
        id,
        name: NAMES[id],
        about: id === 'warmUp' ? 'tends to be skipped' : id === 'upper' ? names.slice(0, 2).join(', ') : (next?.name ?? ''),
      },
    ];
  });
}

/** A board is a set: how long it is asked to be, and how much of it was done. Null for one that is to come. */
export type Board = { amount: number; done: number | null };

/** The boards of a lane on a visit, exercise by exercise. */
export function boardsOf(visit: Visit, lane: LaneId): { item: Item; boards: Board[] }[] {
  const over = visit.state === 'done' || visit.state === 'missed';
  return visit.items
    .filter((i) => laneOf(i) === lane)
    .map((item) => {
      const count = Math.min(10, Math.max(item.sets, item.done.length));
      // What nobody logs set by set (what wakes, a press-up) was done where the visit was.
      const untold = visit.state === 'done' && item.done.length === 0 && (item.place === 'warmUp' || item.exerciseId === null);
      return {
        item,
        boards: Array.from({ length: count }, (_, i) => ({
          amount: item.amount,
          done: !over ? null : untold ? item.amount : (item.done[i] ?? 0),
        })),
      };
    });
}

/** From which day to which the path is drawn: whole weeks, the block and what moved out of it. */
export function span(first: string, visits: Visit[], weeks: number): { first: string; days: number } {
  const last = visits.at(-1)?.day ?? first;
  return { first, days: 7 * Math.max(weeks, Math.ceil((between(first, last) + 1) / 7)) };
}

/** Whether a day is shown. */
export const within = (day: string, of: { first: string; days: number }) => day >= of.first && day < plus(of.first, of.days);

import type { Schema } from '@/api/client';
import { between, plus } from './days';

export type Plan = Schema['ClientPlanView'];
export type Visit = Schema['PlanVisitView'];

/** Whether a visit can still be moved: nobody has begun it. */
export const movable = (visit: Visit) => visit.state === 'ahead' || visit.state === 'missed';

/** The nearest day in a direction on which the client has nothing yet; null where there is none from today on. */
export function freeDay(plan: Plan, visit: Visit, by: 1 | -1): string | null {
  const taken = new Set(plan.visits.filter((v) => v.id !== visit.id && v.state !== 'missed').map((v) => v.day));
  let day = visit.state === 'missed' && by === 1 ? plus(plan.today, -1) : visit.day;
  for (let i = 0; i < 60; i++) {
    day = plus(day, by);
    if (between(plan.today, day) < 0) return null;
    if (!taken.has(day)) return day;
  }
  return null;
}

/** A plan with a visit on another day; what it was on before is kept with it. */
export const movedTo = (plan: Plan, visit: Visit, day: string, time: string): Plan => ({
  ...plan,
  visits: plan.visits
    .map((v) =>
      v.id === visit.id
        ? { ...v, day, time, state: 'ahead' as const, movedFrom: v.day === day ? v.movedFrom : [...v.movedFrom, v.day] }
        : v,
    )
    .sort((a, b) => `${a.day}${a.time}`.localeCompare(`${b.day}${b.time}`)),
});

import type { Schema } from '@/api/client';
import { between, plus } from './days';

export type Plan = Schema['ClientPlanView'];
export type Visit = Schema['PlanVisitView'];

export type StudioPlan = Schema['StudioPlanView'];
export type StudioVisit = Schema['StudioVisitView'];

/** Whether a visit can still be moved: nobody has begun it. */
export const movable = (visit: { state: Visit['state'] }) => visit.state === 'ahead' || visit.state === 'missed';

/** Whether a visit of the studio can go to a day: from today on, in the weeks that are shown, where its client has nothing else. */
export const fits = (plan: StudioPlan, visit: StudioVisit, day: string) =>
  day >= plan.today &&
  day < plus(plan.first, 7 * plan.weeks) &&
  (day !== visit.day || visit.state === 'missed') &&
  !plan.visits.some((v) => v.id !== visit.id && v.clientId === visit.clientId && v.day === day && v.state !== 'missed');

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

/** The studio's weeks with a visit on another day. Who would stand and wait is worked out by the studio: it is not guessed here. */
export const studioMovedTo = (plan: StudioPlan, visit: StudioVisit, day: string): StudioPlan => ({
  ...plan,
  visits: plan.visits
    .map((v) => (v.id === visit.id ? { ...v, day, state: 'ahead' as const, moved: v.moved || v.day !== day, clashes: false } : v))
    .sort((a, b) => `${a.day}${a.time}`.localeCompare(`${b.day}${b.time}`)),
  clashes: plan.clashes.filter((c) => c.oneVisit !== visit.id && c.otherVisit !== visit.id),
});

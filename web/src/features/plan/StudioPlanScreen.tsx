import { Link, useNavigate } from '@tanstack/react-router';
import { useRef, useState } from 'react';
import { useShortcuts } from '@/device/keys';
import { LogTableFold } from '@/features/log/LogTableFold';
import { Button } from '@/ui/Button';
import { Empty, Trouble, Waiting } from '@/ui/Notice';
import { Sentence } from '@/ui/Sentence';
import { day } from '@/words/dates';
import { CalendarOut } from './CalendarOut';
import { ClashBoxes } from './ClashBoxes';
import { longDay, monday, plus } from './days';
import { fits, movable, type StudioVisit } from './moves';
import { useStudioPlan } from './useStudioPlan';
import { VisitRow } from './VisitRow';
import { WeekFloor } from './WeekFloor';

/** The weeks ahead of the whole studio: who comes when, what is due, who would stand and wait. */
export function StudioPlanScreen() {
  const { asked, plan, move } = useStudioPlan();
  const [chosen, setChosen] = useState<string | null>(null);
  const navigate = useNavigate();
  // What is in the hand, the day under it while it is dragged, and what it was before it was put down last.
  const [held, setHeld] = useState<StudioVisit | null>(null);
  const [over, setOver] = useState<string | null>(null);
  const [moved, setMoved] = useState<{ visit: StudioVisit; to: string } | null>(null);
  const picked = chosen ?? plan?.clashes[0]?.day ?? plan?.today ?? '';
  const its = plan?.visits.filter((v) => v.day === picked) ?? [];
  const go = (by: number) => {
    if (!plan) return;
    const to = plus(picked, by);
    if (to >= plan.first && to < plus(plan.first, 7 * plan.weeks)) setChosen(to);
  };
  const floor = useRef<HTMLElement>(null);
  const take = (visit: StudioVisit) => {
    setMoved(null);
    setHeld(visit);
    // On a phone the floor lies above the list: it comes under the hand.
    if ((floor.current?.getBoundingClientRect().top ?? 0) < 0) floor.current?.scrollIntoView();
  };
  const leave = () => {
    if (held) setChosen(held.day);
    setHeld(null);
  };
  const put = (to: string, visit = held) => {
    if (!plan || !visit || !fits(plan, visit, to)) return;
    setHeld(null);
    setChosen(to);
    setMoved({ visit, to });
    move.mutate({ visit, day: to });
  };
  const back = () => {
    const now = moved && plan?.visits.find((v) => v.id === moved.visit.id);
    if (!now) return;
    setMoved(null);
    setChosen(moved.visit.day);
    move.mutate({ visit: now, day: moved.visit.day });
  };
  const next = () => {
    const can = its.filter(movable);
    const after = can[can.findIndex((v) => v.id === held?.id) + 1] ?? can[0];
    if (after) take(after);
  };
  useShortcuts('The studio’s weeks', [
    { keys: 'ArrowLeft', does: 'The day before', run: () => go(-1) },
    { keys: 'ArrowRight', does: 'The day after', run: () => go(1) },
    { keys: 'ArrowUp', does: 'A week before', run: () => go(-7) },
    { keys: 'ArrowDown', does: 'A week after', run: () => go(7) },
    { keys: 'm', does: 'A visit of the day in the hand, to be moved; again: the next', run: next },
    ...(held
      ? [
          { keys: 'Enter', does: 'Put it down on this day', run: () => put(picked) },
          { keys: 'Escape', does: 'Leave it where it was', run: leave },
        ]
      : [
          {
            keys: 'Enter',
            does: 'The plan of the first client of the day',
            run: () => its[0] && void navigate({ to: '/clients/$clientId/plan', params: { clientId: its[0].clientId } }),
          },
        ]),
  ]);
  if (!plan) return <Waiting what="the studio’s weeks" error={asked.error} />;
  const clash = plan.clashes.find((c) => c.day === picked);
  const missed = plan.visits.filter(
    (v, i, all) =>
      v.state === 'missed' &&
      v.day >= plus(plan.today, -6) &&
      all.findIndex((o) => o.clientId === v.clientId && o.state === 'missed') === i,
  );
  return (
    <div className="flex min-h-full flex-col lg:flex-row">
      <section
        ref={floor}
        aria-label="Weeks"
        className="bg-[var(--rubber)] px-4 py-5 text-[var(--chalk)] sm:px-8 lg:min-w-0 lg:flex-1"
      >
        <h1 className="say text-big sm:text-large">
          {held ? (
            <>
              {held.client}, {longDay(held.day)} {held.time}: <span className="text-[var(--tape)]">to which day?</span>
            </>
          ) : (
            plan.sentence.map((p, i) => (
              <span key={i} className={p.tone === 'off' ? 'text-[var(--lean)]' : ''}>
                {p.text}
              </span>
            ))
          )}
        </h1>
        {missed.length > 0 && (
          // It keeps its room: the floor does not move under a visit that is dragged.
          <p className={`flex flex-wrap gap-x-4 text-body ${held ? 'invisible' : ''}`}>
            {missed.map((v) => (
              <Link
                key={v.clientId}
                to="/clients/$clientId/plan"
                params={{ clientId: v.clientId }}
                className="inline-flex min-h-11 items-center underline underline-offset-4"
              >
                {v.client} missed {longDay(v.day)}: move it
              </Link>
            ))}
          </p>
        )}
        {moved && !held ? (
          <p role="status" className="flex flex-wrap items-center gap-x-4 text-body">
            {moved.visit.client} moved from {longDay(moved.visit.day)} {day(moved.visit.day)}.
            {moved.visit.day >= plan.today && (
              <button type="button" onClick={back} className="min-h-11 font-semibold underline underline-offset-4">
                Put it back
              </button>
            )}
          </p>
        ) : held ? (
          <p className="flex flex-wrap items-center gap-x-4 text-body lg:min-h-11">
            Free for it: the days with a dashed edge.
            <button type="button" onClick={leave} className="min-h-11 font-semibold underline underline-offset-4 lg:hidden">
              Leave it
            </button>
          </p>
        ) : (
          <p className="mt-1 flex items-center text-copy text-[var(--chalk-soft)] lg:min-h-10">
            A stroke is a visit, where it stands in its day. Full: done. Dotted: to come. Leaning: missed.
          </p>
        )}
        <div className="mt-2 empty:hidden">
          <Trouble error={move.error} />
        </div>
        <div className="mt-4 grid gap-3">
          {Array.from({ length: plan.weeks }, (_, i) => plus(plan.first, 7 * i)).map((first) => (
            <div key={first}>
              <p className="mb-0.5 text-small text-[var(--chalk-soft)]">
                {first === monday(plan.today) ? 'This week' : `From ${day(first)}`}
              </p>
              <WeekFloor
                visits={plan.visits.filter((v) => v.day >= first && v.day < plus(first, 7))}
                first={first}
                today={plan.today}
                picked={over ?? picked}
                open={held ? (to) => fits(plan, held, to) : undefined}
                onPick={(to) => (held && fits(plan, held, to) ? put(to) : setChosen(to))}
              />
            </div>
          ))}
        </div>
      </section>
      <section aria-label="The day that is picked" className="px-4 py-5 sm:px-8 lg:w-[430px] lg:shrink-0">
        <h2 className="say text-title">
          {longDay(picked)} {day(picked)}
        </h2>
        {held && (
          <div role="status" className="mt-2 rounded-2xl border border-brass bg-paper p-4">
            <p className="text-body">
              {picked === held.day
                ? `${held.client} is in the hand.`
                : fits(plan, held, picked)
                  ? `${held.client} would come on this day at ${held.time}.`
                  : picked < plan.today
                    ? 'This day is over. Take one from today on.'
                    : `${held.client} is planned for this day already. Take another one.`}
            </p>
            <div className="mt-3 flex flex-wrap gap-2">
              <Button kind="act" hint="Enter" disabled={!fits(plan, held, picked)} onClick={() => put(picked)}>
                Put it down here
              </Button>
              <Button kind="quiet" onClick={leave}>
                Leave it
              </Button>
            </div>
          </div>
        )}
        {clash && !held && (
          <div className="mt-2 rounded-2xl border border-brick/50 bg-paper p-4">
            <p className="say text-head">
              <Sentence parts={clash.sentence} />
            </p>
            <div className="mt-2 flex flex-wrap items-end justify-between gap-3">
              <ClashBoxes clash={clash} />
              {clash.waysOut[0] && (
                <Link
                  to="/clients/$clientId/plan"
                  params={{ clientId: plan.visits.find((v) => v.id === clash.waysOut[0]?.visitId)?.clientId ?? '' }}
                  className="inline-flex min-h-12 items-center rounded-[10px] bg-act px-4 font-semibold text-act-ink"
                  data-act=""
                >
                  {clash.waysOut[0].label}
                </Link>
              )}
            </div>
          </div>
        )}
        {its.length === 0 ? (
          <div className="mt-4">
            <Empty title="Nobody is planned for this day." />
          </div>
        ) : (
          <ol className="mt-3 grid">
            {its.map((v) => (
              <VisitRow
                key={v.id}
                visit={v}
                held={held?.id === v.id}
                onTake={() => take(v)}
                onLeave={leave}
                onOver={setOver}
                onPut={(to) => put(to, v)}
              />
            ))}
          </ol>
        )}
        <div className="mt-6 grid gap-2">
          <CalendarOut name="Everybody’s visits" />
          <LogTableFold />
        </div>
      </section>
    </div>
  );
}

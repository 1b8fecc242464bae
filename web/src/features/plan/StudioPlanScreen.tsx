import { useQuery } from '@tanstack/react-query';
import { Link, useNavigate } from '@tanstack/react-router';
import { useState } from 'react';
import type { Schema } from '@/api/client';
import { studioPlanQuery } from '@/api/options';
import { useShortcuts } from '@/device/keys';
import { LogTableFold } from '@/features/log/LogTableFold';
import { Empty, Waiting } from '@/ui/Notice';
import { Sentence } from '@/ui/Sentence';
import { day } from '@/words/dates';
import { CalendarOut } from './CalendarOut';
import { ClashBoxes } from './ClashBoxes';
import { longDay, monday, plus } from './days';
import { WeekFloor } from './WeekFloor';

type Visit = Schema['StudioVisitView'];

const STATES: Record<Visit['state'], string> = { ahead: '', running: 'begun', done: 'done', missed: 'missed' };

/** The weeks ahead of the whole studio: who comes when, what is due, who would stand and wait. */
export function StudioPlanScreen() {
  const asked = useQuery(studioPlanQuery);
  const [chosen, setChosen] = useState<string | null>(null);
  const navigate = useNavigate();
  const plan = asked.data;
  const picked = chosen ?? plan?.clashes[0]?.day ?? plan?.today ?? '';
  const its = plan?.visits.filter((v) => v.day === picked) ?? [];
  const go = (by: number) => {
    if (!plan) return;
    const to = plus(picked, by);
    if (to >= plan.first && to < plus(plan.first, 7 * plan.weeks)) setChosen(to);
  };
  useShortcuts('The studio’s weeks', [
    { keys: 'ArrowLeft', does: 'The day before', run: () => go(-1) },
    { keys: 'ArrowRight', does: 'The day after', run: () => go(1) },
    { keys: 'ArrowUp', does: 'A week before', run: () => go(-7) },
    { keys: 'ArrowDown', does: 'A week after', run: () => go(7) },
    {
      keys: 'Enter',
      does: 'The plan of the first client of the day',
      run: () => its[0] && void navigate({ to: '/clients/$clientId/plan', params: { clientId: its[0].clientId } }),
    },
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
      <section aria-label="Weeks" className="bg-[var(--rubber)] px-4 py-5 text-[var(--chalk)] sm:px-8 lg:min-w-0 lg:flex-1">
        <h1 className="say text-big sm:text-large">
          {plan.sentence.map((p, i) => (
            <span key={i} className={p.tone === 'off' ? 'text-[var(--lean)]' : ''}>
              {p.text}
            </span>
          ))}
        </h1>
        {missed.length > 0 && (
          <p className="flex flex-wrap gap-x-4 text-body">
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
        <p className="mt-1 text-copy text-[var(--chalk-soft)]">
          A stroke is a visit, where it stands in its day. Full: done. Dotted: to come. Leaning: missed.
        </p>
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
                picked={picked}
                onPick={setChosen}
              />
            </div>
          ))}
        </div>
      </section>
      <section aria-label="The day that is picked" className="px-4 py-5 sm:px-8 lg:w-[430px] lg:shrink-0">
        <h2 className="say text-title">
          {longDay(picked)} {day(picked)}
        </h2>
        {clash && (
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
              <li key={v.id} className="border-t border-hair first:border-t-0">
                <Link
                  to="/clients/$clientId/plan"
                  params={{ clientId: v.clientId }}
                  className="grid min-h-14 grid-cols-[3.6rem_1fr] items-center gap-x-3 py-2 hover:bg-paper"
                >
                  <span className="say text-head tabular-nums">{v.time}</span>
                  <span className="min-w-0">
                    <span className={`block text-lead font-semibold ${v.clashes ? 'text-brick' : ''}`}>{v.client}</span>
                    <span className="text-copy text-soft">
                      {[
                        v.exercise,
                        ...v.due,
                        ...(v.moved ? ['moved here'] : []),
                        ...(STATES[v.state] ? [STATES[v.state]] : []),
                      ].join(' · ')}
                    </span>
                  </span>
                </Link>
              </li>
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

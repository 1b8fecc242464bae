import { useQuery } from '@tanstack/react-query';
import { Link, useNavigate, useParams } from '@tanstack/react-router';
import { useEffect, useState } from 'react';
import { studioPlanQuery } from '@/api/options';
import { useShortcuts } from '@/device/keys';
import { useNarrow } from '@/device/narrow';
import { openClient } from '@/device/openClients';
import { Button } from '@/ui/Button';
import { Trouble, Waiting } from '@/ui/Notice';
import { Sentence } from '@/ui/Sentence';
import { useSlip } from '@/ui/useSlip';
import { Why } from '@/ui/Why';
import { day } from '@/words/dates';
import { CalendarOut } from './CalendarOut';
import { ClashBoxes } from './ClashBoxes';
import { between, longDay, monday, plus } from './days';
import { freeDay, movable, type Plan, type Visit } from './moves';
import { PathDown } from './PathDown';
import { PlanForm } from './PlanForm';
import { PlanPath } from './PlanPath';
import { usePlan } from './usePlan';
import { VisitPanel } from './VisitPanel';
import { WeekFloor } from './WeekFloor';

/** The weeks of one client: what is intended, what came of it, what is due, and who needs the same box. */
export function PlanScreen() {
  const { clientId } = useParams({ from: '/clients/$clientId/plan' });
  const { asked, plan, move, remove, missed, give, make, end } = usePlan(clientId);
  const [chosen, setChosen] = useState<string | null>(null);
  const [planning, setPlanning] = useState(false);
  const narrow = useNarrow();
  const navigate = useNavigate();
  const name = plan?.clientName;
  useEffect(() => {
    if (name) openClient({ id: clientId, name });
  }, [clientId, name]);
  const slip = useSlip<{ words: string; run: () => void; visit: string | null }>((what) => what.run());
  const visits = (plan?.visits ?? []).filter((v) => v.id !== slip.pending?.visit);
  const next = visits.find((v) => v.state === 'running' || (v.state === 'ahead' && plan && v.day >= plan.today));
  const clash = plan?.clashes[0];
  const its = clash ? visits.find((v) => v.id === clash.oneVisit || v.id === clash.otherVisit) : undefined;
  const picked = visits.find((v) => v.id === chosen) ?? its ?? next ?? visits.at(-1) ?? null;
  const toDay = (visit: Visit, to: string, time = visit.time) => {
    setChosen(visit.id);
    move.mutate({ visit, day: to, time });
  };
  const step = (by: 1 | -1) => {
    if (!plan || !picked || !movable(picked)) return;
    const to = freeDay(plan, picked, by);
    if (to) toDay(picked, to);
  };
  const pick = (by: 1 | -1) => {
    const at = visits.findIndex((v) => v.id === picked?.id);
    const to = visits[Math.min(visits.length - 1, Math.max(0, at + by))];
    if (to) setChosen(to.id);
  };
  const ways = clash?.waysOut.slice(0, 3) ?? [];
  const take = (i: number) => {
    const way = ways[i];
    if (!way || give.isPending) return;
    // What was just settled stays in sight.
    if (visits.some((v) => v.id === way.visitId)) setChosen(way.visitId);
    give.mutate(way);
  };
  useShortcuts('Plan', [
    { keys: 'ArrowLeft', does: 'Move the picked visit to an earlier day', run: () => step(-1) },
    { keys: 'ArrowRight', does: 'Move the picked visit to a later day', run: () => step(1) },
    { keys: 'ArrowUp', does: 'Pick the visit before', run: () => pick(-1) },
    { keys: 'ArrowDown', does: 'Pick the visit after', run: () => pick(1) },
    { keys: 'M', does: 'Move what was missed', run: () => plan?.missed && !missed.isPending && missed.mutate() },
    { keys: 'V', does: 'Take the first way out of a clash', run: () => take(0) },
    { keys: 'P', does: 'Plan a block', run: () => setPlanning(true) },
    { keys: 'W', does: 'The studio’s weeks', run: () => void navigate({ to: '/plan' }) },
  ]);
  if (!plan) return <Waiting what="the plan" error={asked.error} />;
  const forming = planning || (plan.block === null && plan.start.barred === null);
  const { block } = plan;
  const panel = picked && (
    <VisitPanel
      plan={plan}
      visit={picked}
      onMove={(v, to, time) => toDay(v, to, time)}
      onRemove={(v) => {
        setChosen(null);
        slip.ask({ words: `${longDay(v.day)}’s visit is taken out.`, run: () => remove.mutate(v), visit: v.id });
      }}
    />
  );
  const stale = asked.isError;
  return (
    <div className="flex min-h-full flex-col">
      <div className="mx-auto w-full max-w-[1240px] flex-1 px-4 pt-4 pb-6 sm:px-8">
        <div className="grid items-start gap-x-8 gap-y-4 lg:grid-cols-[1fr_auto]">
          <div className="min-w-0">
            <p className="text-body text-soft">
              <Link
                to="/clients/$clientId"
                params={{ clientId }}
                className="inline-flex min-h-11 items-center underline decoration-hair underline-offset-4"
              >
                {plan.clientName}
              </Link>
              {block && (
                <>
                  {' '}
                  · {block.daysSaid}, {day(block.block.first)} to {day(plus(block.end, -1))}
                </>
              )}
              {stale && <span className="text-slate"> · as the studio last said it</span>}
            </p>
            <h1 className="say mt-1 max-w-[24em] text-big sm:text-large">
              <Sentence parts={plan.sentence} />
            </h1>
            <Why>{plan.because}</Why>
          </div>
          <div className="flex flex-wrap items-start gap-3 lg:flex-nowrap">
            {clash && !narrow && <ClashBoxes clash={clash} />}
            <Actions
              plan={plan}
              forming={forming}
              busy={missed.isPending || give.isPending}
              onMissed={() => missed.mutate()}
              onGive={take}
              onPlan={() => setPlanning(true)}
            />
          </div>
        </div>
        <Trouble error={move.error ?? remove.error ?? missed.error ?? give.error ?? end.error} />
        {slip.pending && (
          <div role="status" className="mt-3 flex flex-wrap items-center gap-3 rounded-[10px] bg-spine px-4 py-2 text-spine-ink">
            <span className="text-body">{slip.pending.words}</span>
            <button type="button" onClick={slip.takeBack} className="min-h-11 px-2 font-semibold underline underline-offset-4">
              Put it back
            </button>
          </div>
        )}
        {forming ? (
          <PlanForm
            plan={plan}
            saving={make.isPending}
            error={make.error}
            onKeep={(b) => make.mutate(b, { onSuccess: () => setPlanning(false) })}
            {...(block ? { onLeave: () => setPlanning(false) } : {})}
          />
        ) : (
          visits.length > 0 && (
            <>
              <div className="mt-3">
                {narrow ? (
                  <PathDown plan={{ ...plan, visits }} picked={chosen ?? its?.id ?? null} onPick={setChosen}>
                    {panel}
                  </PathDown>
                ) : (
                  <PlanPath
                    plan={{ ...plan, visits }}
                    picked={picked?.id ?? null}
                    onPick={setChosen}
                    onMove={(v, to) => toDay(v, to)}
                  />
                )}
              </div>
              {!narrow && <Weeks plan={plan} />}
              {!narrow && panel && <div className="mt-4 rounded-2xl border border-hair bg-paper p-4">{panel}</div>}
              {plan.ranges.length > 0 && (
                <ul className="mt-3 grid gap-1 text-body" aria-label="Ranges before and after">
                  {plan.ranges.map((r) => (
                    <li key={r.sentence} className={r.real ? 'font-semibold' : 'text-soft'}>
                      {r.sentence}
                    </li>
                  ))}
                </ul>
              )}
              {block && (
                <div className="mt-3 flex flex-wrap items-start gap-x-8">
                  <Why ask="Why is it planned like this?">
                    <ul className="grid gap-1">
                      {block.notes.map((n) => (
                        <li key={n}>{n}</li>
                      ))}
                      <li>A board is a set, its length the repetitions. Filled: done. Open: asked, not done. Dashed: to come.</li>
                    </ul>
                  </Why>
                  <Button
                    kind="quiet"
                    disabled={end.isPending}
                    onClick={() =>
                      slip.ask({ words: 'This plan ends; what was done stays.', run: () => end.mutate(block), visit: null })
                    }
                  >
                    End this plan
                  </Button>
                </div>
              )}
            </>
          )
        )}
      </div>
      {!forming && (
        <div className="mx-auto w-full max-w-[1240px] px-4 pb-6 sm:px-8">
          <CalendarOut clientId={clientId} name={`${plan.clientName.split(' ')[0]}’s visits`} />
        </div>
      )}
      <StudioStrip clientId={clientId} />
    </div>
  );
}

function Actions({
  plan,
  forming,
  busy,
  onMissed,
  onGive,
  onPlan,
}: {
  plan: Plan;
  forming: boolean;
  busy: boolean;
  onMissed: () => void;
  onGive: (way: number) => void;
  onPlan: () => void;
}) {
  const ways = plan.clashes[0]?.waysOut.slice(0, 2) ?? [];
  const finished = plan.block !== null && between(plan.today, plan.block.end) <= 7;
  return (
    <div className="flex flex-wrap gap-2.5 lg:w-[15rem] lg:flex-col lg:items-stretch">
      {ways.map((way, i) => (
        <Button
          key={way.sentence}
          kind={i === 0 ? 'act' : 'plain'}
          hint={i === 0 ? 'V' : undefined}
          disabled={busy}
          title={way.sentence}
          onClick={() => onGive(i)}
          className={i === 0 ? 'min-h-14' : ''}
        >
          {way.label}
        </Button>
      ))}
      {plan.missed && (
        <Button
          kind={ways.length === 0 ? 'act' : 'plain'}
          hint="M"
          disabled={busy}
          onClick={onMissed}
          className={ways.length === 0 ? 'min-h-14' : ''}
        >
          {plan.missed.moves.length === 1
            ? `Move it to ${longDay(plan.missed.moves[0]?.day ?? plan.today)}`
            : 'Move what was missed'}
        </Button>
      )}
      {!forming && plan.block !== null && ways.length === 0 && (
        <Button kind={finished && !plan.missed ? 'act' : 'plain'} hint="P" onClick={onPlan}>
          Plan the next block
        </Button>
      )}
    </div>
  );
}

/** Week by week what is asked for and what came of it. */
function Weeks({ plan }: { plan: Plan }) {
  if (plan.weeks.length === 0) return null;
  return (
    <ol
      className="mt-1 grid gap-x-4 pl-[146px] text-copy"
      style={{ gridTemplateColumns: `repeat(${plan.weeks.length}, minmax(0, 1fr))` }}
      aria-label="Week by week"
    >
      {plan.weeks.map((w) => {
        const past = plan.today >= w.first;
        return (
          <li key={w.first} className="min-w-0 leading-snug">
            <p className="font-semibold">{w.asked}</p>
            <p className="text-soft">
              {past && w.setsAsked > 0 ? `${w.hardSetsDone} hard of ${w.setsAsked} sets asked` : `${w.setsAsked} sets asked`}
              {w.note && `, ${w.note}`}
            </p>
          </li>
        );
      })}
    </ol>
  );
}

/** The studio's week under the path: where this client stands in it. */
function StudioStrip({ clientId }: { clientId: string }) {
  const studio = useQuery(studioPlanQuery).data;
  if (!studio) return null;
  const first = monday(studio.today);
  const week = studio.visits.filter((v) => v.day >= first && v.day < plus(first, 7));
  return (
    <section aria-label="The studio this week" className="bg-[var(--rubber)] px-4 py-4 text-[var(--chalk)] sm:px-8">
      <div className="mx-auto max-w-[1180px]">
        <div className="mb-2 flex flex-wrap items-center justify-between gap-3">
          <h2 className="say text-head">
            {studio.sentence.map((p, i) => (
              <span key={i} className={p.tone === 'off' ? 'text-[var(--lean)]' : ''}>
                {p.text}
              </span>
            ))}
          </h2>
          <Link
            to="/plan"
            className="inline-flex min-h-11 items-center gap-2.5 rounded-[10px] border border-[var(--chalk-soft)]/60 px-4 text-body font-semibold hover:border-[var(--chalk)]"
          >
            The studio’s weeks
            <kbd className="hidden rounded border border-current/50 px-1.5 font-sans text-tiny leading-[18px] lg:inline-block">
              W
            </kbd>
          </Link>
        </div>
        <WeekFloor visits={week} first={first} today={studio.today} client={clientId} />
      </div>
    </section>
  );
}

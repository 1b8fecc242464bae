import { useMutation } from '@tanstack/react-query';
import { Link } from '@tanstack/react-router';
import { useEffect, useRef, useState } from 'react';
import { api, type Schema, take } from '@/api/client';
import { PainStop, painStops } from '@/features/pain/PainAsk';
import { RaiseStopSign } from '@/features/safety/StopSign';
import { keptStills, type Moment, mayHoldGuess, type Slot, type View } from '@/pictures/still';
import { Button } from '@/ui/Button';
import { Trouble } from '@/ui/Notice';
import { Sentence } from '@/ui/Sentence';
import { SIDES, type Side } from '@/ui/SidePlate';
import { useTop } from '@/ui/useTop';
import { day } from '@/words/dates';
import { decisionWord } from '@/words/decisions';
import { CorrectionPanel } from './CorrectionPanel';
import { DecisionPanel } from './DecisionPanel';
import { FaultPicker } from './FaultPicker';
import { namesOf, slotOfFinding } from './finding';
import { KeptBench } from './KeptBench';
import { type Change, LookAgain } from './LookAgain';
import { Caret, MeasureList } from './MeasureList';
import { MomentStrip } from './MomentStrip';
import { StationBar } from './StationBar';
import { TakeAway } from './TakeAway';
import { TryWithout } from './TryWithout';

type Check = Schema['CheckView'];

/** A finished look: what was found, the one thing to say, the retest beside its baseline, the decision. */
export function AfterCheck({
  check,
  client,
  studio,
}: {
  check: Check;
  client: Schema['ClientView'];
  studio: Schema['StudioView'];
}) {
  const [again, setAgain] = useState<Change | null>(null);
  const [deciding, setDeciding] = useState(check.correction === null || check.decision !== null);
  useTop(`${check.id} ${again?.id} ${deciding} ${check.trials.length}`);
  const [seenOn, setSeenOn] = useState<Side>(check.look.finding.side ?? 'left');
  const [picking, setPicking] = useState(false);
  const [picked, setPicked] = useState<Schema['CorrectionView'] | null>(null);
  const pick = useMutation({
    mutationFn: (fault: string) =>
      take(api.GET('/api/checks/{id}/correction', { params: { path: { id: check.id }, query: { fault } } })),
    onSuccess: (chosen) => {
      if (!chosen) return;
      setPicked(chosen);
      setPicking(false);
      setDeciding(false);
    },
  });
  // What was picked stands at the top of its panel.
  const panel = useRef<HTMLElement>(null);
  const pickedId = picked?.id;
  useEffect(() => {
    if (pickedId) requestAnimationFrame(() => panel.current?.scrollTo({ top: 0 }));
  }, [pickedId]);
  const target: Side = picked ? seenOn : (check.look.finding.side ?? 'left');
  const found = slotOfFinding(check, target);
  const [view, setView] = useState<View>(found.view);
  const [chosen, setChosen] = useState<Partial<Record<View, Moment>>>({ [found.view]: found.moment });
  const correction = picked ?? check.correction;
  if (again)
    return (
      <LookAgain
        check={check}
        correction={again}
        side={target}
        client={client}
        done={(next) => {
          setAgain(null);
          setPicked(null);
          setDeciding(next === 'decide' || (picked !== null && check.correction === null));
        }}
      />
    );
  const lastTrial = check.trials.at(-1);
  // Pain of five or more ends the day: nothing is tried any more, only decided.
  const sore = [check.pain, ...check.trials.map((t) => t.pain)].filter((p) => painStops(p ?? null, studio.cautions));
  const due =
    check.decision || sore.length > 0
      ? undefined
      : client.props.find((p) => p.due && !check.trials.some((t) => t.without && t.correctionId === p.correctionId));
  const views = (['side', 'front', 'back'] as const).filter((v) => check.standard.plan.some((p) => p.view === v));
  const taken = check.standard.plan.filter(
    (p) => p.view === view && check.stills.some((s) => s.view === view && s.moment === p.moment),
  );
  const moment = chosen[view] ?? taken[0]?.moment ?? 'bottom';
  return (
    <div className="flex min-h-full flex-col px-3 py-3 sm:px-6 lg:h-full lg:min-h-0">
      {sore.length > 0 && !check.decision && (
        <div className="mb-3">
          <PainStop looked score={Math.max(...sore.map((p) => p?.score ?? 0))} />
        </div>
      )}
      <div className="mb-2 flex flex-wrap items-end justify-between gap-x-6 gap-y-1">
        <div className="min-w-0 flex-1 basis-[520px]">
          <h1 className={`say max-w-[26em] ${sore.length > 0 ? 'text-lead sm:text-title' : 'text-title sm:text-big'}`}>
            <Sentence parts={lastTrial?.sentence ?? check.look.finding.sentence} />
          </h1>
          <p className="mt-1 text-copy text-soft">
            {lastTrial?.because ?? check.look.finding.because}
            {check.feltWords && !check.felt?.asExpected && (
              <span className="font-semibold text-ink"> {check.feltWords} Ask why.</span>
            )}
            {check.painQuestion && <span className="font-semibold text-brick"> {check.painQuestion}</span>}
            {mayHoldGuess(check.stills) && <span> Kept before guesses were told apart: one may be among its points.</span>}
          </p>
        </div>
        <div className="text-small text-soft sm:text-right">
          <p>
            {check.exerciseName}, {check.schoolName.toLowerCase()} · {check.coach}, {day(check.at)}
          </p>
          <div className="max-lg:hidden">
            <TakeAway check={check} view={view} />
          </div>
        </div>
      </div>
      <StationBar
        look={check.look}
        stations={[...views]}
        at={view}
        note={(v) => {
          const seen = SIDES.filter((side) => check.stills.some((s) => s.view === v && s.side === side));
          return seen.length > 0 ? `pictures ${seen.map((s) => (s === 'left' ? 'L' : 'R')).join(' ')}` : 'no pictures';
        }}
        onGo={(v) => v !== 'ask' && setView(v)}
      />
      {taken.length > 1 && (
        <div className="mb-2">
          <MomentStrip
            plan={taken}
            at={moment}
            has={(m) => SIDES.filter((side) => check.stills.some((s) => s.side === side && s.view === view && s.moment === m))}
            onGo={(m) => setChosen((c) => ({ ...c, [view]: m }))}
          />
        </div>
      )}
      <div className="grid min-h-0 flex-1 gap-3 lg:grid-cols-[minmax(0,1fr)_minmax(0,1fr)_372px]">
        <aside
          ref={panel}
          className="flex min-h-0 flex-col gap-3.5 overflow-y-auto rounded-2xl bg-paper p-4 sm:p-5 lg:order-last"
          aria-label="What now"
        >
          {due && (
            <TryWithout
              check={check}
              side={target}
              prop={due}
              onMeasure={() =>
                setAgain({
                  id: `without:${due.correctionId}`,
                  level: 'setUp',
                  cue: `One set without: ${due.short.toLowerCase()}.`,
                })
              }
            />
          )}
          {check.decision && !deciding ? null : deciding || !correction ? (
            <DecisionPanel
              check={check}
              studio={studio}
              onBack={correction && !check.decision ? () => setDeciding(false) : undefined}
              onPickFault={check.decision || sore.length > 0 ? undefined : () => setPicking(true)}
            />
          ) : (
            <CorrectionPanel
              key={correction.id}
              check={check}
              side={target}
              given={correction}
              lastTrial={lastTrial}
              onAgain={setAgain}
              onDecide={() => setDeciding(true)}
              onJudged={(next) => {
                setPicked(null);
                setDeciding(next === 'decide');
              }}
              picked={picked !== null}
              onPickFault={() => setPicking(true)}
              onSide={picked ? setSeenOn : null}
            />
          )}
          <FaultPicker checkId={check.id} open={picking} onOpenChange={setPicking} onPick={(fault) => pick.mutate(fault)} />
          <Trouble error={pick.error} />
          {check.decision && (
            <p className="text-small text-soft">
              {decisionWord[check.decision.chosen]}, {check.decision.coach}, {day(check.decision.at)}.{' '}
              <Link to="/clients/$clientId" params={{ clientId: check.clientId }} className="underline underline-offset-4">
                History of {client.client.name.split(' ')[0]}
              </Link>
            </p>
          )}
          <details className="group border-t border-hair pt-1">
            <summary className="flex min-h-11 cursor-pointer items-center text-copy font-semibold gap-2 text-soft hover:text-ink">
              <Caret /> Every check of this look
            </summary>
            <MeasureList
              measures={check.standard.measures}
              look={check.look}
              clientId={check.clientId}
              standard={check.standard}
              readOnly
            />
          </details>
          {!check.decision && (
            <>
              <div className="flex-1" />
              <RaiseStopSign clientId={check.clientId} className="w-full" />
            </>
          )}
        </aside>
        <div className="contents max-lg:grid max-lg:grid-cols-2 max-lg:gap-2">
          {SIDES.map((side) => {
            const slot: Slot = { side, view, moment };
            const trial = check.trials.findLast((t) => t.side === side && t.stills.some((s) => s.view === view));
            const stills = keptStills(
              (trial?.stills ?? check.stills).filter((s) => s.side === side && s.view === view && s.moment === moment),
            );
            const look = trial?.again ?? check.look;
            const all = trial?.stills ?? check.stills;
            return (
              <KeptBench
                standard={check.standard}
                key={`${side}${view}${moment}`}
                slot={slot}
                {...(trial ? { label: `After “${trial.short.toLowerCase()}”` } : {})}
                stills={stills}
                look={look}
                stillViews={stills.map(
                  (s) =>
                    look.stills[all.findIndex((a) => a.pictureId === s.pictureId && a.view === s.view && a.moment === s.moment)],
                )}
                active={check.look.finding.side === side}
                names={namesOf(check)}
              />
            );
          })}
        </div>
      </div>
      <div className="mt-3 text-small text-soft lg:hidden">
        <TakeAway check={check} view={view} />
      </div>
      {check.decision && (
        <div className="mt-3 lg:hidden">
          <Link to="/" className="block">
            <Button className="w-full">Back to today</Button>
          </Link>
        </div>
      )}
    </div>
  );
}

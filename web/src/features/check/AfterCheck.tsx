import { useMutation } from '@tanstack/react-query';
import { useEffect, useRef, useState } from 'react';
import { api, type Schema, take } from '@/api/client';
import { forgetKept, useKept } from '@/device/kept';
import { PainStop, painStops } from '@/features/pain/PainAsk';
import { RaiseStopSign } from '@/features/safety/StopSign';
import { inSlot, keptStills, type Moment, mayHoldGuess, type Slot, type View } from '@/pictures/still';
import { Trouble } from '@/ui/Notice';
import { Sentence } from '@/ui/Sentence';
import { SIDES, type Side } from '@/ui/SidePlate';
import { useTop } from '@/ui/useTop';
import { day } from '@/words/dates';
import { Answered } from './Answered';
import { CorrectionPanel } from './CorrectionPanel';
import { Decided, Deciding } from './DecisionPanel';
import { FaultPicker } from './FaultPicker';
import { namesOf, slotOfFinding } from './finding';
import { KeptBench } from './KeptBench';
import { LookAgain } from './LookAgain';
import { Caret, MeasureList } from './MeasureList';
import { MomentStrip } from './MomentStrip';
import { StationBar } from './StationBar';
import { TakeAway } from './TakeAway';
import { TryWithout } from './TryWithout';
import type { Change } from './useRetest';
import { Watching } from './Watching';

type Check = Schema['CheckView'];

/** How far a check has come: the cue before the set, the set, the answer after it or a second picture, the decision. */
type Stage = {
  at: 'cue' | 'watch' | 'answer' | 'again' | 'decide';
  /** What is tried. */
  change: Change | null;
  /** A fault that the coach picked, with its correction. */
  picked: Schema['CorrectionView'] | null;
  side: Side;
};

/** Everything one check found, with what its second pictures read put in the place of what was read before. */
const withAgain = (look: Schema['LookView'], again: Schema['LookView'] | null): Schema['LookView'] =>
  again
    ? {
        ...look,
        results: [
          ...look.results.filter((r) => !again.results.some((a) => a.measureId === r.measureId && a.side === r.side)),
          ...again.results,
        ],
      }
    : look;

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
  const place = `stage-${check.id}`;
  const [stage, setStage] = useKept<Stage>(place, () => ({
    at: 'cue',
    change: null,
    picked: null,
    side: check.look.finding.side ?? 'left',
  }));
  const { picked, change } = stage;
  const correction = picked ?? check.correction;
  // Where a decision stands or nothing is left to try, it is decided whatever was on the screen before.
  const at = check.decision
    ? 'decide'
    : stage.at === 'cue' && !correction
      ? 'decide'
      : stage.at !== 'cue' && stage.at !== 'decide' && !change
        ? 'cue'
        : stage.at;
  const go = (next: Stage['at'], to: Partial<Stage> = {}) => setStage((s) => ({ ...s, ...to, at: next }));
  const judged = (next: 'cue' | 'decide') => go(next, { change: null, picked: null });
  useTop(`${check.id} ${change?.id} ${at} ${check.trials.length}`);
  const decided = check.decision !== null;
  useEffect(() => {
    if (decided) forgetKept(place);
  }, [decided, place]);
  const [reopened, setReopened] = useState(false);
  const [picking, setPicking] = useState(false);
  const pick = useMutation({
    mutationFn: (fault: string) =>
      take(api.GET('/api/checks/{id}/correction', { params: { path: { id: check.id }, query: { fault } } })),
    onSuccess: (chosen) => {
      if (!chosen) return;
      setPicking(false);
      go('cue', { picked: chosen });
    },
  });
  // What is new stands at the top of its panel.
  const panel = useRef<HTMLElement>(null);
  const shownId = `${picked?.id} ${at}`;
  useEffect(() => {
    if (shownId) requestAnimationFrame(() => panel.current?.querySelector('[data-panel]')?.scrollTo({ top: 0 }));
  }, [shownId]);
  const target: Side = picked ? stage.side : (check.look.finding.side ?? 'left');
  const found = slotOfFinding(check, target);
  const [view, setView] = useState<View>(found.view);
  const [chosen, setChosen] = useState<Partial<Record<View, Moment>>>({ [found.view]: found.moment });
  const [headline, setHeadline] = useState<HTMLElement | null>(null);

  if (at === 'watch' && change)
    return (
      <Watching
        change={change}
        side={target}
        asked={check.exerciseId === client.today.exerciseId ? client.today.asked : null}
        onDone={() => go('answer')}
        onBack={() => go('cue', { change: null })}
      />
    );
  const checksOf = (again: Schema['LookView'] | null) => (
    <div className="border-t border-hair pt-1.5 max-lg:hidden">
      <MeasureList
        measures={check.standard.measures.filter((m) => m.mustPass)}
        look={withAgain(check.look, again)}
        title={again ? 'Key checks, after the cue' : 'Key checks'}
        clientId={check.clientId}
        standard={check.standard}
        readOnly
      />
    </div>
  );
  if (at === 'again' && change)
    return (
      <LookAgain
        check={check}
        correction={change}
        side={target}
        client={client}
        checks={checksOf}
        done={judged}
        onEye={() => go('answer')}
        onBack={() => go('cue', { change: null })}
      />
    );
  const lastTrial = check.trials.at(-1);
  const again = lastTrial?.again ?? null;
  const now = withAgain(check.look, again);
  const checks = checksOf(again);
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
  const deciding = at === 'decide' && (!check.decision || reopened);
  const sentence = <Sentence parts={lastTrial?.sentence ?? check.look.finding.sentence} />;
  const because = lastTrial?.because ?? check.look.finding.because;
  return (
    <div className="flex min-h-full flex-col gap-3 px-3 py-3 max-lg:pb-[92px] sm:px-6 lg:h-full lg:min-h-0 lg:flex-row lg:gap-4">
      <div className="flex min-h-0 min-w-0 flex-1 flex-col max-lg:contents">
        <div className="max-lg:order-1 lg:mb-1">
          {sore.length > 0 && !check.decision && (
            <div className="mb-2">
              <PainStop looked score={Math.max(...sore.map((p) => p?.score ?? 0))} />
            </div>
          )}
          <h1
            className={`say min-h-[2.26em] max-w-[26em] ${sore.length > 0 ? 'text-lead sm:text-title' : 'text-title sm:text-big'}`}
          >
            {at === 'decide' ? <span ref={setHeadline} /> : sentence}
          </h1>
          <p className="mt-0.5 text-copy text-soft">
            {at === 'decide' ? (
              <>
                {sentence} {because}
              </>
            ) : (
              because
            )}
            {check.feltWords && !check.felt?.asExpected && (
              <span className="font-semibold text-ink"> {check.feltWords} Ask why.</span>
            )}
            {check.painQuestion && <span className="font-semibold text-brick"> {check.painQuestion}</span>}
            {mayHoldGuess(check.stills) && <span> Kept before guesses were told apart: one may be among its points.</span>}
          </p>
        </div>
        <div className="flex min-h-0 flex-1 flex-col max-lg:order-3">
          <StationBar
            look={now}
            stations={[...views]}
            at={view}
            note={(v) => {
              const seen = SIDES.filter((side) => check.stills.some((s) => s.view === v && s.side === side));
              return seen.length > 0 ? `${seen.map((s) => (s === 'left' ? 'L' : 'R')).join(' ')} taken` : 'no pictures';
            }}
            onGo={(v) => v !== 'ask' && v !== 'checks' && setView(v)}
          />
          {taken.length > 1 && (
            <div className="mb-2">
              <MomentStrip
                plan={taken}
                at={moment}
                has={(m) =>
                  SIDES.filter((side) => check.stills.some((s) => s.side === side && s.view === view && s.moment === m))
                }
                onGo={(m) => setChosen((c) => ({ ...c, [view]: m }))}
              />
            </div>
          )}
          <div className="grid min-h-0 flex-1 grid-cols-2 gap-2 sm:gap-3">
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
                      look.stills[
                        all.findIndex((a) => a.pictureId === s.pictureId && a.view === s.view && a.moment === s.moment)
                      ],
                  )}
                  active={check.look.finding.side === side}
                  names={namesOf(check)}
                />
              );
            })}
          </div>
          <div className="mt-1 flex flex-wrap items-center justify-between gap-x-4 text-small text-soft">
            <p>
              {check.exerciseName}, {check.schoolName.toLowerCase()} · {check.coach}, {day(check.at)}
            </p>
            <TakeAway check={check} view={view} />
          </div>
        </div>
      </div>
      <aside
        ref={panel}
        className="flex min-h-0 flex-col gap-2 rounded-2xl bg-paper p-4 max-lg:order-2 lg:w-[336px] lg:shrink-0 lg:p-3"
        aria-label="What now"
      >
        {due && (
          <TryWithout
            check={check}
            side={target}
            prop={due}
            onMeasure={() =>
              go('again', {
                change: {
                  id: `without:${due.correctionId}`,
                  level: 'setUp',
                  cue: `One set without: ${due.short.toLowerCase()}.`,
                },
              })
            }
          />
        )}
        {at === 'answer' && change ? (
          <Answered
            check={check}
            change={change}
            side={target}
            checks={checks}
            onDone={judged}
            onPicture={change.onlySeen ? null : () => go('again')}
            onBack={() => go('cue', { change: null })}
          />
        ) : at === 'cue' && correction ? (
          <CorrectionPanel
            key={correction.id}
            check={check}
            side={target}
            given={correction}
            lastTrial={lastTrial}
            seenOnly={correction.onlySeen || !check.stills.some((s) => inSlot(s, found))}
            checks={checks}
            onAgain={(change) => go('again', { change })}
            onWatch={(change) => go('watch', { change })}
            onDecide={() => go('decide')}
            picked={picked !== null}
            onPickFault={() => setPicking(true)}
            risen={client.today.risen}
            onSide={picked ? (side) => setStage((s) => ({ ...s, side })) : null}
          />
        ) : deciding ? (
          <Deciding
            check={check}
            studio={studio}
            headline={headline}
            checks={checks}
            onBack={correction && !check.decision ? () => go('cue') : undefined}
            onPickFault={check.decision || sore.length > 0 ? undefined : () => setPicking(true)}
            onDone={() => setReopened(false)}
          />
        ) : (
          <Decided check={check} client={client} headline={headline} checks={checks} onReopen={() => setReopened(true)} />
        )}
        <FaultPicker checkId={check.id} open={picking} onOpenChange={setPicking} onPick={(fault) => pick.mutate(fault)} />
        <Trouble error={pick.error} />
        <div className="lg:hidden">
          <details className="group border-t border-hair pt-1">
            <summary className="flex min-h-11 cursor-pointer items-center gap-2 text-copy font-semibold text-soft hover:text-ink">
              <Caret /> Every check of this look
            </summary>
            <MeasureList
              measures={check.standard.measures}
              look={now}
              clientId={check.clientId}
              standard={check.standard}
              readOnly
            />
          </details>
          {!check.decision && <RaiseStopSign clientId={check.clientId} className="mt-2 w-full" />}
        </div>
      </aside>
    </div>
  );
}

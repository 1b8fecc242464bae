import { useMutation, useQuery } from '@tanstack/react-query';
import { Link, useNavigate } from '@tanstack/react-router';
import { useState } from 'react';
import { createPortal } from 'react-dom';
import { v7 as uuid } from 'uuid';
import { api, type Schema, take } from '@/api/client';
import { checkQuery, recommendationQuery } from '@/api/options';
import { queries, refreshClient, useFloor } from '@/api/queries';
import { forgetKept, useKept } from '@/device/kept';
import { useShortcuts } from '@/device/keys';
import { asAsked, type Entry, ofLog, toLog } from '@/features/log/log';
import { QuickLog } from '@/features/log/QuickLog';
import { NO_PAIN, type PainAnswer, PainAsk, PainBar, PainSheet, painComplete, painStops } from '@/features/pain/PainAsk';
import { useUnsent } from '@/outbox/device';
import { ActionBar } from '@/ui/ActionBar';
import { Button } from '@/ui/Button';
import { Field } from '@/ui/Field';
import { Trouble } from '@/ui/Notice';
import { SIDES, type Side, SidePlate } from '@/ui/SidePlate';
import { Unsent } from '@/ui/Unsent';
import { Why } from '@/ui/Why';
import { day } from '@/words/dates';
import { decisionWord } from '@/words/decisions';
import { AfterTrial, OutcomeMark } from './OutcomeMark';

type Outcome = Schema['DecisionOutcome'];
/** Pain of five or more ends the day: nothing that asks for another set today is left to choose. */
const AFTER_A_STOP: Outcome[] = ['hold', 'stepBack', 'stopAndRefer'];
const CHOICES: Outcome[] = ['progress', 'hold', 'lookAgain', 'correct', 'modifyAndRetest', 'stepBack', 'stopAndRefer'];

/** The recommendation with its rule and facts; accept it, or overrule it with a reason. */
export function Deciding({
  check,
  studio,
  headline,
  checks,
  onBack,
  onPickFault,
  onDone,
}: {
  check: Schema['CheckView'];
  studio: Schema['StudioView'];
  /** Where the largest words of the screen stand. */
  headline: HTMLElement | null;
  /** The key checks, where there is room for them. */
  checks: React.ReactNode;
  onBack: (() => void) | undefined;
  /** Takes up a fault that the coach saw, whatever the look says. */
  onPickFault: (() => void) | undefined;
  onDone: () => void;
}) {
  // What the client said of the set is kept at once: a closed panel or a reload does not ask again.
  const place = `decision-${check.id}-${check.decision?.id ?? 'first'}`;
  const [answers, setAnswers] = useKept<{ id: string; pain: PainAnswer | null; entry: Entry | null }>(place, () => ({
    id: uuid(),
    pain: check.decision?.painAfter ?? null,
    entry: ofLog(check.decision?.log),
  }));
  const { id, pain, entry } = answers;
  const setPain = (next: PainAnswer | null) => setAnswers((a) => ({ ...a, pain: next }));
  const setEntry = (next: Entry | null) => setAnswers((a) => ({ ...a, entry: next }));
  const unsent = useUnsent((e) => e.kind === 'decision' && e.json?.checkId === check.id);
  const navigate = useNavigate();
  const [way, setWay] = useState(0);
  const [overruling, setOverruling] = useState(false);
  const [chosen, setChosen] = useState<Outcome | null>(null);
  const [reason, setReason] = useState('');
  const asked = {
    painAfter: painComplete(pain) ? pain : null,
    repetitions: entry ? null : (check.decision?.repetitions ?? null),
    log: entry ? toLog(entry, null) : null,
  };
  const advice = useQuery(recommendationQuery(check, asked));
  const said = advice.data;
  const decide = useMutation({
    mutationFn: (pick: { outcome: Outcome; reason: string | null }) => {
      if (!said) throw new Error('The recommendation is still being worked out. Try again in a moment.');
      return take(
        api.POST('/api/decisions', {
          body: {
            id,
            checkId: check.id,
            ...asked,
            ruleId: said.ruleId,
            recommended: said.outcome,
            chosen: pick.outcome,
            reason: pick.reason,
            way: pick.outcome === 'progress' ? way : null,
            supersedes: check.decision?.id ?? null,
          },
        }),
      );
    },
    onSuccess: async (view) => {
      forgetKept(place);
      queries.setQueryData(checkQuery(check.id).queryKey, view);
      onDone();
      // Whoever comes back to this address finds what was decided, not a new look.
      void navigate({
        to: '/clients/$clientId/check',
        params: { clientId: check.clientId },
        search: { check: check.id },
        replace: true,
      });
      await refreshClient(check.clientId);
    },
    onError: () => void advice.refetch(),
  });
  const waits = decide.isPending || unsent.some((e) => e.state !== 'refused');
  const ready = said !== undefined && !advice.isPlaceholderData && !waits;
  useShortcuts('Decision', [
    {
      keys: 'Enter',
      does: 'Accept',
      run: () => ready && !overruling && said && decide.mutate({ outcome: said.outcome, reason: null }),
    },
    { keys: 'L', does: 'Done as asked', run: () => !before && said?.asked && setEntry(asAsked(said.asked)) },
  ]);
  const last = check.trials.at(-1);
  // Stopped before a set: nothing is asked for and nothing is logged, it is only decided.
  const before = [check.pain, ...check.trials.map((t) => t.pain)].some((p) => painStops(p ?? null, studio.cautions));
  const stopped = before || painStops(pain, studio.cautions);
  const [hurting, setHurting] = useState(false);
  const asksPain = !before && !painComplete(pain);
  const asksLog = !before && said?.asked != null && entry === null;
  const accept = () => said && decide.mutate({ outcome: said.outcome, reason: null });
  const choice = said?.outcome === 'progress' && said.ways && said.ways.length > 1 ? said.ways : null;
  const acceptWords = said ? `Accept: ${decisionWord[said.outcome].toLowerCase()}` : 'Accept';
  return (
    <>
      {said && headline && createPortal(said.headline, headline)}
      <div className="grid min-h-0 flex-1 content-start gap-2.5 lg:min-h-60 lg:overflow-y-auto" data-panel>
        {last && (
          <OutcomeMark trial={last} brief>
            {!check.decision && <AfterTrial trial={last} clientId={check.clientId} />}
          </OutcomeMark>
        )}
        {!before && (
          <PainAsk
            label="Pain after the set"
            pain={pain}
            onChange={setPain}
            about={pain !== null && pain.score > 0 && !painComplete(pain) ? studio.cautions.aboutPain : undefined}
          />
        )}
        {!before && said?.asked && (
          <QuickLog
            asked={said.asked}
            entry={entry}
            morning={check.nextMorning === null && said.askMorning === true}
            onChange={setEntry}
          />
        )}
        {said ? (
          <section
            aria-label="Recommendation"
            className={`border-t border-hair pt-2 ${advice.isPlaceholderData ? 'opacity-50' : ''}`}
            data-outcome={said.outcome}
            data-rule={said.ruleId}
          >
            <p className="say text-head">{decisionWord[said.outcome]}</p>
            {said.changed && (
              <p className="mt-1.5 border-l-3 border-brass pl-3 text-body" data-changed>
                <span className="font-semibold">This rule is new since last time.</span> {said.changed}
              </p>
            )}
            {said.placement && <Placed placement={said.placement} />}
            {choice && <Ways ways={choice} at={way} onPick={setWay} />}
            {said.moves && said.moves.length > 0 && said.outcome !== 'progress' && (
              <p className="mt-1 text-body">
                {said.moves.map((m) => `${m.side === 'left' ? 'Left' : 'Right'}: “${m.from}” → “${m.to}”.`).join(' ')}
              </p>
            )}
            {said.next && !said.placement && !choice && (
              <p className="text-body" data-next>
                <span className="text-soft">Next time</span>{' '}
                <span className="font-semibold">{(said.outcome === 'progress' && said.ways?.[way]?.asks) || said.next.text}</span>
              </p>
            )}
            <details className="text-copy">
              <summary className="flex min-h-8 cursor-pointer items-center text-soft underline decoration-hair underline-offset-4 pointer-coarse:min-h-11 hover:text-ink">
                Why, and what would change it
              </summary>
              <p className="mt-1.5">
                {said.reason} <span className="text-soft">(rule “{said.ruleName}”)</span>
              </p>
              <dl className="mt-2 grid gap-1">
                {said.facts.map((f) => (
                  <div key={f.label}>
                    <dt className="inline text-soft">{f.label}: </dt>
                    <dd className="inline">{f.value}</dd>
                  </div>
                ))}
              </dl>
              <p className="mt-2 font-semibold">It would change with:</p>
              <ul className="list-disc pl-5">
                {said.wouldChange.map((w) => (
                  <li key={w}>{w}</li>
                ))}
              </ul>
              {said.missing && said.missing.length > 0 && (
                <p className="mt-2 text-soft">Not known yet: {said.missing.join(', ')}.</p>
              )}
              {said.nextWhy && <p className="mt-2 text-soft">Numbers for next time: {said.nextWhy}</p>}
            </details>
          </section>
        ) : (
          <p className="text-soft" role="status">
            Working out what to recommend…
          </p>
        )}
        <Unsent entries={unsent} />
        <Trouble error={advice.error ?? decide.error} />
        {overruling && said && (
          <form
            className="grid gap-3"
            id="overrule"
            onSubmit={(e) => {
              e.preventDefault();
              if (chosen) decide.mutate({ outcome: chosen, reason });
            }}
          >
            <fieldset>
              <legend className="mb-1.5 font-semibold">Instead</legend>
              <div className="flex flex-wrap gap-1.5">
                {(stopped ? AFTER_A_STOP : CHOICES)
                  .filter((o) => o !== said.outcome)
                  .map((o) => (
                    <button
                      key={o}
                      type="button"
                      aria-pressed={chosen === o}
                      onClick={() => setChosen(o)}
                      className={`min-h-11 rounded-[10px] border px-3 text-copy font-semibold ${chosen === o ? 'border-ink bg-ink text-paper' : 'border-edge hover:border-ink'}`}
                    >
                      {decisionWord[o]}
                    </button>
                  ))}
              </div>
            </fieldset>
            <Field label="Because" required value={reason} onChange={(e) => setReason(e.target.value)} />
          </form>
        )}
        {!advice.isLoading && !overruling && (
          <div className="grid gap-2 lg:hidden">
            {(asksPain || asksLog) && (
              <Button disabled={!ready} onClick={accept}>
                {acceptWords}
              </Button>
            )}
            <div className="flex flex-wrap gap-2">
              <Button
                className="flex-1 px-2! text-copy!"
                disabled={!said || said.outcome === 'stopAndRefer'}
                onClick={() => setOverruling(true)}
              >
                Your call…
              </Button>
              {onPickFault && (
                <Button className="flex-1 px-2! text-copy!" onClick={onPickFault}>
                  Something else
                </Button>
              )}
            </div>
          </div>
        )}
      </div>
      {/* Where there is a choice of ways it is what matters: that all is in band stands beside the pictures too. */}
      <div className={choice ? 'lg:[@media(max-height:60rem)]:hidden' : 'contents'}>{checks}</div>
      {/* Until the first advice is there the buttons would move away under the finger as it comes in. */}
      {advice.isLoading ? null : overruling && said ? (
        <ActionBar>
          <Button className="max-lg:min-h-14" onClick={() => setOverruling(false)}>
            Leave it
          </Button>
          <Button
            kind="act"
            type="submit"
            form="overrule"
            className="min-h-14 flex-1 text-lead!"
            disabled={!ready || chosen === null || reason.trim() === ''}
          >
            Decide so
          </Button>
        </ActionBar>
      ) : (
        <ActionBar>
          {onBack && (
            <Button className="px-3! max-lg:min-h-14 lg:hidden" onClick={onBack}>
              To the cue
            </Button>
          )}
          <div className="flex gap-2 max-lg:hidden">
            {onBack && (
              <Button className="flex-1 px-1.5! text-copy!" onClick={onBack}>
                Back to the cue
              </Button>
            )}
            <Button
              className="flex-1 px-1.5! text-copy!"
              disabled={!said || said.outcome === 'stopAndRefer'}
              onClick={() => setOverruling(true)}
            >
              Your call…
            </Button>
            {onPickFault && (
              <Button className="flex-1 px-1.5! text-copy!" onClick={onPickFault}>
                Something else
              </Button>
            )}
          </div>
          {asksPain ? (
            <div className="flex min-w-0 flex-1 lg:hidden">
              <PainBar label="Pain after the set?" onNone={() => setPain(NO_PAIN)} onHurts={() => setHurting(true)} />
            </div>
          ) : (
            asksLog && (
              <Button
                kind="act"
                className="min-h-14 flex-1 text-lead! lg:hidden"
                onClick={() => said?.asked && setEntry(asAsked(said.asked))}
              >
                {said?.asked?.text} done, all clean
              </Button>
            )
          )}
          <Button
            kind="act"
            hint="Enter"
            className={`min-h-14 flex-1 text-lead! ${asksPain || asksLog ? 'max-lg:hidden' : ''}`}
            disabled={!ready}
            onClick={accept}
          >
            {acceptWords}
          </Button>
        </ActionBar>
      )}
      <PainSheet label="Pain after the set" open={hurting} onOpenChange={setHurting} pain={pain} onChange={setPain} />
    </>
  );
}

/** Where a first look puts each side, and why not further. */
function Placed({ placement }: { placement: Schema['PlacementView'] }) {
  const { left, right } = placement;
  const together = left.rungId === right.rungId;
  return (
    <div className="mt-2 rounded-xl border border-hair p-3" data-placement>
      <p className="text-small text-soft">{placement.ladderName}: start here</p>
      {(together ? [left] : [left, right]).map((s) => (
        <div key={s.side} className="mt-0.5">
          <p className="say text-head">
            {together ? '' : s.side === 'left' ? 'Left: ' : 'Right: '}
            {s.rungName}
          </p>
          <Why>
            {together && left.why !== right.why ? `Left: ${left.why} Right: ${right.why}` : s.why} {s.whyNotNext}
          </Why>
        </div>
      ))}
    </div>
  );
}

/** The ways on, the recommended one first; those that are closed say why. */
function Ways({ ways, at, onPick }: { ways: Schema['WayView'][]; at: number; onPick: (index: number) => void }) {
  return (
    <fieldset className="mt-2 grid gap-1.5">
      <legend className="mb-1 text-small text-soft">Which way on</legend>
      {ways.map((w, i) => (
        <label
          key={w.text}
          className={`grid min-h-11 grid-cols-[auto_1fr] items-baseline gap-x-2.5 rounded-[10px] border px-3 py-2 text-body ${w.open ? 'border-hair has-checked:border-ink' : 'border-dashed border-hair text-soft'}`}
        >
          <input
            type="radio"
            name="way"
            disabled={!w.open}
            checked={at === i}
            onChange={() => onPick(i)}
            className="accent-ink"
          />
          <span>
            <span className="font-semibold">{w.text.charAt(0).toUpperCase() + w.text.slice(1)}</span>{' '}
            <span className="block text-small text-soft">{w.why}</span>
          </span>
        </label>
      ))}
    </fieldset>
  );
}

/** What was decided, for both sides, and where it leads; then on to whoever is next. */
export function Decided({
  check,
  client,
  headline,
  checks,
  onReopen,
}: {
  check: Schema['CheckView'];
  client: Schema['ClientView'];
  headline: HTMLElement | null;
  checks: React.ReactNode;
  onReopen: () => void;
}) {
  const { decision } = check;
  const floor = useFloor();
  const next = floor.data?.visits.find((v) => v.state === 'next' && v.client.id !== check.clientId);
  const navigate = useNavigate();
  useShortcuts('Decided', [{ keys: 'Enter', does: 'On to who is next', run: () => void navigate({ to: '/' }) }]);
  if (!decision) return null;
  const { recommendation } = decision;
  const accepted = decision.chosen === recommendation.outcome;
  const stride =
    client.strides.find((s) => s.way.some((w) => w.checkId === check.id)) ??
    client.strides.find((s) => s.planned !== '' && s.rungs.some((r) => r.exerciseId === check.exerciseId));
  // Until the client's record has this decision in it, where it says they stand is where they stood before.
  const heard = client.checks.some((c) => c.decision?.id === decision.id);
  const goes = (side: Side) => {
    if (!stride) return null;
    const moved = stride.way.findLast((w) => w.checkId === check.id && w.side === side);
    const rung = stride.rungs.find((r) => r.id === (side === 'left' ? stride.left : stride.right));
    return moved
      ? `${moved.kind === 'back' ? 'back to' : moved.kind === 'up' ? 'on to' : 'starts at'} “${moved.rungName}”`
      : rung
        ? `stays at “${rung.name}”`
        : null;
  };
  return (
    <>
      {headline && createPortal(accepted ? decision.said : `${decisionWord[decision.chosen]}.`, headline)}
      <div className="grid min-h-0 flex-1 content-start gap-2.5 lg:overflow-y-auto" data-panel>
        <p className="text-small font-semibold text-soft">
          Decided by {decision.coach}, {day(decision.at)}
        </p>
        <p className="say text-shout" data-decided={decision.chosen}>
          {decisionWord[decision.chosen]}.
        </p>
        {!accepted && (
          <p>
            Your call instead of “{decisionWord[recommendation.outcome].toLowerCase()}”: {decision.overruleReason}
          </p>
        )}
        {decision.question && <p className="font-semibold text-brick">{decision.question}</p>}
        {accepted && recommendation.placement ? (
          <Placed placement={recommendation.placement} />
        ) : (
          stride &&
          heard && (
            <ul className="grid gap-1.5" data-goes>
              {SIDES.map((side) => (
                <li key={side} className="flex items-center gap-2.5 text-body">
                  <SidePlate side={side} size="s" /> <span>{goes(side)}</span>
                </li>
              ))}
            </ul>
          )
        )}
        {accepted && recommendation.next && !recommendation.placement && (
          <p className="text-body">
            <span className="text-soft">Next time</span>{' '}
            <span className="font-semibold">{decision.way?.asks ?? recommendation.next.text}</span>
          </p>
        )}
        <div className="flex flex-wrap gap-x-3">
          <Button kind="quiet" className="px-0.5!" onClick={onReopen}>
            Change this decision
          </Button>
          <Link
            to="/clients/$clientId"
            params={{ clientId: check.clientId }}
            className="inline-flex min-h-11 items-center text-body underline decoration-hair underline-offset-4"
          >
            History of {client.client.name.split(' ')[0]}
          </Link>
        </div>
      </div>
      {checks}
      <ActionBar>
        <Link
          to="/"
          data-act
          className="inline-flex min-h-14 flex-1 items-center justify-center rounded-[10px] bg-act px-5 text-lead font-semibold text-act-ink hover:brightness-110"
        >
          {next ? `On to ${next.client.name.split(' ')[0]}, ${next.time}` : 'Back to today'}
        </Link>
      </ActionBar>
    </>
  );
}

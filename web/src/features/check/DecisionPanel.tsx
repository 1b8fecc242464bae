import { useMutation, useQuery } from '@tanstack/react-query';
import { Link } from '@tanstack/react-router';
import { useState } from 'react';
import { v7 as uuid } from 'uuid';
import { api, type Schema, take } from '@/api/client';
import { checkQuery, recommendationQuery } from '@/api/options';
import { queries, refreshClient } from '@/api/queries';
import { forgetKept, useKept } from '@/device/kept';
import { useShortcuts } from '@/device/keys';
import { asAsked, type Entry, ofLog, toLog } from '@/features/log/log';
import { QuickLog } from '@/features/log/QuickLog';
import { type PainAnswer, PainAsk, painComplete, painStops } from '@/features/pain/PainAsk';
import { useUnsent } from '@/outbox/device';
import { Button } from '@/ui/Button';
import { Field } from '@/ui/Field';
import { Trouble } from '@/ui/Notice';
import { Unsent } from '@/ui/Unsent';
import { Why } from '@/ui/Why';
import { decisionWord } from '@/words/decisions';
import { AfterTrial, OutcomeMark } from './OutcomeMark';

type Outcome = Schema['DecisionOutcome'];
/** Pain of five or more ends the day: nothing that asks for another set today is left to choose. */
const AFTER_A_STOP: Outcome[] = ['hold', 'stepBack', 'stopAndRefer'];
const CHOICES: Outcome[] = ['progress', 'hold', 'lookAgain', 'correct', 'modifyAndRetest', 'stepBack', 'stopAndRefer'];

/** The recommendation with its rule and facts; accept it, or overrule it with a reason. */
export function DecisionPanel({
  check,
  studio,
  onBack,
  onPickFault,
}: {
  check: Schema['CheckView'];
  studio: Schema['StudioView'];
  onBack: (() => void) | undefined;
  /** Takes up a fault that the coach saw, whatever the look says. */
  onPickFault: (() => void) | undefined;
}) {
  const [reopened, setReopened] = useState(false);
  if (check.decision && !reopened) return <Decided check={check} onReopen={() => setReopened(true)} />;
  return <Deciding check={check} studio={studio} onBack={onBack} onPickFault={onPickFault} onDone={() => setReopened(false)} />;
}

function Deciding({
  check,
  studio,
  onBack,
  onPickFault,
  onDone,
}: {
  check: Schema['CheckView'];
  studio: Schema['StudioView'];
  onBack: (() => void) | undefined;
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
  return (
    <>
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
          about={pain === null ? studio.cautions.aboutPain : undefined}
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
          className={advice.isPlaceholderData ? 'opacity-50' : ''}
          data-outcome={said.outcome}
          data-rule={said.ruleId}
        >
          <p className="text-small font-semibold text-soft">{decisionWord[said.outcome]}</p>
          <p className="say text-title sm:text-shout">{said.headline}</p>
          {said.changed && (
            <p className="mt-1.5 border-l-3 border-brass pl-3 text-body" data-changed>
              <span className="font-semibold">This rule is new since last time.</span> {said.changed}
            </p>
          )}
          {said.placement && <Placed placement={said.placement} />}
          {said.outcome === 'progress' && said.ways && said.ways.length > 1 && <Ways ways={said.ways} at={way} onPick={setWay} />}
          {said.moves && said.moves.length > 0 && said.outcome !== 'progress' && (
            <p className="mt-1 text-body">
              {said.moves.map((m) => `${m.side === 'left' ? 'Left' : 'Right'}: “${m.from}” → “${m.to}”.`).join(' ')}
            </p>
          )}
          {said.next && !said.placement && (
            <p className="mt-1.5 text-body" data-next>
              <span className="text-soft">Next time</span>{' '}
              <span className="font-semibold">
                {(said.outcome === 'progress' && said.ways?.[way]?.dose.text) || said.next.text}
              </span>
            </p>
          )}
          <details className="mt-1.5 text-copy">
            <summary className="min-h-8 cursor-pointer text-soft underline decoration-hair underline-offset-4 hover:text-ink">
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
      <div className="flex-1" />
      <div className="grid gap-3">
        {/* Until the first advice is there the buttons would move away under the finger as it comes in. */}
        {advice.isLoading ? null : overruling && said ? (
          <form
            className="grid gap-3"
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
                      className={`min-h-11 rounded-[10px] border px-3 text-copy font-semibold ${chosen === o ? 'border-ink bg-ink text-paper' : 'border-edge/50 hover:border-ink'}`}
                    >
                      {decisionWord[o]}
                    </button>
                  ))}
              </div>
            </fieldset>
            <Field label="Because" required value={reason} onChange={(e) => setReason(e.target.value)} />
            <div className="flex gap-2">
              <Button onClick={() => setOverruling(false)}>Leave it</Button>
              <Button kind="act" type="submit" className="flex-1" disabled={!ready || chosen === null || reason.trim() === ''}>
                Decide so
              </Button>
            </div>
          </form>
        ) : (
          <>
            <Button
              kind="act"
              hint="Enter"
              className="min-h-14 w-full text-lead!"
              disabled={!ready}
              onClick={() => said && decide.mutate({ outcome: said.outcome, reason: null })}
            >
              {said ? `Accept: ${decisionWord[said.outcome].toLowerCase()}` : 'Accept'}
            </Button>
            <div className="flex gap-2">
              {onBack && (
                <Button className="flex-1" onClick={onBack}>
                  Back to the cue
                </Button>
              )}
              <Button className="flex-1" disabled={!said || said.outcome === 'stopAndRefer'} onClick={() => setOverruling(true)}>
                Your call…
              </Button>
              {onPickFault && (
                <Button className="flex-1" onClick={onPickFault}>
                  Something else
                </Button>
              )}
            </div>
          </>
        )}
      </div>
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

function Decided({ check, onReopen }: { check: Schema['CheckView']; onReopen: () => void }) {
  const decision = check.decision;
  if (!decision) return null;
  const accepted = decision.chosen === decision.recommendation.outcome;
  return (
    <>
      <p className="text-small font-semibold text-soft">Decided</p>
      <p className="say text-shout sm:text-big" data-decided={decision.chosen}>
        {decisionWord[decision.chosen]}.
      </p>
      <p>
        {accepted
          ? decision.recommendation.headline
          : `Your call instead of “${decisionWord[decision.recommendation.outcome].toLowerCase()}”: ${decision.overruleReason}`}
      </p>
      {decision.question && <p className="font-semibold text-brick">{decision.question}</p>}
      {accepted && decision.recommendation.placement && <Placed placement={decision.recommendation.placement} />}
      {accepted && decision.recommendation.next && !decision.recommendation.placement && (
        <p className="text-body">
          <span className="text-soft">Next time</span> <span className="font-semibold">{decision.recommendation.next.text}</span>
        </p>
      )}
      <div className="flex-1" />
      <Link
        to="/"
        className="inline-flex min-h-14 items-center justify-center rounded-[10px] bg-act px-5 text-lead font-semibold text-act-ink hover:brightness-110"
      >
        Back to today
      </Link>
      <Button onClick={onReopen}>Change this decision</Button>
    </>
  );
}

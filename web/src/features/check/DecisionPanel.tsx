import { keepPreviousData, useMutation, useQuery } from '@tanstack/react-query';
import { Link } from '@tanstack/react-router';
import { useState } from 'react';
import { v7 as uuid } from 'uuid';
import { api, type Schema, take } from '@/api/client';
import { queries, refreshClient } from '@/api/queries';
import { useShortcuts } from '@/app/keys';
import { Button } from '@/ui/Button';
import { Field } from '@/ui/Field';
import { Trouble } from '@/ui/Notice';
import type { PainAnswer } from './draft';
import { AfterTrial, OutcomeMark } from './OutcomeMark';
import { PainAsk, painComplete } from './PainAsk';
import { decisionWord } from './words';

type Outcome = Schema['DecisionOutcome'];
const CHOICES: Outcome[] = ['progress', 'hold', 'lookAgain', 'correct', 'modifyAndRetest', 'stepBack', 'stopAndRefer'];

/** The recommendation with its rule and facts; accept it, or overrule it with a reason. */
export function DecisionPanel({
  check,
  studio,
  onBack,
}: {
  check: Schema['CheckView'];
  studio: Schema['StudioView'];
  onBack: (() => void) | undefined;
}) {
  const [reopened, setReopened] = useState(false);
  if (check.decision && !reopened) return <Decided check={check} onReopen={() => setReopened(true)} />;
  return <Deciding check={check} studio={studio} onBack={onBack} onDone={() => setReopened(false)} />;
}

function Deciding({
  check,
  studio,
  onBack,
  onDone,
}: {
  check: Schema['CheckView'];
  studio: Schema['StudioView'];
  onBack: (() => void) | undefined;
  onDone: () => void;
}) {
  const [id] = useState(() => uuid());
  const [pain, setPain] = useState<PainAnswer | null>(check.decision?.painAfter ?? null);
  const [reps, setReps] = useState<Schema['RepetitionsDto'] | null>(check.decision?.repetitions ?? null);
  const [overruling, setOverruling] = useState(false);
  const [chosen, setChosen] = useState<Outcome | null>(null);
  const [reason, setReason] = useState('');
  const asked = { painAfter: painComplete(pain) ? pain : null, repetitions: reps };
  const advice = useQuery({
    queryKey: ['recommendation', check.id, check.trials.length, asked],
    queryFn: () => take(api.POST('/api/checks/{id}/recommendation', { params: { path: { id: check.id } }, body: asked })),
    placeholderData: keepPreviousData,
  });
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
            supersedes: check.decision?.id ?? null,
          },
        }),
      );
    },
    onSuccess: async (view) => {
      queries.setQueryData(['check', check.id], view);
      onDone();
      await refreshClient(check.clientId);
    },
    onError: () => void advice.refetch(),
  });
  const ready = said !== undefined && !advice.isPlaceholderData && !decide.isPending;
  useShortcuts('Decision', [
    {
      keys: 'Enter',
      does: 'Accept',
      run: () => ready && !overruling && said && decide.mutate({ outcome: said.outcome, reason: null }),
    },
  ]);
  const last = check.trials.at(-1);
  return (
    <>
      {last && <OutcomeMark trial={last}>{!check.decision && <AfterTrial trial={last} clientId={check.clientId} />}</OutcomeMark>}
      <PainAsk
        label="Pain after the set"
        pain={pain}
        onChange={setPain}
        about={pain === null ? studio.cautions.aboutPain : undefined}
      />
      <CleanCount value={reps} onChange={setReps} />
      {said ? (
        <section
          aria-label="Recommendation"
          className={advice.isPlaceholderData ? 'opacity-50' : ''}
          data-outcome={said.outcome}
          data-rule={said.ruleId}
        >
          <p className="text-[13.5px] font-semibold text-soft">{decisionWord[said.outcome]}</p>
          <p className="say text-[24px] sm:text-[27px]">{said.headline}</p>
          <details className="mt-1.5 text-[14px]">
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
          </details>
        </section>
      ) : (
        <p className="text-soft" role="status">
          Working out what to recommend…
        </p>
      )}
      <Trouble error={advice.error ?? decide.error} />
      <div className="flex-1" />
      {overruling && said ? (
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
              {CHOICES.filter((o) => o !== said.outcome).map((o) => (
                <button
                  key={o}
                  type="button"
                  aria-pressed={chosen === o}
                  onClick={() => setChosen(o)}
                  className={`min-h-11 rounded-[10px] border px-3 text-[14px] font-semibold ${chosen === o ? 'border-ink bg-ink text-paper' : 'border-edge/50 hover:border-ink'}`}
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
            className="min-h-14 w-full text-[17px]!"
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
              Overrule…
            </Button>
          </div>
        </>
      )}
    </>
  );
}

function CleanCount({
  value,
  onChange,
}: {
  value: Schema['RepetitionsDto'] | null;
  onChange: (value: Schema['RepetitionsDto'] | null) => void;
}) {
  if (!value)
    return (
      <button
        type="button"
        onClick={() => onChange({ prescribed: 5, done: 5, clean: 5 })}
        className="min-h-11 self-start text-[14.5px] text-soft underline decoration-hair underline-offset-4 hover:text-ink"
      >
        Count the set (needed to move on)
      </button>
    );
  const set = (part: Partial<Schema['RepetitionsDto']>) => {
    const next = { ...value, ...part };
    onChange({ ...next, clean: Math.min(next.clean, next.done) });
  };
  return (
    <div className="grid grid-cols-3 gap-2">
      <Stepper
        label="Asked a side"
        value={value.prescribed}
        least={1}
        most={200}
        onSet={(prescribed) => set({ prescribed, done: Math.max(value.done, 0) })}
      />
      <Stepper label="Done" value={value.done} least={0} most={200} onSet={(done) => set({ done })} />
      <Stepper label="Clean" value={value.clean} least={0} most={value.done} onSet={(clean) => set({ clean })} />
    </div>
  );
}

function Stepper({
  label,
  value,
  least,
  most,
  onSet,
}: {
  label: string;
  value: number;
  least: number;
  most: number;
  onSet: (value: number) => void;
}) {
  return (
    <div role="group" aria-label={label} className="rounded-[10px] border border-hair p-1.5 text-center">
      <p className="text-[12.5px] text-soft">{label}</p>
      <div className="flex items-center justify-between">
        <button
          type="button"
          aria-label={`${label}: fewer`}
          disabled={value <= least}
          onClick={() => onSet(value - 1)}
          className="size-11 text-[20px] disabled:opacity-30"
        >
          −
        </button>
        <output className="figure text-[22px]">{value}</output>
        <button
          type="button"
          aria-label={`${label}: more`}
          disabled={value >= most}
          onClick={() => onSet(value + 1)}
          className="size-11 text-[20px] disabled:opacity-30"
        >
          +
        </button>
      </div>
    </div>
  );
}

function Decided({ check, onReopen }: { check: Schema['CheckView']; onReopen: () => void }) {
  const decision = check.decision;
  if (!decision) return null;
  const accepted = decision.chosen === decision.recommendation.outcome;
  return (
    <>
      <p className="text-[13.5px] font-semibold text-soft">Decided</p>
      <p className="say text-[27px] sm:text-[31px]" data-decided={decision.chosen}>
        {decisionWord[decision.chosen]}.
      </p>
      <p>
        {accepted
          ? decision.recommendation.headline
          : `Overruled “${decisionWord[decision.recommendation.outcome].toLowerCase()}”: ${decision.overruleReason}`}
      </p>
      <div className="flex-1" />
      <Link
        to="/"
        className="inline-flex min-h-14 items-center justify-center rounded-[10px] bg-act px-5 text-[17px] font-semibold text-act-ink hover:brightness-110"
      >
        Back to the floor
      </Link>
      <Button onClick={onReopen}>Change this decision</Button>
    </>
  );
}

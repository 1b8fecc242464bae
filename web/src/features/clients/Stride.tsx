import { useMutation } from '@tanstack/react-query';
import { Link } from '@tanstack/react-router';
import { useState } from 'react';
import { v7 as uuid } from 'uuid';
import { api, type Schema, take } from '@/api/client';
import { refreshClient } from '@/api/queries';
import { Button } from '@/ui/Button';
import { Choice } from '@/ui/Choice';
import { Field } from '@/ui/Field';
import { Trouble } from '@/ui/Notice';
import { Sheet } from '@/ui/Sheet';
import { SIDES, type Side, SidePlate } from '@/ui/SidePlate';
import { StrideLine } from '@/ui/StrideLine';
import { Why } from '@/ui/Why';
import { day } from '@/words/dates';

type Stride = Schema['StrideView'];

/** Where the client stands: the line itself, what is asked for there, what comes next, and every step with its why. */
export function Strides({
  strides,
  clientId,
  notOffered,
}: {
  strides: Stride[];
  clientId: string;
  /** Exercises that something on record forbids. */
  notOffered: string[];
}) {
  const [at, setAt] = useState(strides[0]?.ladderId ?? '');
  const stride = strides.find((s) => s.ladderId === at) ?? strides[0];
  if (!stride) return null;
  return (
    <section aria-label="On the ladder" className="mt-6">
      {strides.length > 1 && (
        <div className="mb-2">
          <Choice
            label="Ladder"
            value={stride.ladderId}
            options={strides.map((s) => ({ value: s.ladderId, text: s.ladderName }))}
            onPick={setAt}
          />
        </div>
      )}
      <OnLadder key={stride.ladderId} stride={stride} clientId={clientId} notOffered={notOffered} />
    </section>
  );
}

function OnLadder({ stride, clientId, notOffered }: { stride: Stride; clientId: string; notOffered: string[] }) {
  const [asked, setAsked] = useState<string | undefined>();
  const [putting, setPutting] = useState(false);
  const index = (rungId: string) =>
    Math.max(
      0,
      stride.rungs.findIndex((r) => r.id === rungId),
    );
  const planned = stride.rungs.find((r) => r.id === stride.planned);
  const say = (rungId: string) => (rungId === stride.planned ? stride.asked.text : 'waits for the other');
  const next = stride.next.filter((n) => n.rungId !== stride.planned || n.kind !== 'rung');
  return (
    <>
      <StrideLine
        rungs={stride.rungs.map((r) => ({
          id: r.id,
          name: r.name,
          note: since(r.leftAt, r.rightAt),
          been: { left: r.leftAt !== null, right: r.rightAt !== null },
        }))}
        left={{ rung: index(stride.left), say: say(stride.left) }}
        right={{ rung: index(stride.right), say: say(stride.right) }}
        asked={asked}
        onAsk={(id) => setAsked((was) => (was === id ? undefined : id))}
      />
      {asked && <Story stride={stride} rungId={asked} clientId={clientId} />}
      <div className="mt-2 grid gap-x-10 gap-y-3 lg:grid-cols-[minmax(0,1.35fr)_minmax(0,1fr)]">
        <div>
          <p className="text-copy text-soft">
            {stride.ladderName}: {planned?.exerciseName.toLowerCase()}
          </p>
          <p className="say text-shout" data-asked>
            {stride.asked.text}
          </p>
          <p className="text-body text-soft">
            Rest {stride.asked.rest}
            {stride.asked.tempo && `; ${stride.asked.tempo}`}. {stride.firstSide}
          </p>
          <Why>
            {stride.askedWhy}
            {stride.left !== stride.right && ' The sides stand apart: the plan matches the one further down.'}
          </Why>
          {stride.break && (
            <div className="mt-2 rounded-xl border border-brass/60 p-3">
              <p className="say text-head">{stride.break.sentence}</p>
              <Why>{stride.break.why}</Why>
              <AfterBreak stride={stride} clientId={clientId} />
            </div>
          )}
        </div>
        <div>
          <p className="text-copy text-soft">What would come next</p>
          <ol className="grid gap-1">
            {next.slice(0, 4).map((n) => (
              <li key={`${n.kind}${n.text}`} className="text-body">
                <span className={n.open ? 'font-semibold' : 'text-soft line-through decoration-1'}>
                  {n.text.charAt(0).toUpperCase() + n.text.slice(1)}
                </span>{' '}
                <span className="text-small text-soft">{n.why}</span>
              </li>
            ))}
          </ol>
          <Button kind="quiet" className="-ml-1 px-1! text-small!" onClick={() => setPutting(true)}>
            Put on another rung…
          </Button>
        </div>
      </div>
      <Sheet title="Another rung" open={putting} onOpenChange={setPutting}>
        <PutForm stride={stride} clientId={clientId} notOffered={notOffered} done={() => setPutting(false)} />
      </Sheet>
    </>
  );
}

const since = (left: string | null, right: string | null) =>
  !left && !right
    ? ''
    : left && right && day(left) === day(right)
      ? day(left)
      : [left && `L ${day(left)}`, right && `R ${day(right)}`].filter(Boolean).join(' · ');

/** Why each side came to a rung, with the facts of that day; for a rung ahead, what it asks for. */
function Story({ stride, rungId, clientId }: { stride: Stride; rungId: string; clientId: string }) {
  const rung = stride.rungs.find((r) => r.id === rungId);
  const steps = stride.way.filter((w) => w.rungId === rungId).reverse();
  if (!rung) return null;
  return (
    <div className="mb-3 rounded-2xl bg-paper p-4" data-story={rungId}>
      <p className="say text-head">{rung.exerciseName}</p>
      <p className="text-body text-soft">
        {rung.reason} {rung.doseText}. To begin: {rung.entry}
      </p>
      {steps.length === 0 && <p className="mt-2 text-body">No side has stood here.</p>}
      <ol className="mt-2 grid gap-2">
        {together(stride, steps).map(({ step, why, sides }) => (
          <li key={`${step.at}${sides.join()}`} className="grid grid-cols-[auto_1fr] gap-x-3 border-t border-hair pt-2 text-body">
            <span className="flex items-start gap-1">
              {sides.map((s) => (
                <SidePlate key={s} side={s} size="s" />
              ))}
            </span>
            <div>
              <p>
                <span className="text-soft">
                  {day(step.at)}, {step.coach}.
                </span>{' '}
                {why.sentence}
                {why.reason && ` “${why.reason}”`}
              </p>
              {why.facts.length > 0 && (
                <dl className="mt-1 grid gap-0.5 text-small">
                  {why.facts.map((f) => (
                    <div key={f.label}>
                      <dt className="inline text-soft">{f.label}: </dt>
                      <dd className="inline">{f.value}</dd>
                    </div>
                  ))}
                </dl>
              )}
              {why.ruleName && (
                <p className="mt-1 text-small text-soft">
                  Rule{' '}
                  <Link to="/library" search={{ open: `rule:${why.ruleId}` }} className="underline underline-offset-4">
                    {why.ruleName}
                  </Link>
                  {step.checkId && (
                    <>
                      ,{' '}
                      <Link
                        to="/clients/$clientId/check"
                        params={{ clientId }}
                        search={{ check: step.checkId }}
                        className="underline underline-offset-4"
                      >
                        the look itself
                      </Link>
                    </>
                  )}
                </p>
              )}
            </div>
          </li>
        ))}
      </ol>
    </div>
  );
}

/** Steps of both sides that were one decision are read once. */
function together(stride: Stride, steps: Schema['StrideStepView'][]) {
  const rows: { step: Schema['StrideStepView']; why: Schema['StepWhyView']; sides: Side[] }[] = [];
  for (const step of steps) {
    const why = stride.whys[step.why];
    if (!why) continue;
    const same = rows.find(
      (r) => r.step.checkId === step.checkId && r.why.sentence === why.sentence && day(r.step.at) === day(step.at),
    );
    if (same && !same.sides.includes(step.side)) same.sides = SIDES.filter((s) => s === step.side || same.sides.includes(s));
    else rows.push({ step, why, sides: [step.side] });
  }
  return rows;
}

function AfterBreak({ stride, clientId }: { stride: Stride; clientId: string }) {
  const [id] = useState(() => uuid());
  const lower = stride.break?.rungId;
  const back = useMutation({
    mutationFn: () =>
      take(
        api.POST('/api/stands', {
          body: {
            id,
            clientId,
            ladderId: stride.ladderId,
            rungId: lower ?? stride.planned,
            sides: ['left', 'right'],
            afterBreak: true,
            reason: stride.break?.why ?? null,
          },
        }),
      ),
    onSuccess: () => refreshClient(clientId),
  });
  // Less on the same rung is asked for already: nothing is left to choose.
  if (!stride.break?.anew && !lower) return null;
  if (stride.break?.anew || !lower)
    return (
      <Link
        to="/clients/$clientId/check"
        params={{ clientId }}
        className="mt-1 inline-flex min-h-11 items-center underline underline-offset-4"
      >
        Make the first look
      </Link>
    );
  return (
    <>
      <Button kind="act" className="mt-2" disabled={back.isPending} onClick={() => back.mutate()}>
        Begin at {stride.break?.rungName?.toLowerCase()}
      </Button>
      <Trouble error={back.error} />
    </>
  );
}

/** The coach puts a side elsewhere and says why; it is kept as the coach's own step. */
function PutForm({
  stride,
  clientId,
  notOffered,
  done,
}: {
  stride: Stride;
  clientId: string;
  notOffered: string[];
  done: () => void;
}) {
  const [id] = useState(() => uuid());
  const [sides, setSides] = useState<'both' | Side>('both');
  const [rungId, setRung] = useState(stride.planned);
  const [reason, setReason] = useState('');
  const put = useMutation({
    mutationFn: () =>
      take(
        api.POST('/api/stands', {
          body: {
            id,
            clientId,
            ladderId: stride.ladderId,
            rungId,
            sides: sides === 'both' ? ['left', 'right'] : [sides],
            afterBreak: false,
            reason,
          },
        }),
      ),
    onSuccess: async () => {
      await refreshClient(clientId);
      done();
    },
  });
  return (
    <form
      className="grid gap-4"
      onSubmit={(e) => {
        e.preventDefault();
        put.mutate();
      }}
    >
      <Choice
        label="Which side"
        value={sides}
        options={[
          { value: 'left', text: 'Left' },
          { value: 'both', text: 'Both' },
          { value: 'right', text: 'Right' },
        ]}
        onPick={setSides}
      />
      <label className="block">
        <span className="mb-1 block font-semibold">Rung</span>
        <select
          value={rungId}
          onChange={(e) => setRung(e.target.value)}
          className="h-11 w-full rounded-[10px] border border-edge bg-ground px-3 text-entry"
        >
          {stride.rungs
            .filter((r) => r.id === stride.planned || !notOffered.includes(r.exerciseId))
            .map((r) => (
              <option key={r.id} value={r.id}>
                {r.name}
              </option>
            ))}
        </select>
      </label>
      <Field label="Because" required value={reason} onChange={(e) => setReason(e.target.value)} />
      <Trouble error={put.error} />
      <Button kind="act" type="submit" disabled={put.isPending || reason.trim() === ''}>
        Put there
      </Button>
    </form>
  );
}

import { useMutation } from '@tanstack/react-query';
import { Link, useNavigate, useParams } from '@tanstack/react-router';
import { lazy, Suspense, useEffect } from 'react';
import { v7 as uuid } from 'uuid';
import { api, type Schema, take } from '@/api/client';
import { clientQuery } from '@/api/options';
import { queries, refreshClient, useClient } from '@/api/queries';
import { useShortcuts } from '@/device/keys';
import { openClient } from '@/device/openClients';
import { hasDropped, takeBack } from '@/features/check/dropped';
import { Wedges } from '@/features/check/Wedges';
import { ClientCode } from '@/features/door/ClientCode';
import { WhoseClient } from '@/features/door/WhoseClient';
import { Conditions } from '@/features/safety/Conditions';
import { RaiseStopSign, StandingSign, useWaitingSigns, WaitingSign } from '@/features/safety/StopSign';
import { useUnsent } from '@/outbox/device';
import { Button } from '@/ui/Button';
import { Trouble, Waiting } from '@/ui/Notice';
import { Sentence } from '@/ui/Sentence';
import { day } from '@/words/dates';
import { decisionWord } from '@/words/decisions';
import { Beginning } from './Beginning';
import { InstrumentHistory, isDrawn } from './InstrumentHistory';
import { LeaveClient } from './LeaveClient';
import { Logs, PainLine } from './Logs';
import { Looks } from './Looks';
import { Strides } from './Stride';

// Drawn below what is seen first: a part of its own.
const ClientWeeks = lazy(() =>
  import('@/features/plan/ClientWeeks').then(
    (m) => ({ default: m.ClientWeeks }),
    // Without a signal and not kept yet: the page goes on without it.
    () => ({ default: () => null }),
  ),
);

type Check = Schema['PastCheckView'];

export function ClientScreen() {
  const { clientId } = useParams({ from: '/clients/$clientId' });
  const client = useClient(clientId);
  const waitingSigns = useWaitingSigns(clientId);
  // Begun here and not sent yet: the studio cannot say so.
  const begun = useUnsent((e) => (e.kind === 'draft' || e.kind === 'check') && e.lane === clientId && e.state !== 'refused');
  const older = useMutation({
    mutationFn: () => take(api.GET('/api/clients/{id}', { params: { path: { id: clientId }, query: { all: true } } })),
    onSuccess: (whole) => queries.setQueryData(clientQuery(clientId).queryKey, whole),
  });
  const navigate = useNavigate();
  useShortcuts('Client', [
    {
      keys: 'S',
      does: 'Start the session',
      run: () => void navigate({ to: '/clients/$clientId/session', params: { clientId } }),
    },
    { keys: 'C', does: 'Check the client', run: () => void navigate({ to: '/clients/$clientId/check', params: { clientId } }) },
    {
      keys: 'B',
      does: 'Work out the set-up',
      run: () => void navigate({ to: '/clients/$clientId/bench', params: { clientId } }),
    },
    {
      keys: 'M',
      does: 'Meet: body, ranges, pain, goals',
      run: () => void navigate({ to: '/clients/$clientId/meet', params: { clientId } }),
    },
    { keys: 'L', does: 'All of the log', run: () => void navigate({ to: '/clients/$clientId/log', params: { clientId } }) },
    { keys: 'P', does: 'Plan the weeks', run: () => void navigate({ to: '/clients/$clientId/plan', params: { clientId } }) },
  ]);
  const name = client.data?.client.name;
  useEffect(() => {
    if (name) openClient({ id: clientId, name });
  }, [clientId, name]);
  if (!client.data) return <Waiting what="the client" error={client.error} />;
  const {
    client: person,
    trend,
    tilts,
    stopSigns,
    checks,
    earlierChecks,
    strides,
    logs,
    cues,
    props,
    kept,
    cleared,
    draft,
    measureNames,
    met,
    standard,
    unreadable,
    today,
  } = client.data;
  const first = person.name.split(' ')[0];
  const dropped = hasDropped(clientId);
  const undecided = checks.at(-1)?.decision === null;
  // Whom nobody has met is met first; a look can still be had at once.
  const meetFirst = checks.length === 0 && !met && !draft;
  const seenOnly = !isDrawn(checks);
  const looks = <Looks checks={checks} names={measureNames} clientId={clientId} />;
  return (
    <div className="mx-auto max-w-[1240px] px-4 py-5 sm:px-8 sm:py-7">
      {stopSigns.length === 0 && (today.stoppedByPain !== null || today.notAllowed) && (
        <div role="alert" className="mb-5 rounded-2xl bg-brick p-5 text-paper sm:p-6" data-stopped>
          <p className="say text-big sm:text-large">{today.attention.sentence}</p>
          <p className="mt-1.5 text-body">{today.attention.why}</p>
          {today.stoppedByPain !== null && undecided && (
            <Link
              to="/clients/$clientId/check"
              params={{ clientId }}
              className="mt-3 inline-flex min-h-11 items-center rounded-[10px] bg-paper px-4 font-semibold text-ink"
            >
              Decide on the last look
            </Link>
          )}
        </div>
      )}
      <div className="grid gap-x-10 gap-y-4 lg:grid-cols-[1fr_auto]">
        <div>
          <p className="text-soft">
            {person.name}
            {person.goal && <> · “{person.goal}”</>}
          </p>
          <h1
            className={`say mt-1.5 max-w-[22em] ${today.stoppedByPain !== null ? 'text-title sm:text-shout' : 'text-big sm:text-grand'}`}
          >
            <Sentence parts={trend} />
          </h1>
          {tilts.map((line) => (
            <p key={line} className="mt-2 max-w-[60ch] text-copy text-soft">
              {line}
            </p>
          ))}
        </div>
        <div className="flex flex-wrap items-end gap-2.5 lg:flex-col lg:items-stretch lg:justify-end">
          {stopSigns.length === 0 && !waitingSigns.stops && today.stoppedByPain === null && (
            <Link
              to="/clients/$clientId/check"
              params={{ clientId }}
              className={`inline-flex max-w-full items-center justify-center gap-2.5 rounded-[10px] font-semibold [overflow-wrap:anywhere] ${meetFirst ? ASIDE : FIRST}`}
            >
              {draft || undecided || begun.length > 0 ? `Go on with ${first}` : `Check ${first}`}
              <kbd className="hidden rounded border border-current/40 px-1.5 font-sans text-tiny leading-[18px] lg:inline-block">
                C
              </kbd>
            </Link>
          )}
          {meetFirst && (
            <Link
              to="/clients/$clientId/meet"
              params={{ clientId }}
              className={`order-first inline-flex max-w-full items-center justify-center gap-2.5 rounded-[10px] font-semibold [overflow-wrap:anywhere] ${FIRST}`}
            >
              Meet {first}
              <kbd className="hidden rounded border border-current/40 px-1.5 font-sans text-tiny leading-[18px] lg:inline-block">
                M
              </kbd>
            </Link>
          )}
          {!draft && dropped && (
            <Button
              className="min-h-11"
              onClick={() => {
                takeBack(clientId);
                void navigate({ to: '/clients/$clientId/check', params: { clientId } });
              }}
            >
              Take the dropped look back
            </Button>
          )}
          <div className="flex flex-wrap gap-2.5">
            {stopSigns.length === 0 && !waitingSigns.stops && today.asked && (
              <Side to="/clients/$clientId/session" id={clientId} hint="S">
                Session
              </Side>
            )}
            <Side to="/clients/$clientId/bench" id={clientId} hint="B">
              Set-up
            </Side>
            <Side to="/clients/$clientId/plan" id={clientId} hint="P">
              Plan
            </Side>
            {!meetFirst && (
              <Side to="/clients/$clientId/meet" id={clientId} hint="M">
                Meet
              </Side>
            )}
          </div>
          <p className="flex min-w-0 flex-wrap gap-x-4 text-small text-soft lg:justify-center">
            <Link
              to="/page/$clientId"
              params={{ clientId }}
              search={{ for: 'client' }}
              className="inline-flex min-h-11 min-w-0 items-center underline underline-offset-4 [overflow-wrap:anywhere]"
            >
              Page for {first}
            </Link>
            <Link
              to="/page/$clientId"
              params={{ clientId }}
              search={{ for: 'clinician' }}
              className="inline-flex min-h-11 min-w-0 items-center underline underline-offset-4 [overflow-wrap:anywhere]"
            >
              For a clinician
            </Link>
            <ClientCode clientId={clientId} name={first ?? person.name} />
          </p>
          <RaiseStopSign clientId={clientId} />
        </div>
      </div>

      {(stopSigns.length > 0 || waitingSigns.stops) && (
        <div className="mt-5 grid gap-3">
          {waitingSigns.entries.map((entry) => (
            <WaitingSign key={entry.id} entry={entry} />
          ))}
          {stopSigns.map((flag) => (
            <StandingSign key={flag.id} flag={flag} clientId={clientId} />
          ))}
        </div>
      )}

      <Conditions today={today} className="mt-4 max-w-[54em]" />

      {unreadable.length > 0 && (
        <div
          role="note"
          className="mt-5 grid gap-1.5 rounded-[10px] border-l-4 border-slate bg-slate-wash px-3.5 py-2.5 text-body"
        >
          {unreadable.map((sentence) => (
            <p key={sentence}>{sentence}</p>
          ))}
        </div>
      )}

      {stopSigns.length === 0 && today.stoppedByPain === null && strides.length > 0 && (
        <Strides strides={strides} clientId={clientId} notOffered={today.notOffered} />
      )}

      {checks.length === 0 ? (
        <Beginning view={client.data} />
      ) : (
        <div className="mt-7 grid gap-8 lg:grid-cols-[minmax(0,1.35fr)_minmax(0,1fr)]">
          <section aria-label="Readings over time" className="min-w-0">
            {/* What was only seen has no number to draw: then what the looks saw comes first. */}
            <div className="grid gap-7">
              {seenOnly && looks}
              <InstrumentHistory checks={checks} schoolName={schoolName(checks, standard.standard.school)} />
              {!seenOnly && looks}
            </div>
            <PainLine checks={checks} />
            <Suspense fallback={null}>
              <ClientWeeks clientId={person.id} />
            </Suspense>
            {logs.length > 0 && <Logs client={person} logs={logs} />}
            {props.length > 0 && <Props props={props} clientId={person.id} version={person.version} />}
            <Wedges clientId={person.id} />
            {kept.length > 0 && <Kept kept={kept} clientId={person.id} version={person.version} />}
            {cues.length > 0 && <Cues cues={cues} name={first ?? person.name} />}
          </section>
          <section aria-label="Decisions" className="min-w-0">
            <h2 className="say mb-1 text-head">What was decided, and why</h2>
            <ol>
              {[...checks].reverse().map((check) => (
                <DecisionRow key={check.id} check={check} />
              ))}
            </ol>
            {earlierChecks > 0 && (
              <Button kind="quiet" className="mt-2" disabled={older.isPending} onClick={() => older.mutate()}>
                {earlierChecks} earlier {earlierChecks === 1 ? 'look' : 'looks'}
              </Button>
            )}
            {cleared.map((c) => (
              <p key={c.id} className="mt-3 text-small text-soft">
                Red flag cleared {day(c.at)}: {c.text.toLowerCase()}. Examined by {c.examinedBy}; allowed: {c.allowed}
                {c.no && `; ${c.no}`}
                {c.until && ` until ${day(c.until)}`}.
              </p>
            ))}
          </section>
        </div>
      )}
      <WhoseClient client={person} />
      <LeaveClient clientId={clientId} name={person.name} />
    </div>
  );
}

const FIRST = 'min-h-14 bg-act px-6 text-lead text-act-ink hover:brightness-110';
const ASIDE = 'min-h-11 border border-edge bg-paper px-4 hover:border-ink';

function Side({
  to,
  id,
  hint,
  children,
}: {
  to: '/clients/$clientId/bench' | '/clients/$clientId/meet' | '/clients/$clientId/plan' | '/clients/$clientId/session';
  id: string;
  hint: string;
  children: string;
}) {
  return (
    <Link
      to={to}
      params={{ clientId: id }}
      className="inline-flex min-h-11 flex-1 items-center justify-center gap-2 whitespace-nowrap rounded-[10px] border border-edge bg-paper px-3 font-semibold hover:border-ink"
    >
      {children}
      <kbd className="hidden rounded border border-current/40 px-1.5 font-sans text-tiny leading-[18px] lg:inline-block">
        {hint}
      </kbd>
    </Link>
  );
}

const schoolName = (checks: Check[], school: Schema['SchoolCode']) =>
  checks.findLast((c) => c.school === school)?.schoolName ?? checks.at(-1)?.schoolName ?? '';

function Cues({ cues, name }: { cues: Schema['CueView'][]; name: string }) {
  return (
    <div className="mt-7">
      <h2 className="say mb-2 text-head">What works for {name}</h2>
      <ul className="grid gap-2">
        {cues.map((cue) => (
          <li key={cue.id} className="grid grid-cols-[auto_1fr] items-baseline gap-x-4 border-t border-hair pt-2.5">
            <span className={`figure text-title ${cue.helped === 0 ? 'text-soft' : ''}`}>
              {cue.helped}
              <span className="text-body text-soft"> of {cue.tried}</span>
            </span>
            <span>
              <span className="font-semibold">{cue.short}</span> <span className="text-soft">“{cue.cue}”</span>
            </span>
          </li>
        ))}
      </ul>
    </div>
  );
}

function DecisionRow({ check }: { check: Check }) {
  const decision = check.decision;
  return (
    <li className="grid grid-cols-[58px_1fr] gap-x-3 border-t border-hair py-3">
      <span className="text-copy text-soft">{day(check.at)}</span>
      <div className="min-w-0">
        {decision ? (
          <details>
            <summary className="min-h-11 cursor-pointer list-none">
              {decision.chosen === decision.recommendation.outcome ? (
                <span className="font-semibold">{decision.said}</span>
              ) : (
                <span>
                  <span className="font-semibold">{decisionWord[decision.chosen]}. </span>Your call instead of “
                  {decisionWord[decision.recommendation.outcome].toLowerCase()}”: {decision.overruleReason}
                </span>
              )}{' '}
              <span className="text-small text-soft underline decoration-hair underline-offset-4">Why?</span>
            </summary>
            <div className="mt-2.5 rounded-xl bg-paper p-3.5 text-copy">
              <p>{decision.recommendation.reason}</p>
              <dl className="mt-2 grid gap-1.5">
                {decision.recommendation.facts.map((fact) => (
                  <div key={fact.label}>
                    <dt className="inline text-soft">{fact.label}: </dt>
                    <dd className="inline">{fact.value}</dd>
                  </div>
                ))}
              </dl>
              <p className="mt-2 text-small text-soft">
                Rule “{decision.recommendation.ruleName}”, {check.schoolName.toLowerCase()}, decided by {decision.coach}.
              </p>
            </div>
          </details>
        ) : (
          <span className="font-semibold text-slate">No decision yet.</span>
        )}
        {check.remark && <p className="mt-1 text-small text-soft">Said unasked: “{check.remark}”</p>}
        {check.trials.map((t) => (
          <p key={t.id} className="mt-1 text-small text-soft">
            Tried “{t.short}” on the {t.side}: {outcome[t.outcome]}.
          </p>
        ))}
      </div>
    </li>
  );
}

const outcome = { helped: 'helped', noDifference: 'no difference', worse: 'worse' } as const;

/** What a trial made part of the client's set-up. */
function Kept({ kept, clientId, version }: { kept: Schema['KeptView'][]; clientId: string; version: number }) {
  const out = useMutation({
    mutationFn: (correctionId: string) =>
      take(api.PUT('/api/kept', { body: { operationId: uuid(), version, clientId, correctionId, kept: false } })),
    onSuccess: () => refreshClient(clientId),
  });
  return (
    <div className="mt-7">
      <h2 className="say mb-2 text-head">Part of the set-up</h2>
      <ul>
        {kept.map((k) => (
          <li key={k.correctionId} className="flex flex-wrap items-center justify-between gap-x-4 border-t border-hair py-1.5">
            <span>
              <span className="font-semibold">{k.text}</span>{' '}
              <span className="text-soft">since {day(k.since)}, because it helped</span>
            </span>
            <Button kind="quiet" onClick={() => out.mutate(k.correctionId)}>
              Take it out
            </Button>
          </li>
        ))}
      </ul>
      <Trouble error={out.error} />
    </div>
  );
}

/** What the client has borrowed, and the day it is tried without. */
function Props({ props, clientId, version }: { props: Schema['PropView'][]; clientId: string; version: number }) {
  const back = useMutation({
    mutationFn: (correctionId: string) =>
      take(api.PUT('/api/props', { body: { operationId: uuid(), version, clientId, correctionId, lent: false, review: null } })),
    onSuccess: () => refreshClient(clientId),
  });
  return (
    <div className="mt-7">
      <h2 className="say mb-2 text-head">Borrowed</h2>
      <ul>
        {props.map((prop) => (
          <li key={prop.correctionId} className="flex flex-wrap items-center justify-between gap-x-4 border-t border-hair py-1.5">
            <span>
              <span className="font-semibold">{prop.short}</span>{' '}
              <span className={prop.due ? 'font-semibold text-brick' : 'text-soft'}>
                {prop.due ? 'to be tried without now' : `until ${day(prop.review)}, then tried without`}
              </span>
            </span>
            <Button kind="quiet" onClick={() => back.mutate(prop.correctionId)}>
              Given back
            </Button>
          </li>
        ))}
      </ul>
      <Trouble error={back.error} />
    </div>
  );
}

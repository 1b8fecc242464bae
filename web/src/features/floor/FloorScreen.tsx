import { useQuery } from '@tanstack/react-query';
import { Link, useNavigate } from '@tanstack/react-router';
import { useState } from 'react';
import type { Schema } from '@/api/client';
import { sessionsQuery } from '@/api/options';
import { useFloor } from '@/api/queries';
import { useShortcuts } from '@/device/keys';
import { useOwns, usePerson } from '@/device/person';
import { deviceId } from '@/device/self';
import { SetupCard } from '@/features/bench/SetupCard';
import { SettleGate } from '@/features/check/SettleGate';
import { LogSheet } from '@/features/log/LogSheet';
import { Conditions } from '@/features/safety/Conditions';
import { ActionBar } from '@/ui/ActionBar';
import { Button } from '@/ui/Button';
import { KneePair, PelvisPair, ShinPair } from '@/ui/instruments/Pairs';
import { Empty, Waiting } from '@/ui/Notice';
import { kneeOf, pelvisOf, shinOf } from '@/ui/results';
import { Sentence } from '@/ui/Sentence';
import { SIDES, SidePlate } from '@/ui/SidePlate';
import { StyleLines } from '@/ui/StyleLines';
import { Why } from '@/ui/Why';
import { type Result, resultText, verdictWord } from '@/words/verdict';
import { OneTapLog } from './OneTapLog';
import { AddClient, PlanVisit } from './Planning';

type Visit = Schema['VisitView'];

/** A disk that breaks would take too much along: whoever is here hears of it, and the owner gets to where it is mended. */
function NotSaved({ sentence }: { sentence: string }) {
  const owns = useOwns();
  return (
    <p role="alert" className="mt-3 rounded-[10px] border-l-4 border-brick bg-brick-wash px-3.5 py-2.5 text-body text-brick">
      {sentence}{' '}
      {owns ? (
        <Link to="/backups" className="font-semibold underline underline-offset-4">
          Save the studio
        </Link>
      ) : (
        'Tell the owner.'
      )}
    </p>
  );
}

/** What ends or bars training: it is said in the colour of a stop, and no set is offered. */
const STOPS: Schema['AttentionKind'][] = ['stopSign', 'painStop', 'notAllowed'];

/** Barred only where nothing stands in for what was planned. */
const isStopped = (today: Schema['TodayView']) =>
  today.attention.kind === 'notAllowed' ? today.asked === null : STOPS.includes(today.attention.kind);

export function FloorScreen() {
  const floor = useFloor();
  const [adding, setAdding] = useState(false);
  const [planning, setPlanning] = useState<Schema['ClientSummary'] | null>(null);
  const [logging, setLogging] = useState<Visit | null>(null);
  const navigate = useNavigate();
  const coaches = useCoaches();
  const next = floor.data?.visits.find((v) => v.state === 'next');
  const open = (to: '/clients/$clientId' | '/clients/$clientId/check') =>
    next && void navigate({ to, params: { clientId: next.client.id } });
  useShortcuts('Today', [
    { keys: 'C', does: 'Check who is next', run: () => open('/clients/$clientId/check') },
    { keys: 'H', does: 'History of who is next', run: () => open('/clients/$clientId') },
    { keys: 'L', does: 'Log for who is next', run: () => next && !isStopped(next.today) && setLogging(next) },
    { keys: 'N', does: 'Add a client', run: () => coaches && setAdding(true) },
  ]);
  if (!floor.data) return <Waiting what="today" error={floor.error} />;
  const { visits, unplanned, dayText } = floor.data;
  const others = visits.filter((v) => v !== next);
  return (
    <div className="mx-auto max-w-[1240px] px-4 py-4 max-lg:pb-[100px] sm:px-8 sm:py-5">
      <div className="flex flex-wrap items-center justify-between gap-3">
        <p className="text-body text-soft">
          {dayText} · {visits.length === 0 ? 'nobody planned' : `${visits.length} today`}
          {floor.dataUpdatedAt === 0 && floor.isError && <span className="text-slate"> · as the studio last said it</span>}
        </p>
        {coaches && (
          <Button onClick={() => setAdding(true)} hint="N">
            Add a client
          </Button>
        )}
      </div>

      {floor.data.backup && <NotSaved sentence={floor.data.backup} />}
      {next ? (
        <NextUp visit={next} onLog={() => setLogging(next)} />
      ) : visits.length > 0 ? (
        <h1 className="say my-6 text-large sm:text-grand">Everyone planned for today is done.</h1>
      ) : (
        <div className="my-6">
          <Empty screen title="Nobody is planned for today.">
            {unplanned.length > 0 ? 'Put somebody from below into the day.' : 'Add your first client to begin.'}
          </Empty>
        </div>
      )}

      {others.length > 0 && (
        <section aria-label="The rest of the day" className="mt-8">
          <ol>
            {others.map((visit) => (
              <Row key={visit.id} visit={visit} onLog={() => setLogging(visit)} />
            ))}
          </ol>
        </section>
      )}

      <LeftOpen />

      {coaches && unplanned.length > 0 && (
        <section className="mt-9">
          <h2 className="mb-2 font-semibold text-soft">Nothing planned from today on</h2>
          <ul className="flex flex-wrap gap-2">
            {unplanned.map((client) => (
              <li key={client.id} className="flex max-w-full overflow-hidden rounded-[10px] border border-hair bg-paper">
                <Link
                  to="/clients/$clientId"
                  params={{ clientId: client.id }}
                  className="grid min-h-11 min-w-0 items-center px-4 font-semibold hover:bg-ground [overflow-wrap:anywhere]"
                >
                  {client.name}
                </Link>
                <button
                  type="button"
                  onClick={() => setPlanning(client)}
                  className="min-h-11 shrink-0 border-l border-hair px-3 text-copy text-soft hover:bg-ground hover:text-ink"
                >
                  Plan…
                </button>
              </li>
            ))}
          </ul>
        </section>
      )}
      <AddClient open={adding} onOpenChange={setAdding} />
      {logging && (
        <LogSheet
          client={logging.client}
          exercise={{ id: logging.today.exerciseId, name: logging.today.exerciseName }}
          open
          onOpenChange={(is) => !is && setLogging(null)}
        />
      )}
      <PlanVisit client={planning} onClose={() => setPlanning(null)} />
    </div>
  );
}

/** Sessions of days before that nobody put away: what was counted in them is not logged yet. */
function LeftOpen() {
  const open = useQuery(sessionsQuery).data?.sessions.filter((s) => s.leftOpen !== null) ?? [];
  if (open.length === 0) return null;
  return (
    <section aria-label="Left open" className="mt-8">
      <h2 className="mb-2 font-semibold text-soft">Left open, and not logged yet</h2>
      <ul className="flex flex-wrap gap-2">
        {open.map((s) => (
          <li key={s.id}>
            <Link
              to="/clients/$clientId/session"
              params={{ clientId: s.clientId }}
              className="grid min-h-11 items-center rounded-[10px] border border-slate bg-slate-wash px-4 font-semibold text-slate"
            >
              {s.clientName}, {s.leftOpen}
            </Link>
          </li>
        ))}
      </ul>
    </section>
  );
}

/** The one thing the floor answers first: who is next, with what, and what to look at. */
function NextUp({ visit, onLog }: { visit: Visit; onLog: () => void }) {
  const { today } = visit;
  const coaches = useCoaches();
  const stop = isStopped(today);
  const flagged = today.attention.kind === 'stopSign';
  const name = visit.client.name.split(' ')[0];
  return (
    <section
      aria-label="Next"
      className="mt-3 grid gap-x-10 gap-y-4 rounded-3xl bg-paper p-5 sm:p-7 lg:grid-cols-[minmax(0,1fr)_300px]"
    >
      <div className="min-w-0">
        <p className="flex items-baseline gap-3">
          <span className="figure text-big">{visit.time}</span>
          <span className="text-soft">
            {today.exerciseName} · {today.schoolName.toLowerCase()}
          </span>
        </p>
        <h1 className="say mt-1.5 max-w-[21em] text-big sm:text-grand">
          {visit.client.name}. <span className={stop ? 'text-brick' : ''}>{today.attention.sentence}</span>
        </h1>
        <Why>{today.attention.why}</Why>
        {visit.lastLook && (
          <p className="mt-1 max-w-[46em] text-body text-soft sm:text-lead">
            <LastTime visit={visit} /> {decided(visit) && <>Decided: {lowerFirst(decided(visit) ?? '')}</>}
          </p>
        )}
        {visit.unreadable.map((sentence) => (
          <p key={sentence} className="mt-2 text-body text-slate">
            {sentence}
          </p>
        ))}
        <Conditions today={today} className="mt-3 max-w-[46em]" />
        {coaches && !stop && today.ask.length > 0 && (
          <p className="text-body text-soft">
            Not asked yet for the record: {today.ask.length}.{' '}
            <Link
              to="/clients/$clientId/meet"
              params={{ clientId: visit.client.id }}
              className="inline-flex min-h-11 min-w-11 items-center underline decoration-hair underline-offset-4 hover:text-ink"
            >
              Ask
            </Link>
          </p>
        )}
        {today.due.length > 0 && (
          <ul aria-label="Due today" className="mt-3 grid gap-1.5">
            {today.due.map((d) => (
              <li key={d.kind} className="border-l-4 border-brass pl-3 text-body">
                {d.sentence}
              </li>
            ))}
          </ul>
        )}
        {today.asked && <Dose today={today} asked={today.asked} />}
        {today.card.length > 0 && (
          <div className="mt-3 border-t border-hair pt-3">
            <SetupCard lines={today.card.filter((l) => !['trunk', 'shin'].includes(l.id))} />
          </div>
        )}
        {!stop && today.style.length > 0 && (
          <details className="mt-2">
            <summary className="inline-flex min-h-11 cursor-pointer items-center text-body text-soft underline decoration-hair underline-offset-4 hover:text-ink">
              The way it is done here
            </summary>
            <StyleLines lines={today.style} />
          </details>
        )}
        {!stop && today.gate && (
          <div className="mt-3 max-w-[560px]">
            <SettleGate gate={today.gate} place={`gate-${visit.id}`} />
          </div>
        )}
      </div>
      <div className="flex flex-col gap-4">
        {visit.lastLook && <Instruments look={visit.lastLook} />}
        {today.cueText && !stop && (
          <div className="border-t border-hair pt-3">
            <p className="text-small text-soft">The cue to carry</p>
            <p className="say text-shout">“{today.cueText}”</p>
          </div>
        )}
        <div className="flex-1" />
        <div className="grid grid-cols-2 gap-2.5">
          {coaches && (
            <LinkButton to="/clients/$clientId" id={visit.client.id}>
              History
            </LinkButton>
          )}
          {!stop && (
            <Button hint="L" className="min-h-14" onClick={onLog}>
              Log
            </Button>
          )}
        </div>
        <ActionBar>
          {!coaches ? (
            // What stops a session is a coach's to look at.
            !stop && (
              <LinkButton to="/clients/$clientId/session" id={visit.client.id} act>
                {sessionWords(visit)}
              </LinkButton>
            )
          ) : stop ? (
            <LinkButton to="/clients/$clientId" id={visit.client.id} act>
              {flagged ? 'See the red flag' : `See ${name}`}
            </LinkButton>
          ) : runsFirst(visit) ? (
            <>
              <LinkButton to="/clients/$clientId/check" id={visit.client.id}>
                {begun(visit) ? 'Go on' : 'Check'}
              </LinkButton>
              <LinkButton to="/clients/$clientId/session" id={visit.client.id} act>
                {sessionWords(visit)}
              </LinkButton>
            </>
          ) : (
            <>
              <LinkButton to="/clients/$clientId/session" id={visit.client.id}>
                Session
              </LinkButton>
              <LinkButton to="/clients/$clientId/check" id={visit.client.id} act>
                {checkWords(visit)}
              </LinkButton>
            </>
          )}
        </ActionBar>
      </div>
    </section>
  );
}

/** Whether whoever is in looks and decides; assistants run what was decided. */
const useCoaches = () => usePerson()?.coaches === true;

const begun = (visit: Visit) => visit.today.attention.kind === 'unfinished' || visit.today.attention.kind === 'undecided';

const checkWords = (visit: Visit) => `${begun(visit) ? 'Go on with' : 'Check'} ${visit.client.name.split(' ')[0]}`;

/** Where nothing asks for a look first, or the session runs already, the session is what comes next. */
const runsFirst = (visit: Visit) =>
  (visit.session && !visit.session.closed) || ['carryOn', 'askPain'].includes(visit.today.attention.kind);

const sessionWords = (visit: Visit) =>
  !visit.session
    ? `Start ${visit.client.name.split(' ')[0]}`
    : visit.session.closed
      ? 'See it'
      : visit.session.deviceId === deviceId()
        ? 'Go on'
        : 'See the session';

/** What is due beside the work, a word each. */
function DueWords({ due }: { due: Schema['DueView'][] }) {
  if (due.length === 0) return null;
  return (
    <ul aria-label="Due today" className="mt-2 flex flex-wrap gap-1.5">
      {due.map((d) => (
        <li
          key={d.kind}
          title={d.sentence}
          className="rounded-full border border-brass px-2.5 py-0.5 text-copy font-semibold text-brass-text"
        >
          {d.short}
        </li>
      ))}
    </ul>
  );
}

/** What is asked for today, large enough to be called across the floor. */
function Dose({ today, asked }: { today: Schema['TodayView']; asked: Schema['PrescriptionView'] }) {
  return (
    <div className="mt-3 border-t border-hair pt-3" data-dose>
      <p className="text-small text-soft">
        {today.ladderName ? `${today.ladderName}, ${today.rungName?.toLowerCase()}` : 'On no ladder'}
        {today.ladderName && !today.placed && ' (not placed yet)'}
      </p>
      <p className="say text-shout">{asked.text}</p>
      <p className="text-body text-soft">
        Rest {asked.rest}
        {asked.tempo && `; ${asked.tempo}`}. {today.firstSideText} {today.apart}
      </p>
      <Why>{today.askedWhy}</Why>
    </div>
  );
}

/** What was decided last, in the words of the choice that was made; a log of today comes before it. */
const decided = (visit: Visit) => visit.logged ?? visit.today.decided;

/** What was found last, with the name of the exercise where it is not today's. */
function LastTime({ visit }: { visit: Visit }) {
  return visit.lastLook ? (
    <>
      Last time{visit.today.lastLookExercise && `, ${lowerFirst(visit.today.lastLookExercise)}`}:{' '}
      <Sentence parts={visit.lastLook.sentence} />
    </>
  ) : null;
}

const lowerFirst = (text: string) => text.charAt(0).toLowerCase() + text.slice(1);

function LinkButton({
  to,
  id,
  act,
  small,
  children,
}: {
  to: '/clients/$clientId' | '/clients/$clientId/check' | '/clients/$clientId/session';
  id: string;
  act?: boolean;
  small?: boolean;
  children: React.ReactNode;
}) {
  return (
    <Link
      to={to}
      params={{ clientId: id }}
      {...(act ? { 'data-act': '' } : {})}
      className={`inline-flex items-center justify-center rounded-[10px] font-semibold whitespace-nowrap ${small ? 'min-h-11 px-4 text-body' : 'min-h-14 px-5 text-entry'} ${
        act ? 'flex-1 bg-act text-lead text-act-ink hover:brightness-110' : 'border border-edge bg-paper hover:border-ink'
      }`}
    >
      {children}
    </Link>
  );
}

/** The rest of the day reads like the chalk list by the door: time, name, what to look at; each can be checked or logged from here. */
function Row({ visit, onLog }: { visit: Visit; onLog: () => void }) {
  const { today } = visit;
  const done = visit.state === 'done';
  const coaches = useCoaches();
  const stop = isStopped(today);
  const name = visit.client.name.split(' ')[0];
  return (
    <li className="grid items-center gap-x-4 border-t border-hair last:border-b lg:grid-cols-[minmax(0,1fr)_auto]">
      <Link
        to={coaches ? '/clients/$clientId' : '/clients/$clientId/session'}
        params={{ clientId: visit.client.id }}
        className={`grid min-h-16 items-baseline gap-x-4 gap-y-0.5 px-2 py-3 hover:bg-paper ${
          // "10:00 am" is wider than "10:00".
          visit.time.length > 5
            ? 'grid-cols-[84px_1fr] sm:grid-cols-[84px_200px_minmax(0,1fr)_auto]'
            : 'grid-cols-[62px_1fr] sm:grid-cols-[62px_200px_minmax(0,1fr)_auto]'
        }`}
      >
        <span className={`figure whitespace-nowrap text-head ${done ? 'text-soft' : ''}`}>{visit.time}</span>
        <span className={`text-lead font-semibold ${done ? 'text-soft' : ''}`}>{visit.client.name}</span>
        <span className={`max-sm:col-start-2 ${stop ? 'font-semibold text-brick' : done ? 'text-soft' : ''}`}>
          {done && !stop ? `Done. ${decided(visit) ?? ''}` : today.attention.sentence}
          {!done && today.asked && (
            <span className="block text-copy font-semibold text-ink" data-dose>
              {today.rungName ?? today.exerciseName}: {today.asked.text}
            </span>
          )}
          {!done && <DueWords due={today.due} />}
          {visit.session && !visit.session.closed && (
            <span className="block text-copy font-semibold text-slate">Runs on {visit.session.deviceName}.</span>
          )}
          {!done && visit.lastLook && (
            <span className="block text-copy font-normal text-soft">
              <LastTime visit={visit} />
            </span>
          )}
        </span>
        {visit.lastLook && (
          <span className="self-center max-sm:hidden">
            <Matters look={visit.lastLook} row />
          </span>
        )}
      </Link>
      <span className="flex flex-wrap gap-2 pb-3 max-lg:pl-[82px] lg:w-[310px] lg:justify-end lg:py-2">
        {stop ? (
          coaches && (
            <LinkButton to="/clients/$clientId" id={visit.client.id} small>
              See {name}
            </LinkButton>
          )
        ) : (
          <>
            {!done && (
              <>
                <LinkButton to="/clients/$clientId/session" id={visit.client.id} small>
                  {visit.session ? 'Session' : 'Start'}
                </LinkButton>
                {coaches && (
                  <LinkButton to="/clients/$clientId/check" id={visit.client.id} small>
                    {checkWords(visit)}
                  </LinkButton>
                )}
              </>
            )}
            {done || !today.asked ? (
              <Button aria-label={`Log: ${visit.client.name}`} onClick={onLog}>
                Log
              </Button>
            ) : (
              <OneTapLog visit={visit} asked={today.asked} />
            )}
          </>
        )}
      </span>
    </li>
  );
}

type LastLook = NonNullable<Visit['lastLook']>;
type Instrument = NonNullable<LastLook['matters']>;

const INSTRUMENTS: Record<Instrument, { name: string; of: typeof shinOf; Pair: typeof ShinPair }> = {
  shin: { name: 'Front shin angle', of: shinOf, Pair: ShinPair },
  knee: { name: 'Knee over the foot', of: kneeOf, Pair: KneePair },
  pelvis: { name: 'Pelvic level', of: pelvisOf, Pair: PelvisPair },
};

/** The instrument that matters today, both sides. */
function Matters({ look, row = false }: { look: LastLook; row?: boolean }) {
  if (!look.matters) return null;
  const { of, Pair } = INSTRUMENTS[look.matters];
  return <Pair left={of(look, 'left')} right={of(look, 'right')} {...(row ? { size: 'row' as const } : {})} />;
}

/** What one side said: a number with its error, or what was only seen. */
const said = (result: Result | null) =>
  result === null
    ? 'not looked at'
    : result.source === 'eye'
      ? `seen ${result.verdict === 'inBand' ? 'fine' : 'not fine'}`
      : `${result.text ?? ''} ${result.reachText ?? ''}`;

/** The three instruments as they stood last time with their numbers, the one that matters today the largest. */
function Instruments({ look }: { look: LastLook }) {
  const first = look.matters;
  if (!first) return null;
  const others = (Object.keys(INSTRUMENTS) as Instrument[]).filter(
    (i) => i !== first && SIDES.some((side) => INSTRUMENTS[i].of(look, side)),
  );
  return (
    <div className="grid gap-3" data-instruments={first}>
      <div>
        <p className="mb-1.5 text-small text-soft">{INSTRUMENTS[first].name}, last time before any cue</p>
        <div className="grid justify-items-center">
          <Matters look={look} />
        </div>
        <div className="mt-1 grid grid-cols-2 gap-2 text-center">
          {SIDES.map((side) => {
            const result = INSTRUMENTS[first].of(look, side);
            return (
              <p key={side} className="leading-tight">
                {result?.text && result.source !== 'eye' ? (
                  <>
                    <span className={`figure text-big ${resultText(result)}`}>{result.text}</span>{' '}
                    <span className="text-small text-soft">{result.reachText}</span>
                  </>
                ) : (
                  <span className={`font-semibold ${resultText(result)}`}>{said(result)}</span>
                )}
                {result?.verdict && result.source !== 'eye' && (
                  <span className={`block text-small ${resultText(result)}`}>{verdictWord[result.verdict].toLowerCase()}</span>
                )}
              </p>
            );
          })}
        </div>
      </div>
      {others.map((i) => (
        <div key={i} className="border-t border-hair pt-2 text-copy">
          <p className="text-soft">{INSTRUMENTS[i].name}</p>
          <p className="mt-0.5 grid grid-cols-2 gap-2 font-semibold tabular-nums">
            {SIDES.map((side) => {
              const result = INSTRUMENTS[i].of(look, side);
              return (
                <span key={side} className={`flex items-center gap-1.5 ${resultText(result)}`}>
                  <SidePlate side={side} size="s" /> {said(result)}
                </span>
              );
            })}
          </p>
        </div>
      ))}
    </div>
  );
}

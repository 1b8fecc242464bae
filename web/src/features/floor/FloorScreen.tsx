import { Link, useNavigate } from '@tanstack/react-router';
import { useState } from 'react';
import type { Schema } from '@/api/client';
import { useFloor } from '@/api/queries';
import { useShortcuts } from '@/device/keys';
import { SetupCard } from '@/features/bench/SetupCard';
import { SettleGate } from '@/features/check/SettleGate';
import { LogSheet } from '@/features/log/LogSheet';
import { Conditions } from '@/features/safety/Conditions';
import { Button } from '@/ui/Button';
import { KneePair, PelvisPair, ShinPair } from '@/ui/instruments/Pairs';
import { Empty, Waiting } from '@/ui/Notice';
import { kneeOf, pelvisOf, shinOf } from '@/ui/results';
import { Sentence } from '@/ui/Sentence';
import { StyleLines } from '@/ui/StyleLines';
import { Why } from '@/ui/Why';
import { AddClient, PlanVisit } from './Planning';

type Visit = Schema['VisitView'];

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
  const next = floor.data?.visits.find((v) => v.state === 'next');
  const open = (to: '/clients/$clientId' | '/clients/$clientId/check') =>
    next && void navigate({ to, params: { clientId: next.client.id } });
  useShortcuts('Today', [
    { keys: 'C', does: 'Check who is next', run: () => open('/clients/$clientId/check') },
    { keys: 'H', does: 'History of who is next', run: () => open('/clients/$clientId') },
    { keys: 'L', does: 'Log for who is next', run: () => next && !isStopped(next.today) && setLogging(next) },
    { keys: 'N', does: 'Add a client', run: () => setAdding(true) },
  ]);
  if (!floor.data) return <Waiting what="today" error={floor.error} />;
  const { visits, unplanned, dayText } = floor.data;
  const others = visits.filter((v) => v !== next);
  return (
    <div className="mx-auto max-w-[1240px] px-4 py-5 sm:px-8 sm:py-7">
      <div className="flex flex-wrap items-center justify-between gap-3">
        <p className="text-body text-soft">
          {dayText} · {visits.length === 0 ? 'nobody planned' : `${visits.length} today`}
        </p>
        <Button onClick={() => setAdding(true)} hint="N">
          Add a client
        </Button>
      </div>

      {next ? (
        <NextUp visit={next} onLog={() => setLogging(next)} />
      ) : visits.length > 0 ? (
        <h1 className="say my-6 text-large sm:text-grand">Everyone planned for today is done.</h1>
      ) : (
        <div className="my-6">
          <Empty title="Nobody is planned for today.">
            {unplanned.length > 0 ? 'Put somebody from below into the day.' : 'Add your first client to begin.'}
          </Empty>
        </div>
      )}

      {others.length > 0 && (
        <section aria-label="The rest of the day" className="mt-8">
          <ol>
            {others.map((visit) => (
              <Row key={visit.id} visit={visit} />
            ))}
          </ol>
        </section>
      )}

      {unplanned.length > 0 && (
        <section className="mt-9">
          <h2 className="mb-2 font-semibold text-soft">Nothing planned from today on</h2>
          <ul className="flex flex-wrap gap-2">
            {unplanned.map((client) => (
              <li key={client.id} className="flex overflow-hidden rounded-[10px] border border-hair bg-paper">
                <Link
                  to="/clients/$clientId"
                  params={{ clientId: client.id }}
                  className="grid min-h-11 items-center px-4 font-semibold hover:bg-ground"
                >
                  {client.name}
                </Link>
                <button
                  type="button"
                  onClick={() => setPlanning(client)}
                  className="min-h-11 border-l border-hair px-3 text-copy text-soft hover:bg-ground hover:text-ink"
                >
                  Today…
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

/** The one thing the floor answers first: who is next, with what, and what to look at. */
function NextUp({ visit, onLog }: { visit: Visit; onLog: () => void }) {
  const { today } = visit;
  const stop = isStopped(today);
  const flagged = today.attention.kind === 'stopSign';
  const name = visit.client.name.split(' ')[0];
  return (
    <section aria-label="Next" className="mt-4 grid gap-x-10 gap-y-5 rounded-3xl bg-paper p-5 sm:p-8 lg:grid-cols-[1fr_auto]">
      <div className="min-w-0">
        <p className="flex items-baseline gap-3">
          <span className="figure text-big">{visit.time}</span>
          <span className="text-soft">
            {today.exerciseName} · {today.schoolName.toLowerCase()}
          </span>
        </p>
        <h1 className="say mt-2.5 max-w-[21em] text-big sm:text-grand">
          {visit.client.name}. <span className={stop ? 'text-brick' : ''}>{today.attention.sentence}</span>
        </h1>
        <div className="mt-1.5">
          <Why>{today.attention.why}</Why>
        </div>
        {visit.lastLook && (
          <p className="mt-2 max-w-[46em] text-lead text-soft">
            <LastTime visit={visit} /> {decided(visit) && <>Decided: {lowerFirst(decided(visit) ?? '')}</>}
          </p>
        )}
        {visit.unreadable.map((sentence) => (
          <p key={sentence} className="mt-2 text-body text-slate">
            {sentence}
          </p>
        ))}
        <Conditions today={today} className="mt-4 max-w-[46em]" />
        {!stop && today.ask.length > 0 && (
          <p className="mt-2 text-body text-soft">
            Not asked yet for the record: {today.ask.length}.{' '}
            <Link
              to="/clients/$clientId/meet"
              params={{ clientId: visit.client.id }}
              className="inline-flex min-h-11 items-center underline decoration-hair underline-offset-4 hover:text-ink"
            >
              Ask
            </Link>
          </p>
        )}
        {today.asked && <Dose today={today} asked={today.asked} />}
        {today.card.length > 0 && (
          <div className="mt-4 border-t border-hair pt-3">
            <SetupCard lines={today.card.filter((l) => !['trunk', 'shin'].includes(l.id))} />
          </div>
        )}
        {!stop && today.style.length > 0 && (
          <details className="mt-3">
            <summary className="inline-flex min-h-11 cursor-pointer items-center text-body text-soft underline decoration-hair underline-offset-4 hover:text-ink">
              The way it is done here
            </summary>
            <StyleLines lines={today.style} />
          </details>
        )}
        {!stop && today.gate && (
          <div className="mt-4 max-w-[560px]">
            <SettleGate gate={today.gate} place={`gate-${visit.id}`} />
          </div>
        )}
      </div>
      <div className="flex flex-col justify-end gap-2.5 lg:w-[290px]">
        {visit.lastLook && (
          <div className="mb-3 self-center max-sm:hidden">
            <Instruments look={visit.lastLook} />
          </div>
        )}
        <div className="grid grid-cols-[1fr_auto] gap-2.5">
          {stop ? (
            <LinkButton to="/clients/$clientId" id={visit.client.id} act>
              {flagged ? 'See the red flag' : `See ${name}`}
            </LinkButton>
          ) : (
            <LinkButton to="/clients/$clientId/check" id={visit.client.id} act>
              {today.attention.kind === 'unfinished' || today.attention.kind === 'undecided'
                ? `Go on with ${name}`
                : `Check ${name}`}
            </LinkButton>
          )}
          <LinkButton to="/clients/$clientId" id={visit.client.id}>
            History
          </LinkButton>
        </div>
        {!stop && (
          <Button hint="L" onClick={onLog}>
            Log without a check
          </Button>
        )}
      </div>
    </section>
  );
}

/** What is asked for today, large enough to be called across the floor. */
function Dose({ today, asked }: { today: Schema['TodayView']; asked: Schema['PrescriptionView'] }) {
  return (
    <div className="mt-4 border-t border-hair pt-3" data-dose>
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
  children,
}: {
  to: '/clients/$clientId' | '/clients/$clientId/check';
  id: string;
  act?: boolean;
  children: React.ReactNode;
}) {
  return (
    <Link
      to={to}
      params={{ clientId: id }}
      className={`inline-flex min-h-14 items-center justify-center rounded-[10px] px-5 text-entry font-semibold ${
        act ? 'bg-act text-act-ink text-lead hover:brightness-110' : 'border border-edge/60 hover:border-ink'
      }`}
    >
      {children}
    </Link>
  );
}

/** The rest of the day reads like the chalk list by the door: time, name, what to look at. */
function Row({ visit }: { visit: Visit }) {
  const { today } = visit;
  const done = visit.state === 'done';
  const stop = isStopped(today);
  return (
    <li className="border-t border-hair last:border-b">
      <Link
        to="/clients/$clientId"
        params={{ clientId: visit.client.id }}
        className="grid min-h-16 grid-cols-[62px_1fr] items-baseline gap-x-4 gap-y-0.5 px-2 py-3.5 hover:bg-paper sm:grid-cols-[62px_230px_1fr_auto]"
      >
        <span className={`figure text-head ${done ? 'text-soft' : ''}`}>{visit.time}</span>
        <span className={`text-lead font-semibold ${done ? 'text-soft' : ''}`}>{visit.client.name}</span>
        <span className={`max-sm:col-start-2 ${stop ? 'font-semibold text-brick' : done ? 'text-soft' : ''}`}>
          {done && !stop ? `Done. ${decided(visit) ?? ''}` : today.attention.sentence}
          {!done && today.asked && (
            <span className="block text-copy font-semibold" data-dose>
              {today.rungName ?? today.exerciseName}: {today.asked.text}
            </span>
          )}
          {!done && visit.lastLook && (
            <span className="block text-copy font-normal text-soft">
              <LastTime visit={visit} />
            </span>
          )}
        </span>
        <span className="flex items-center justify-end gap-4 self-center text-small text-soft max-sm:hidden">
          {today.schoolName.toLowerCase()}
          {visit.lastLook && (
            <ShinPair left={shinOf(visit.lastLook, 'left')} right={shinOf(visit.lastLook, 'right')} size="row" />
          )}
        </span>
      </Link>
    </li>
  );
}

/** The three instruments as they stood last time; those that nobody read with a number are left out. */
function Instruments({ look }: { look: NonNullable<Visit['lastLook']> }) {
  const two = (of: typeof shinOf) => ({ left: of(look, 'left'), right: of(look, 'right') });
  const [shin, knee, pelvis] = [two(shinOf), two(kneeOf), two(pelvisOf)];
  const read = (pair: typeof shin) => pair.left?.value != null || pair.right?.value != null;
  return (
    <div className="grid justify-items-center gap-3">
      {read(shin) && <ShinPair {...shin} />}
      {read(knee) && !read(shin) && <KneePair {...knee} />}
      {read(pelvis) && !read(shin) && <PelvisPair {...pelvis} size="row" />}
    </div>
  );
}

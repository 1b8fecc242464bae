import { useQuery } from '@tanstack/react-query';
import { Link, useParams } from '@tanstack/react-router';
import { useEffect, useState } from 'react';
import type { Schema } from '@/api/client';
import { clientSessionQuery } from '@/api/options';
import { useReachable } from '@/device/connection';
import { useShortcuts } from '@/device/keys';
import { openClient } from '@/device/openClients';
import { NO_PAIN, PainSheet } from '@/features/pain/PainAsk';
import { useWaitingSigns, WaitingSign } from '@/features/safety/StopSign';
import { Button } from '@/ui/Button';
import { Empty, Waiting } from '@/ui/Notice';
import { Rolling } from '@/ui/Rolling';
import { Sheet } from '@/ui/Sheet';
import { sideWord } from '@/ui/SidePlate';
import { useUnits } from '@/ui/useUnits';
import { ChangeSheet, PickSheet } from './ChangeSheet';
import { EndView } from './EndView';
import { HELD, nameOf, PLACE } from './itemWords';
import { painAt } from './painQuestion';
import { Rack } from './Rack';
import { RangeView } from './RangeView';
import { RestView } from './RestView';
import { BigPlate } from './RestWalk';
import { asked, type Item, itemOf, type Pain, type Run, setsDone, type Tap } from './run';
import { SetupStepper } from './SetupStepper';
import { SoreSteps } from './SoreSteps';
import { StartView } from './StartView';
import { hear, type Session, take_, takeOver, tap, useSession } from './sessions';
import { useGiven, wakeAudio } from './tempo';
import { useAwake } from './useAwake';
import { WorkFloor } from './WorkFloor';

/** How often a session that another device runs is looked at again, milliseconds. */
const LOOK = 5000;

/** The hour on the floor, for one hand: one thing at a time, and what comes next under the thumb. */
export function SessionScreen() {
  const { clientId } = useParams({ strict: false }) as { clientId: string };
  const session = useSession(clientId);
  const watching = session !== undefined && session.taps.length > 0 && !session.mine;
  const asked = useQuery({ ...clientSessionQuery(clientId), refetchInterval: watching ? LOOK : false });
  const heard = asked.data;
  useEffect(() => {
    const view = heard?.sessions[0];
    if (view) hear(view);
  }, [heard]);
  const name = session?.view.clientName;
  useEffect(() => {
    if (name) openClient({ id: clientId, name });
  }, [clientId, name]);
  if (!session) return <Waiting what="the session" error={asked.error} />;
  return <Running key={`${clientId}${session.view.id}`} session={session} />;
}

function Running({ session }: { session: Session }) {
  const { view, run } = session;
  const { clientId } = view;
  const [changing, setChanging] = useState(false);
  const [picking, setPicking] = useState<'instead' | 'more' | null>(null);
  const [hurting, setHurting] = useState<Pain | null>(null);
  const [setup, setSetup] = useState<'ask' | 'reset' | null>(null);
  const [stood, setStood] = useState<string[]>([]);
  const [given] = useGiven();
  const reachable = useReachable();
  const item = itemOf(run);
  const about = item ? view.about[item.exerciseId] : undefined;
  useAwake(session.mine && session.taps.length > 0 && !run.closed);

  // A red flag that was raised here holds at once, also while it waits to be sent.
  const { stops, entries } = useWaitingSigns(clientId);
  const { barred } = run.guard;
  const runs = session.mine && session.taps.length > 0 && !run.closed;
  useEffect(() => {
    if (!stops || !runs || barred !== null) return;
    setChanging(false);
    tap(clientId, { kind: 'guard', guard: { ...run.guard, barred: 'A red flag was raised: nothing more is trained today.' } });
  }, [stops, runs, barred, clientId, run.guard]);

  const does = (bare: Omit<Tap, 'id' | 'at'>) => tap(clientId, bare);
  const begin = () => {
    wakeAudio();
    does({ kind: 'begun' });
  };
  const tellPain = (pain: Pain) => {
    does({ kind: 'pain', pain });
    setHurting(null);
  };
  useShortcuts('Session', [
    { keys: ' ', does: 'A clean repetition', run: () => run.phase === 'working' && does({ kind: 'counted', clean: true }) },
    {
      keys: 'X',
      does: 'A repetition that was not clean',
      run: () => run.phase === 'working' && does({ kind: 'counted', clean: false }),
    },
    { keys: 'Backspace', does: 'Take one back', run: () => does({ kind: 'takenBack' }) },
    { keys: 'E', does: 'End the set', run: () => does({ kind: 'ended' }) },
    { keys: 'P', does: 'It hurts', run: () => session.mine && setHurting(askedPain(view, run)) },
  ]);

  const first = session.taps.length === 0;
  const needsSetup =
    item !== null &&
    run.phase === 'before' &&
    !stood.includes(item.exerciseId) &&
    !setsDone(run).some((o) => o.exerciseId === item.exerciseId);
  const standing = () => {
    if (item) setStood([...stood, item.exerciseId]);
    setSetup(null);
  };

  const body = () => {
    if (view.items.length === 0 && first)
      return (
        <div className="p-5">
          <Empty screen title="Nothing is trained today.">
            <p>{view.guard.barred ?? 'There is nothing to do here today.'}</p>
            <Link
              to="/clients/$clientId"
              params={{ clientId }}
              data-act=""
              className="mt-4 inline-flex min-h-14 items-center rounded-[10px] bg-act px-5 text-lead font-semibold text-act-ink"
            >
              See {view.clientName.split(' ')[0]}
            </Link>
          </Empty>
        </div>
      );
    if (!session.mine && !first && !run.closed)
      return <Elsewhere session={session} reachable={reachable} onTake={() => takeOver(clientId)} />;
    if (first && !run.closed)
      return (
        <StartView
          session={session}
          onTap={(bare) => {
            take_(clientId);
            does(bare);
          }}
          onBegin={() => {
            take_(clientId);
            wakeAudio();
            // The first tap is the beginning of the hour, before anything is counted.
            does({ kind: 'guard', guard: view.guard });
          }}
        />
      );
    if (run.closed || run.phase === 'done' || run.phase === 'stopped')
      return (
        <>
          {entries.map((entry) => (
            <div key={entry.id} className="shrink-0 px-5 pb-3">
              <WaitingSign entry={entry} />
            </div>
          ))}
          <EndView session={session} onTap={does} onMore={() => setPicking('more')} />
        </>
      );
    if (run.phase === 'toChange') {
      const pain = run.pains.at(-1)?.pain;
      return pain ? (
        <SoreSteps
          run={run}
          pain={pain}
          about={view.about[run.over.at(-1)?.exerciseId ?? '']}
          onChanged={(id) => does({ kind: 'changed', change: id })}
          onPain={(id, score) => {
            does({ kind: 'changed', change: id });
            does({ kind: 'pain', pain: painAt(pain, score) });
          }}
          onLeave={() => does({ kind: 'skipped', item: run.over.at(-1)?.step.item ?? null })}
          onSwap={() => setPicking('instead')}
        />
      ) : null;
    }
    if (!item) return null;
    if (item.range)
      return (
        <RangeView
          key={item.id}
          session={session}
          item={item}
          onMeasured={() =>
            does({
              kind: 'setTold',
              item: item.id,
              set: run.step?.set ?? 1,
              side: run.step?.side ?? null,
              each: [true],
              loadKg: 0,
              position: 'none',
              resets: 0,
            })
          }
          onSkip={() => does({ kind: 'skipped', item: item.id })}
        />
      );
    if (run.phase === 'working')
      return (
        <>
          <Heading session={session} item={item} run={run} cue={item.cue ? (about?.cue ?? item.cue) : null} />
          <WorkFloor
            run={run}
            item={item}
            given={given}
            onCount={(clean) => does({ kind: 'counted', clean })}
            onBack={() => does({ kind: 'takenBack' })}
            onEnd={() => does({ kind: 'ended' })}
          />
        </>
      );
    if (needsSetup && about && about.setup.length > 0)
      return (
        <div className="flex min-h-0 flex-1 flex-col px-5 pb-3">
          <p className="say mb-2 text-big">{nameOf(session, item)}</p>
          <SetupStepper about={about} place={`gate-${view.id}-${item.exerciseId}`} onReady={standing} />
        </div>
      );
    return (
      <RestView
        session={session}
        item={item}
        about={about}
        onBegin={begin}
        onTap={does}
        onSetup={() => setSetup('ask')}
        onHurts={() => setHurting(askedPain(view, run))}
      />
    );
  };

  return (
    <div className="flex h-full min-h-0 flex-col" data-session={run.closed ? 'closed' : first ? 'start' : run.phase}>
      <header className="flex shrink-0 items-center justify-between gap-3 px-5 pt-2 pb-1">
        <Link
          to="/"
          className="-ml-4 grid size-11 shrink-0 place-items-center text-title text-soft hover:text-ink md:hidden"
          aria-label="Back to today"
        >
          ‹
        </Link>
        <p className="min-w-0 flex-1 text-lead leading-tight font-semibold [overflow-wrap:anywhere] max-md:-ml-3">
          {run.phase === 'before' && run.over.length > 0 ? (
            <>
              {view.clientName.split(' ')[0]} <span className="pl-1 font-normal text-soft">{lastWords(run)}</span>
            </>
          ) : (
            view.clientName
          )}
        </p>
        {session.mine && !first && !run.closed && (
          <Button className="shrink-0" onClick={() => setChanging(true)}>
            Change…
          </Button>
        )}
      </header>
      <div className={`flex min-h-0 flex-1 flex-col ${run.phase === 'working' && !first ? '' : 'overflow-y-auto'}`}>{body()}</div>
      <Rack here={clientId} />
      <ChangeSheet
        session={session}
        open={changing}
        onOpenChange={setChanging}
        onTap={does}
        onHurts={() => {
          setChanging(false);
          setHurting(askedPain(view, run));
        }}
        onSetup={() => {
          setChanging(false);
          if (run.phase === 'working') does({ kind: 'reset' });
          setSetup(run.phase === 'working' ? 'reset' : 'ask');
        }}
        onSwap={(put) => {
          setChanging(false);
          setPicking(put);
        }}
      />
      <PickSheet session={session} put={picking} onOpenChange={(open) => !open && setPicking(null)} onTap={does} />
      {hurting && (
        <PainSheet
          label="What hurts?"
          open
          onOpenChange={(open) => {
            if (open) return;
            if (hurting.score > 0 && hurting.leg && hurting.role) tellPain(hurting);
            else setHurting(null);
          }}
          pain={hurting}
          onChange={setHurting}
        />
      )}
      <Sheet
        title={setup === 'reset' ? 'Stand up, begin again' : 'Set-up'}
        open={setup !== null}
        onOpenChange={(open) => !open && setSetup(null)}
      >
        {setup && about && <SetupStepper about={about} place={`gate-${view.id}-${item?.exerciseId}-again`} onReady={standing} />}
      </Sheet>
    </div>
  );
}

/** The pain that is asked about by itself: the one on record, while nothing else was told. */
const askedPain = (view: Schema['SessionView'], run: Run): Pain =>
  ({ ...(run.pains.at(-1)?.pain ?? view.sore ?? NO_PAIN), score: 0 }) as Pain;

const lastWords = (run: Run) => {
  const last = setsDone(run).at(-1);
  if (!last || last.clean.length === 0) return '';
  const side = last.step.side ? `${sideWord(last.step.side)} ` : '';
  return `${side}${last.clean.filter(Boolean).length} of ${last.clean.length} clean`;
};

/** What is done, large: exercise, side, load, set, cue. */
function Heading({ session, item, run, cue }: { session: Session; item: Item; run: Run; cue: string | null }) {
  const { mass } = useUnits();
  const name = nameOf(session, item);
  return (
    <div className="shrink-0 px-5 pb-2.5 md:flex md:items-end md:justify-between md:gap-8">
      <div className="min-w-0">
        <h1 className={`say ${name.length > 18 ? 'text-shout' : 'text-big'}`}>{name}</h1>
        <div className="mt-2 flex items-center gap-4">
          <BigPlate side={run.step?.side ?? null} size={76} />
          <p className="min-w-0 leading-tight">
            {item.loadKg > 0 ? (
              <>
                <span className="figure block text-large whitespace-nowrap">
                  {mass.from(item.loadKg)} {mass.name}
                </span>
                <span className="text-lead text-soft">{HELD[item.position]}</span>
              </>
            ) : (
              <>
                <span className="figure block text-big whitespace-nowrap">No load</span>
                <span className="text-lead text-soft">body weight</span>
              </>
            )}
          </p>
          <p className="ml-auto border-l border-hair pl-4 text-right leading-tight md:ml-4">
            <span className="figure block text-large whitespace-nowrap">
              {run.step?.set} of {item.sets}
            </span>
            <span className="text-lead text-soft">
              {item.place === 'warmUp' || item.place === 'technique' ? PLACE[item.place] : item.sets === 1 ? 'set' : 'sets'}
            </span>
          </p>
        </div>
      </div>
      {cue && <p className="say mt-2 max-w-[17em] text-title text-brass-text">“{cue}”</p>}
    </div>
  );
}

/** Another device runs it: where it stands there, and taking it over. */
function Elsewhere({ session, reachable, onTake }: { session: Session; reachable: boolean; onTake: () => void }) {
  const { run, view } = session;
  const item = itemOf(run);
  const by = view.runBy;
  return (
    <section aria-label="Run elsewhere" className="flex min-h-0 flex-1 flex-col" data-elsewhere>
      <Rolling label="Where it stands" className="px-5 pt-3 pb-4">
        <p className="say text-large">{by ? `It runs on ${by.deviceName}.` : 'Another device runs it.'}</p>
        <p className="mt-1 text-lead text-soft">
          {item
            ? `${nameOf(session, item)}, set ${run.step?.set} of ${item.sets}${run.step?.side ? `, ${sideWord(run.step.side)}` : ''}: ${
                run.phase === 'working' ? `${run.count.length} of ${asked(run)} so far` : 'comes next'
              }.`
            : 'Everything is done.'}
        </p>
        <ul className="mt-4 grid">
          {setsDone(run).map((o) => (
            <li key={`${o.step.item}${o.step.set}${o.step.side}`} className="flex items-center gap-3 border-t border-hair py-2.5">
              <BigPlate side={o.step.side} size={34} />
              <span className="figure text-title">{o.clean.length}</span>
              <span className="text-body text-soft">
                {o.clean.filter(Boolean).length} clean, set {o.step.set}
              </span>
            </li>
          ))}
        </ul>
        {!reachable && (
          <p className="mt-3 text-body text-slate">Without a signal this may be old. What both count is put together later.</p>
        )}
      </Rolling>
      <div className="shrink-0 px-5 pt-2 pb-3">
        <Button kind="act" className="min-h-[68px] w-full text-title!" onClick={onTake}>
          Take it over here
        </Button>
      </div>
    </section>
  );
}

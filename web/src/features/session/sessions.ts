import { useSyncExternalStore } from 'react';
import { v7 as uuid } from 'uuid';
import { api, Problem, type Schema, Superseded, take } from '@/api/client';
import { studioQuery } from '@/api/options';
import { queries, refreshClient } from '@/api/queries';
import { forgetKept, keep, readKept } from '@/device/kept';
import { actingCoach } from '@/device/person';
import { deviceId, deviceKind } from '@/device/self';
import { after, type Guard, type Item, type Run, runOf, type Tap } from './run';

export type View = Schema['SessionView'];
type Bare = Omit<Tap, 'id' | 'at'>;

/** A session as this device has it: kept after every tap, so that neither a reload nor a flat battery loses one. */
export type Session = {
  view: View;
  items: Item[];
  guard: Guard;
  taps: Tap[];
  /** How many of the taps the studio has answered for. */
  answered: number;
  /** Whether this device runs it. */
  mine: boolean;
  /** Taken over here, and the studio has not answered yet: until it has, whatever goes to it says so. */
  takes?: boolean;
  run: Run;
};

type Kept = Omit<Session, 'run'>;

const LIST = 'sessions';
const place = (clientId: string) => `session-${clientId}`;

/** Ids of clients whose session is in hand on this device, in the order of the rack. */
let rack: string[] = readKept<string[]>(LIST) ?? [];
const known = new Map<string, Session>();
const listeners = new Set<() => void>();
const timers = new Map<string, ReturnType<typeof setTimeout>>();

/** No more stand in the rack at once. */
export const MOST_IN_HAND = 4;
/** Taps wait this long for the next one before they go to the studio, milliseconds. */
const GATHER = 1500;

const folded = (kept: Kept): Session => ({ ...kept, run: runOf(kept.items, kept.guard, kept.taps) });

for (const clientId of rack) {
  const kept = readKept<Kept>(place(clientId));
  if (kept) known.set(clientId, folded(kept));
}

/** Of a client with two sessions the one that is open, else the next one. */
const oneEach = (all: View[]) =>
  [...new Set(all.map((v) => v.clientId))].map((clientId) => {
    const its = all.filter((v) => v.clientId === clientId);
    return (its.find((v) => !v.closed && v.taps.length > 0) ?? its.find((v) => !v.closed) ?? its.at(-1)) as View;
  });

/** Sessions that were put away here: what the studio said of them before is over. */
const AWAY = 'sessions-away';
const away = () => readKept<string[]>(AWAY) ?? [];

/** The studio's day may have turned; what is more than a day old is not today's anywhere. */
const kept = readKept<Schema['SessionsView']>('day-sessions');
if (kept && Math.abs(Date.parse(kept.day) - Date.now()) < 36 * 3_600_000)
  for (const view of oneEach(kept.sessions))
    if (!known.has(view.clientId) && !away().includes(view.id))
      known.set(
        view.clientId,
        folded({
          view,
          items: view.items,
          guard: view.begunUnder,
          taps: view.taps,
          answered: view.taps.length,
          mine: view.runBy?.deviceId === deviceId(),
        }),
      );

// Another tab of this device taps too: what it kept is this one's as well.
addEventListener('storage', (event) => {
  const clientId = event.key?.startsWith('deft-kept-session-') ? event.key.slice('deft-kept-session-'.length) : null;
  if (clientId) {
    const kept = readKept<Kept>(place(clientId));
    if (kept) known.set(clientId, folded(kept));
    else known.delete(clientId);
  } else if (event.key === `deft-kept-${LIST}`) rack = readKept<string[]>(LIST) ?? [];
  else return;
  tell();
});

const DAY = 'day-sessions';

/** What may be put into a session, as the studio said last. */
export const extras = () => (readKept<Schema['SessionsView']>(DAY)?.extras ?? []) as Schema['SessionExtraView'][];

/** Keeps the day's sessions on the device before they are needed. */
export function hearDay(day: Schema['SessionsView']) {
  keep(DAY, day);
  for (const view of oneEach(day.sessions)) hear(view);
}

let version = 0;
const tell = () => {
  version++;
  for (const listener of listeners) listener();
};

function put(clientId: string, session: Session) {
  known.set(clientId, session);
  if (rack.includes(clientId)) {
    const { run: _, ...kept } = session;
    keep(place(clientId), kept);
  }
  tell();
}

const subscribe = (listener: () => void) => {
  listeners.add(listener);
  return () => void listeners.delete(listener);
};

export const useSession = (clientId: string): Session | undefined => useSyncExternalStore(subscribe, () => known.get(clientId));

/** Clients in hand, in the order of the rack. */
export function useRack(): { clientId: string; session: Session }[] {
  useSyncExternalStore(subscribe, () => version);
  return rack.flatMap((clientId) => {
    const session = known.get(clientId);
    return session ? [{ clientId, session }] : [];
  });
}

/**
 * Takes what the studio has of a session. What this device tapped since goes on top of it while this device runs it; where
 * another one does now, it goes to the studio as it is and comes back put together.
 */
export function hear(view: View, sent: ReadonlySet<string> = new Set()) {
  const { clientId } = view;
  const mine = view.runBy?.deviceId === deviceId();
  const have = known.get(clientId);
  if ((have?.takes && sent.size === 0) || (!view.closed && away().includes(view.id))) return;
  const begins = { view, items: view.items, guard: view.begunUnder, taps: view.taps, answered: view.taps.length, mine };
  if (!have || have.view.id !== view.id) {
    // What is not answered for stays, whatever else is planned now, and what was put away stays up until the coach goes on.
    const stays = have && rack.includes(clientId) && (have.run.closed || have.taps.length > have.answered);
    if (!stays) put(clientId, folded(begins));
    return;
  }
  // Begun here, and not heard of at the studio yet; or an answer that is older than what is known.
  if (view.taps.length < have.answered || (view.taps.length === 0 && have.taps.length > 0)) {
    put(clientId, { ...have, view });
    return learn(clientId);
  }
  const theirs = new Set(view.taps.map((t) => t.id));
  if (have.mine && !mine) {
    const branch = have.run.phase === 'working' ? [...have.taps, made({ kind: 'ended' })] : have.taps;
    if (branch.some((t) => !theirs.has(t.id) && !sent.has(t.id))) void post({ ...have, taps: branch });
    put(clientId, folded(begins));
    return;
  }
  const own = mine ? have.taps.slice(sent.size > 0 ? 0 : have.answered).filter((t) => !theirs.has(t.id) && !sent.has(t.id)) : [];
  put(clientId, folded({ ...begins, taps: [...view.taps, ...own] }));
  learn(clientId);
}

const made = (bare: Bare): Tap => ({ id: uuid(), at: new Date().toISOString(), ...bare });

/** What was learnt last of each: the same is not learnt twice. */
const learnt = new Map<string, string>();

/** What came to hold while it runs is put among the taps: it holds from here on. */
function learn(clientId: string) {
  const session = known.get(clientId);
  if (!session?.mine || session.taps.length === 0 || session.run.closed) return;
  const said = JSON.stringify(session.view.guard);
  if (JSON.stringify(session.run.guard) === said || learnt.get(clientId) === said) return;
  learnt.set(clientId, said);
  tap(clientId, { kind: 'guard', guard: session.view.guard });
}

/** Puts a client's session into the rack of this device. */
export function take_(clientId: string) {
  const session = known.get(clientId);
  if (!session) return;
  if (!rack.includes(clientId)) {
    // A fifth is not turned away: what is in hand is never dropped by itself.
    rack = [...rack, clientId];
    keep(LIST, rack);
  }
  put(clientId, session.taps.length === 0 ? { ...session, mine: true } : session);
}

/** Takes it over from the device that runs it. */
export function takeOver(clientId: string) {
  take_(clientId);
  const session = known.get(clientId);
  if (!session) return;
  put(clientId, { ...session, mine: true, takes: true });
  send(clientId);
}

/** Puts it out of the rack; the studio keeps it. */
export function putDown(clientId: string) {
  rack = rack.filter((id) => id !== clientId);
  keep(LIST, rack);
  const session = known.get(clientId);
  if (session?.run.closed) keep(AWAY, [...away(), session.view.id].slice(-40));
  forgetKept(place(clientId));
  known.delete(clientId);
  tell();
}

/** One tap: kept at once, shown at once, sent in its time. Returns whether it meant anything. */
export function tap(clientId: string, bare: Bare): boolean {
  const session = known.get(clientId);
  if (!session?.mine) return false;
  const one = made(bare);
  const run = after(session.run, one);
  if (run === session.run) return false;
  put(clientId, { ...session, taps: [...session.taps, one], run });
  const soon = run.phase !== session.run.phase || run.over.length !== session.run.over.length || run.closed;
  clearTimeout(timers.get(clientId));
  if (soon) send(clientId);
  else
    timers.set(
      clientId,
      setTimeout(() => send(clientId), GATHER),
    );
  return true;
}

const coachName = () => {
  const studio = queries.getQueryData(studioQuery.queryKey);
  const coach = studio?.coaches.find((c) => c.id === actingCoach()) ?? studio?.coaches[0];
  return coach?.name.split(' ')[0];
};

function send(clientId: string) {
  const session = known.get(clientId);
  if (session && session.taps.length > 0) void post(session);
}

async function post(session: Session) {
  const { clientId } = session.view;
  const name = coachName();
  const takes = session.takes === true;
  try {
    const view = await take(
      api.PUT('/api/sessions', {
        body: {
          id: session.view.id,
          clientId,
          items: session.items,
          guard: session.guard,
          taps: session.taps,
          deviceId: deviceId(),
          deviceName: name ? `${name}’s ${deviceKind()}` : `a ${deviceKind()}`,
          takes,
        },
      }),
    );
    hear(view, new Set(session.taps.map((t) => t.id)));
    if (view.closed || view.logs.length > 0) void refreshClient(clientId);
  } catch (error) {
    // A newer state took its place, or the studio said no: the bar above the screen says which, and all of it stays here.
    if (!(error instanceof Superseded) && !(error instanceof Problem)) throw error;
  }
}

/** Sends what a page that is gone had not sent any more. */
export function sendTheRest() {
  for (const { clientId, session } of rack.map((id) => ({ clientId: id, session: known.get(id) })))
    if (session && session.taps.length > session.answered) send(clientId);
}

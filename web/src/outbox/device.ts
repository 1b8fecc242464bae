import { useSyncExternalStore } from 'react';
import { v7 as uuid } from 'uuid';
import { isReachable, isStudio, noteAnswer, noteSilence, onConnection } from '@/device/connection';
import { INTERFACE, INTERFACE_HEADER } from '@/device/interface';
import { actingCoach, onPerson, setPerson, signedIn, usePerson } from '@/device/person';
import type { Answer, Entry } from './entry';
import { Outbox, Silence } from './outbox';
import { sendPieces } from './pieces';
import { canSeal, sealKey } from './seal';
import { openStore } from './store';

/** How long an answer is waited for, milliseconds; a picture takes its time on a weak line. */
const PATIENCE = 20_000;
const PICTURE_PATIENCE = 180_000;

/** Sends one entry; a film goes in pieces. */
function send(entry: Entry): Promise<Answer> {
  const { method, path, blob, json } = entry;
  if (entry.kind === 'film' && blob)
    return sendPieces(path.split('?')[0] ?? path, blob, (how, where, piece) => ask(entry, how, where, piece));
  return ask(entry, method, path, blob ?? (json ? JSON.stringify(json) : null));
}

async function ask(entry: Entry, method: string, path: string, body: Blob | string | null): Promise<Answer> {
  let response: Response;
  let text: string;
  try {
    response = await fetch(path, {
      method,
      body,
      headers: {
        // The number that the page spoke which wrote it, not this one's: the studio takes it up from there.
        [INTERFACE_HEADER]: String(entry.speaks),
        ...(body instanceof Blob
          ? { 'content-type': 'application/octet-stream' }
          : body !== null
            ? { 'content-type': 'application/json' }
            : {}),
        ...(entry.coach ? { 'Deft-Coach': entry.coach } : {}),
      },
      signal: AbortSignal.timeout(body instanceof Blob ? PICTURE_PATIENCE : PATIENCE),
    });
    text = await response.text();
  } catch {
    noteSilence();
    throw new Silence();
  }
  // Whatever a sign-in page of a network or a proxy says, it is not the studio: the studio answers in JSON or not at all.
  if (!isStudio(response)) {
    noteSilence();
    throw new Silence();
  }
  if ([502, 503, 504].includes(response.status)) noteSilence();
  else noteAnswer(response);
  // Nobody is signed in here any more: it waits until they are.
  if (response.status === 401) setPerson(null);
  return { status: response.status, text };
}

function channel() {
  const tabs = new BroadcastChannel('deft-outbox');
  return {
    tell: () => tabs.postMessage(0),
    hear: (listener: () => void) => {
      tabs.onmessage = listener;
    },
  };
}

/** One tab at a time: the lock goes to the next one when its tab closes, however it closes. */
function leader(lead: () => void) {
  if (!navigator.locks) return lead();
  void navigator.locks.request('deft-outbox', () => {
    lead();
    return new Promise(() => undefined);
  });
}

let outbox: Outbox | undefined;

/** Opens what whoever is in entered here before they left, and closes what waits once nobody is in. */
async function keepClosed() {
  if (!outbox || !canSeal()) return;
  const person = signedIn();
  if (person === null) return outbox.seal();
  const { coachId } = person;
  if (!coachId || person.unheard || (await outbox.hasKey(coachId))) return;
  try {
    const answer = await fetch('/api/door/seal', {
      method: 'POST',
      body: '{}',
      headers: { 'content-type': 'application/json', [INTERFACE_HEADER]: String(INTERFACE), 'Deft-Coach': coachId },
      signal: AbortSignal.timeout(PATIENCE),
    });
    if (!answer.ok) return;
    const { key } = (await answer.json()) as { key: string };
    await outbox.unseal(coachId, await sealKey(key));
  } catch {
    // Without an answer it is asked for again when there is one.
  }
}

/** Opens this device's outbox; once, before anything is shown. */
export async function openOutbox() {
  const store = await openStore('deft-stride', navigator.storage?.estimate ? () => navigator.storage.estimate() : undefined);
  outbox = new Outbox({
    store,
    send,
    leader,
    channel: channel(),
    online: isReachable,
    mine: (entry) => actingCoach() !== null && !signedIn()?.unheard && (entry.coach === null || entry.coach === actingCoach()),
    left: keepClosed,
    now: Date.now,
    after: (ms, act) => void setTimeout(act, ms),
    random: Math.random,
    newId: uuid,
    speaks: INTERFACE,
  });
  await outbox.open();
  onConnection(() => {
    if (!isReachable()) return;
    outbox?.wake();
    void keepClosed();
  });
  onPerson(() => {
    outbox?.wake();
    void keepClosed();
  });
  void keepClosed();
  // What waits must outlast a full disk: the browser is asked not to clear it.
  void navigator.storage?.persist?.();
  return outbox;
}

export const theOutbox = () => {
  if (!outbox) throw new Error('The outbox is not open yet.');
  return outbox;
};

/** Everything that waits on this device or was refused, in its order. */
export const useOutbox = () => useSyncExternalStore(theOutbox().subscribe, theOutbox().all);

/** What of it somebody else entered on this device, before whoever is in now. */
export const useOthers = () => {
  const me = usePerson()?.coachId;
  return useOutbox().filter((e) => e.state !== 'kept' && e.coach !== null && e.coach !== me);
};

/** What of it is about something: not yet answered for. */
export function useUnsent(about: (entry: Entry) => boolean): Entry[] {
  return useOutbox().filter((e) => e.state !== 'kept' && about(e));
}

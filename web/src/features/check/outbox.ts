import { useSyncExternalStore } from 'react';
import { Problem, Unreachable } from '@/api/client';
import { actingCoach } from '@/api/coach';
import { isReachable, noteAnswer, noteSilence, onConnection } from '@/api/connection';

// Pictures wait here, in the browser's own database, until the server has them; a reload does not lose them.
const STORE = 'pictures';

type Waiting = { id: string; clientId: string; blob: Blob };
export type Kept = { id: string; width: number; height: number };

const open = () =>
  new Promise<IDBDatabase>((done, fail) => {
    const request = indexedDB.open('deft-stride', 1);
    request.onupgradeneeded = () => request.result.createObjectStore(STORE, { keyPath: 'id' });
    request.onsuccess = () => done(request.result);
    request.onerror = () => fail(request.error);
  });

async function store<T>(mode: IDBTransactionMode, act: (store: IDBObjectStore) => IDBRequest<T>): Promise<T> {
  const db = await open();
  try {
    return await new Promise<T>((done, fail) => {
      const request = act(db.transaction(STORE, mode).objectStore(STORE));
      request.onsuccess = () => done(request.result);
      request.onerror = () => fail(request.error);
    });
  } finally {
    db.close();
  }
}

const urls = new Map<string, string>();
const listeners = new Set<() => void>();
let pending = 0;
const changed = (by: number) => {
  pending += by;
  for (const listener of listeners) listener();
};

/** How many pictures have not reached the server yet. */
export const usePending = () =>
  useSyncExternalStore(
    (listener) => {
      listeners.add(listener);
      return () => listeners.delete(listener);
    },
    () => pending,
  );

/** Where to show a picture from: this device while it waits, the server after. */
export const pictureUrl = (id: string) => urls.get(id) ?? `/api/pictures/${id}`;

async function send({ id, clientId, blob }: Waiting): Promise<Kept> {
  let response: Response;
  try {
    const coach = actingCoach();
    response = await fetch(`/api/pictures/${id}?client=${clientId}`, {
      method: 'PUT',
      body: blob,
      headers: { 'content-type': 'application/octet-stream', ...(coach ? { 'Deft-Coach': coach } : {}) },
    });
  } catch {
    noteSilence();
    throw new Unreachable();
  }
  noteAnswer();
  if (response.ok) return (await response.json()) as Kept;
  const said = (await response.json().catch(() => ({}))) as { detail?: string };
  throw new Problem(response.status, said.detail ?? 'The picture was not taken. Try another one.', 'picture', undefined);
}

const whenReachable = () =>
  isReachable()
    ? Promise.resolve()
    : new Promise<void>((done) => {
        const stop = onConnection(() => {
          if (!isReachable()) return;
          stop();
          done();
        });
      });

/**
 * Keeps a picture here and sends it, again and again while the server is silent. `shown` hears its size as soon as this
 * device can draw it; the promise settles when the server has it, or refuses it.
 */
export async function sendPicture(id: string, clientId: string, blob: Blob, shown: (size: Kept) => void): Promise<Kept> {
  const waiting: Waiting = { id, clientId, blob };
  try {
    const bitmap = await createImageBitmap(blob);
    urls.set(id, URL.createObjectURL(blob));
    shown({ id, width: bitmap.width, height: bitmap.height });
    bitmap.close();
  } catch {
    // Not drawable here (or no picture at all): the server's answer says which, and what to do.
  }
  await store('readwrite', (s) => s.put(waiting));
  return deliver(waiting);
}

async function deliver(waiting: Waiting): Promise<Kept> {
  changed(1);
  try {
    while (true) {
      try {
        const kept = await send(waiting);
        await store('readwrite', (s) => s.delete(waiting.id));
        return kept;
      } catch (error) {
        if (error instanceof Unreachable) await whenReachable();
        else {
          await store('readwrite', (s) => s.delete(waiting.id));
          throw error;
        }
      }
    }
  } finally {
    changed(-1);
  }
}

/** After a reload: shows and sends what was still waiting for this client. */
export async function resumePictures(clientId: string, kept: (picture: Kept) => void) {
  const all = (await store('readonly', (s) => s.getAll())) as Waiting[];
  for (const waiting of all.filter((w) => w.clientId === clientId)) {
    if (urls.has(waiting.id)) continue;
    urls.set(waiting.id, URL.createObjectURL(waiting.blob));
    deliver(waiting).then(kept, () => undefined);
  }
}

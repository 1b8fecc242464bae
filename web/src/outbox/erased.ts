import { useSyncExternalStore } from 'react';
import { closeClient } from '@/device/openClients';
import { theOutbox } from './device';

// Clients who were erased: what this device still holds of them goes as soon as the studio says so. What waited for them is said
// and not sent; it is nobody's any more.
let dropped = 0;
const listeners = new Set<() => void>();

function say(count: number) {
  dropped = count;
  for (const listener of listeners) listener();
}

/** Takes away what this device holds of clients who were erased: open names, what was begun, and what waits for them. */
export async function forgetErased(ids: readonly string[]) {
  if (ids.length === 0) return;
  const gone = new Set(ids);
  for (const id of ids) closeClient(id);
  for (const key of Object.keys(localStorage)) {
    if (!key.startsWith('deft-')) continue;
    const text = key + (localStorage.getItem(key) ?? '');
    if (ids.some((id) => text.includes(id))) localStorage.removeItem(key);
  }
  const outbox = theOutbox();
  let count = 0;
  for (const entry of outbox.all()) {
    if (entry.state === 'kept' || !(gone.has(entry.lane) || ids.some((id) => entry.path.includes(id)))) continue;
    await outbox.leaveOut(entry.id);
    count++;
  }
  if (count > 0) say(dropped + count);
}

/** It was read. */
export const droppedRead = () => say(0);

/** How many things waited here for a client who was erased, until somebody has read it. */
export const useDropped = () =>
  useSyncExternalStore(
    (listener) => {
      listeners.add(listener);
      return () => void listeners.delete(listener);
    },
    () => dropped,
  );

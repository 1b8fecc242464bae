import { useSyncExternalStore } from 'react';

// The clients a coach has open at once, one tap apart; kept on the device.
const KEY = 'deft-open';
const MOST = 4;

export type OpenClient = { id: string; name: string };

let list: OpenClient[] = JSON.parse(localStorage.getItem(KEY) ?? '[]') as OpenClient[];
const listeners = new Set<() => void>();

function set(next: OpenClient[]) {
  list = next;
  localStorage.setItem(KEY, JSON.stringify(next));
  for (const listener of listeners) listener();
}

/** Opens a client, or brings its name up to date; the one opened longest ago gives way to a fifth. */
export function openClient(client: OpenClient) {
  const known = list.find((c) => c.id === client.id);
  if (known?.name === client.name) return;
  set(known ? list.map((c) => (c.id === client.id ? client : c)) : [...list, client].slice(-MOST));
}

export const closeClient = (id: string) => set(list.filter((c) => c.id !== id));

/** None is open: the studio is another one than it was. */
export const closeAll = () => set([]);

/** What a client is called, as far as this device knows without asking. */
export const openName = (id: string) => list.find((c) => c.id === id)?.name;

export const useOpenClients = () =>
  useSyncExternalStore(
    (listener) => {
      listeners.add(listener);
      return () => listeners.delete(listener);
    },
    () => list,
  );

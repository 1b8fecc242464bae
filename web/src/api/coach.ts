import { useSyncExternalStore } from 'react';

const KEY = 'deft-coach';
const listeners = new Set<() => void>();

/** Who is coaching on this device, or null for the studio's first coach. */
export const actingCoach = () => localStorage.getItem(KEY);

export function setActingCoach(id: string) {
  localStorage.setItem(KEY, id);
  for (const listener of listeners) listener();
}

export const useActingCoach = () =>
  useSyncExternalStore((listener) => {
    listeners.add(listener);
    return () => listeners.delete(listener);
  }, actingCoach);

import { useSyncExternalStore } from 'react';

// Whether the server answered last time it was asked. Asked again every few seconds while it does not.
let reachable = true;
const listeners = new Set<() => void>();
let timer: ReturnType<typeof setTimeout> | undefined;

function set(value: boolean) {
  if (reachable === value) return;
  reachable = value;
  for (const listener of listeners) listener();
}

export function noteAnswer() {
  clearTimeout(timer);
  timer = undefined;
  set(true);
}

export function noteSilence() {
  set(false);
  timer ??= setTimeout(async () => {
    timer = undefined;
    try {
      await fetch('/api/studio', { cache: 'no-store' });
      noteAnswer();
    } catch {
      noteSilence();
    }
  }, 2000);
}

export const onConnection = (listener: () => void) => {
  listeners.add(listener);
  return () => listeners.delete(listener);
};

export const isReachable = () => reachable;

export const useReachable = () => useSyncExternalStore(onConnection, isReachable);

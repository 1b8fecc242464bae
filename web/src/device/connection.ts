import { onlineManager } from '@tanstack/react-query';
import { useSyncExternalStore } from 'react';
import { noteInterface } from './interface';
import { pause } from './pause';

// Whether the studio's server answered last time it was asked: TanStack's online manager says so to everybody. While it is
// silent it is asked again with growing pauses, here and nowhere else; what waits is sent once it answers.
let silent = 0;
let timer: ReturnType<typeof setTimeout> | undefined;

onlineManager.setEventListener(() => {
  // The browser's own word is only a hint: a network is no server, and loopback needs no network.
  const ask = () => void probe();
  addEventListener('online', ask);
  addEventListener('pageshow', ask);
  return () => {
    removeEventListener('online', ask);
    removeEventListener('pageshow', ask);
  };
});

/** Whether an answer comes from the studio and not from something on the way to it. */
export const isStudio = (answer: Response) =>
  answer.status === 204 || (answer.headers.get('content-type') ?? '').includes('json');

/** The server answered, whatever it said. */
export function noteAnswer(answer?: Response) {
  if (answer) noteInterface(answer);
  clearTimeout(timer);
  timer = undefined;
  silent = 0;
  onlineManager.setOnline(true);
}

/** Nothing came back. */
export function noteSilence() {
  onlineManager.setOnline(false);
  timer ??= setTimeout(() => void probe(), Math.min(5000, pause(++silent, Math.random())));
}

/** Asks whether the server is there now. */
export async function probe() {
  clearTimeout(timer);
  timer = undefined;
  try {
    const answer = await fetch('/api/health', { cache: 'no-store', signal: AbortSignal.timeout(8000) });
    if (!isStudio(answer) || answer.status === 502 || answer.status === 503 || answer.status === 504) throw new Error('not yet');
    noteAnswer(answer);
  } catch {
    noteSilence();
  }
}

export const isReachable = () => onlineManager.isOnline();

export const onConnection = (listener: () => void) => onlineManager.subscribe(listener);

export const useReachable = () => useSyncExternalStore(onConnection, isReachable);

import { lazy, type ReactNode, Suspense } from 'react';
import { isReachable, onConnection, probe } from '@/device/connection';
import { Waiting } from '@/ui/Notice';

const loads: (() => Promise<unknown>)[] = [];

const answered = () =>
  new Promise<void>((go) => {
    const stop = onConnection(() => {
      if (!isReachable()) return;
      stop();
      go();
    });
  });

/** A part of the app that is neither kept here nor at the studio any more: the studio has a newer app by now. */
export class PartMissing extends Error {
  constructor() {
    super('The studio’s server has a newer Deft Stride than this page. Reload the page, and go on where you were.');
  }
}

/** Loads a part of the app; while the server is silent it waits for it and never leaves the page. */
async function loaded<T>(load: () => Promise<T>): Promise<T> {
  try {
    return await load();
  } catch {
    await probe();
    if (!isReachable()) await answered();
    // With the server there a second failure is a part that is no longer there.
    return load().catch(() => {
      throw new PartMissing();
    });
  }
}

/** A screen that is not the first thing of the day: its script comes after the first screen, so that it is there when the signal is gone. */
export function later<K extends string>(load: () => Promise<Record<K, () => ReactNode>>, name: K): () => ReactNode {
  loads.push(load);
  const Screen = lazy(async (): Promise<{ default: () => ReactNode }> => ({ default: (await loaded(load))[name] }));
  return () => (
    <Suspense fallback={<Waiting what="the screen" />}>
      <Screen />
    </Suspense>
  );
}

/** Loads the other screens once the first one stands, one after the other. */
export async function loadTheRest() {
  for (const load of loads) await loaded(load).catch(() => undefined);
}

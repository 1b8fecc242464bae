import { useEffect, useSyncExternalStore } from 'react';
import { panelOpen, typing } from './focus';
import { INTERFACE, interfaceStanding, onInterface } from './interface';

// The whole app is kept on the device by its service worker. A newer one is fetched beside it, and takes over at a moment when
// nobody is in the middle of anything: on the way to another screen, or on the floor while the page is out of sight.

let registration: ServiceWorkerRegistration | undefined;
/** This page asked the newer app to take over. */
let asked = false;
/** Another page let a newer app take over: this one runs on with the older one until its own moment comes. */
let behind = false;

/** Whether somebody is in the middle of something: typing, or in a panel that is open. */
const busy = () => typing(document.activeElement) || panelOpen();

/** Out of sight on the floor, where nothing can be half filled in. */
const idle = () => document.visibilityState === 'hidden' && location.pathname === '/';

function takeOver() {
  if (busy()) return;
  if (behind) return location.reload();
  asked = true;
  registration?.waiting?.postMessage({ type: 'SKIP_WAITING' });
}

/** Looks for a newer app; resolves once it is here, or once there is none. */
async function fetchNewer() {
  const found = await registration?.update();
  const coming = (found as ServiceWorkerRegistration | undefined)?.installing;
  if (!coming) return;
  await new Promise<void>((go) => {
    coming.addEventListener('statechange', () => coming.state !== 'installing' && go());
  });
}

const lookForNewer = () =>
  void fetchNewer().then(
    () => idle() && takeOver(),
    // Without a signal there is nothing to find.
    () => undefined,
  );

/** Keeps the app on this device, where the browser can: over https, and on the studio's own computer. */
export async function keepApp() {
  if (!import.meta.env.PROD || !('serviceWorker' in navigator)) return;
  // The first worker of a device takes nothing over: the page it comes with is as new as itself.
  let first = navigator.serviceWorker.controller === null;
  navigator.serviceWorker.addEventListener('controllerchange', () => {
    if (first) first = false;
    else if (asked || idle()) location.reload();
    else behind = true;
  });
  try {
    registration = await navigator.serviceWorker.register('/worker.js', { updateViaCache: 'none' });
  } catch {
    // Without it everything goes on as long as there is a signal.
    return;
  }
  document.addEventListener('visibilitychange', () => {
    if (idle()) takeOver();
    else if (document.visibilityState === 'visible') lookForNewer();
  });
  onInterface(lookForNewer);
}

/** Remembered for as long as the tab is open. */
const ANEW = 'deft-begun-anew';

/** Whether this tab began anew already because its page was too old: it does so once, not in circles. */
export const beganAnew = sessionStorage.getItem(ANEW) === String(INTERFACE);

/** A page too old for the server: once everything on it is kept, the newer app is fetched and the page begins anew. */
export async function beginAnew(kept: () => Promise<void>) {
  await kept();
  sessionStorage.setItem(ANEW, String(INTERFACE));
  asked = true;
  try {
    await fetchNewer();
  } catch {
    // The reload asks the server itself.
  }
  if (registration?.waiting) registration.waiting.postMessage({ type: 'SKIP_WAITING' });
  else location.reload();
}

/** On the way to another screen a newer app takes over. */
export function useRelease(path: string) {
  useEffect(takeOver, [path]);
}

export const useInterfaceStanding = () => useSyncExternalStore(onInterface, interfaceStanding);

import { useEffect, useSyncExternalStore } from 'react';
import { panelOpen, typing } from './focus';
import { INTERFACE, interfaceStanding, onInterface } from './interface';

// The whole app is kept on the device by its service worker. A newer one is fetched beside it, and takes over at a moment when
// nobody is in the middle of anything: on the way to another screen, or on the floor while the page is out of sight.

/** This page asked the newer app to take over. */
let asked = false;
/** This page is too old for the server, and everything on it is kept: it begins anew whatever anybody is doing. */
let anew = false;
/** The newer app holds the device, and this page runs on with the older one until its own moment comes. */
let behind = false;

/** What the browser keeps the app by; nothing where it keeps none, or lets no page ask. */
async function registered() {
  if (!('serviceWorker' in navigator)) return undefined;
  return navigator.serviceWorker.getRegistration().catch(() => undefined);
}

/** Whether somebody is in the middle of something: typing, or in a panel that is open. */
const busy = () => typing(document.activeElement) || panelOpen();

/** Out of sight on the floor, where nothing can be half filled in. */
const idle = () => document.visibilityState === 'hidden' && location.pathname === '/';

/** The newer app holds the device now. A page that was opened past the worker hears of it too, so it is not left to the controller. */
function whenHeld(event: Event) {
  if ((event.target as ServiceWorker).state !== 'activated') return;
  if (anew || ((asked || idle()) && !busy())) location.reload();
  else behind = true;
}

const follow = (worker: ServiceWorker | null) => worker?.addEventListener('statechange', whenHeld);

/** The first worker of a device takes nothing over: the page it comes with is as new as itself. */
function found(event: Event) {
  const kept = event.target as ServiceWorkerRegistration;
  if (kept.active) follow(kept.installing);
}

/** Hears of every newer app from now on, however often it is called. */
function watch(kept: ServiceWorkerRegistration) {
  if (kept.active) follow(kept.installing);
  follow(kept.waiting);
  kept.addEventListener('updatefound', found);
}

/** The browser lets it in once the one before is idle: at once as a rule, after some minutes at the latest. */
function ask(waiting: ServiceWorker) {
  asked = true;
  waiting.postMessage({ type: 'SKIP_WAITING' });
}

async function takeOver() {
  const kept = await registered();
  if (kept) watch(kept);
  if (busy()) return;
  if (behind) location.reload();
  else if (kept?.waiting) ask(kept.waiting);
}

/** Looks for a newer app; resolves once it is here, or once there is none. */
async function fetchNewer() {
  const found = await (await registered())?.update();
  const coming = (found as ServiceWorkerRegistration | undefined)?.installing;
  if (!coming) return;
  await new Promise<void>((go) => {
    coming.addEventListener('statechange', () => coming.state !== 'installing' && go());
  });
}

const lookForNewer = () =>
  void fetchNewer().then(
    () => (idle() ? takeOver() : undefined),
    // Without a signal there is nothing to find.
    () => undefined,
  );

/** Keeps the app on this device, where the browser can: over https, and on the studio's own computer. */
export async function keepApp() {
  if (!import.meta.env.PROD || !('serviceWorker' in navigator)) return;
  try {
    watch(await navigator.serviceWorker.register('/worker.js', { updateViaCache: 'none' }));
  } catch {
    // Without it everything goes on as long as there is a signal.
    return;
  }
  document.addEventListener('visibilitychange', () => {
    if (idle()) void takeOver();
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
  anew = true;
  try {
    await fetchNewer();
  } catch {
    // The reload asks the server itself.
  }
  const waiting = (await registered())?.waiting;
  if (waiting) ask(waiting);
  else location.reload();
}

/** On the way to another screen a newer app takes over. */
export function useRelease(path: string) {
  useEffect(() => void takeOver(), [path]);
}

export const useInterfaceStanding = () => useSyncExternalStore(onInterface, interfaceStanding);

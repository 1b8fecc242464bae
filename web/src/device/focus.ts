import { useEffect } from 'react';

// Where the keyboard and the ear go when what they were on is gone. The eye finds its way by itself; for them somebody has to
// go ahead: to the headline of a new screen, and after an answer to what took its place.

/** What may be gone to though nobody tabs to it. */
const PLACE = '[data-arrive]';
const PANEL = '[role="dialog"], [role="alertdialog"]';

/** Whether something is typed into. */
export const typing = (target: EventTarget | null) =>
  target instanceof HTMLElement && (target.isContentEditable || ['INPUT', 'TEXTAREA', 'SELECT'].includes(target.tagName));

/** Whether a panel is open over the screen. */
export const panelOpen = () => document.querySelector(PANEL) !== null;

/** Goes to something without moving the page. */
function goTo(place: HTMLElement) {
  if (!place.matches('a, button, [tabindex]')) place.tabIndex = -1;
  place.focus({ preventScroll: true });
}

/** What says what a screen or an open panel is about. */
const headline = (): HTMLElement | null =>
  [...document.querySelectorAll<HTMLElement>(PANEL)].at(-1)?.querySelector<HTMLElement>('h2') ??
  document.querySelector<HTMLElement>('main h1');

/** Nobody is on anything that is worked: Enter means what the screen asks for. */
export const rests = (target: EventTarget | null) =>
  target === document.body || ((target instanceof HTMLElement || target instanceof SVGElement) && target.tabIndex === -1);

const gone = (element: Element) =>
  !element.isConnected ||
  element.matches(':disabled') ||
  element.closest('[inert], [hidden]') !== null ||
  !element.checkVisibility();

/** Looks after the focus for as long as the app is up. */
export function useFocus(path: string) {
  useEffect(() => {
    let on: Element | null = null;
    /** What the element stood in, nearest first: the part of it that is still there is where the eye is. */
    let around: Element[] = [];
    let due = 0;
    /** What the panel that is open was opened by. */
    let opener: HTMLElement | null = null;
    const note = (event: FocusEvent) => {
      on = event.target instanceof Element ? event.target : null;
      const from = event.relatedTarget;
      if (!on?.closest(PANEL)) opener = null;
      else if (from instanceof HTMLElement && !from.closest(PANEL)) opener = from;
      around = [];
      for (let at = on?.parentElement; at && at !== document.body; at = at.parentElement) {
        around.push(at);
        if (at.matches('main, [role="dialog"]')) break;
      }
    };
    /** Taken away by no hand: a panel that closed gave it to nothing. */
    let dropped = false;
    let pointed = 0;
    const look = () => {
      due = 0;
      if (document.activeElement !== document.body || !on) return;
      if (!gone(on)) {
        if (dropped && !on.matches('input, select, textarea')) (on as HTMLElement).focus({ preventScroll: true });
        dropped = false;
        return;
      }
      dropped = false;
      const home = around.find(
        (a) => a.isConnected && (a.matches(PLACE) || a.querySelector(PLACE) || a.matches('main, [role="dialog"]')),
      );
      const back = !home && opener && !gone(opener) ? opener : null;
      const place =
        back ??
        (home?.matches(PLACE)
          ? (home as HTMLElement)
          : home?.matches('main')
            ? null
            : home?.querySelector<HTMLElement>(`${PLACE}, h2`)) ??
        headline();
      // Where nothing stands yet, the next change is looked at again.
      if (place) goTo(place);
    };
    const soon = () => {
      due ||= requestAnimationFrame(look);
    };
    const leave = (event: FocusEvent) => {
      if (event.relatedTarget || !document.hasFocus() || performance.now() - pointed < 100) return;
      dropped = true;
      soon();
    };
    const point = () => {
      pointed = performance.now();
    };
    const changed = new MutationObserver(soon);
    addEventListener('focusin', note);
    addEventListener('focusout', leave);
    addEventListener('pointerdown', point, true);
    changed.observe(document.body, {
      childList: true,
      subtree: true,
      attributes: true,
      attributeFilter: ['disabled', 'hidden', 'inert'],
    });
    return () => {
      removeEventListener('focusin', note);
      removeEventListener('focusout', leave);
      removeEventListener('pointerdown', point, true);
      changed.disconnect();
      cancelAnimationFrame(due);
    };
  }, []);

  // A new screen is gone to once its headline stands, unless somebody is on something of it by then.
  useEffect(() => {
    if (first === path) return;
    first = null;
    const before = document.activeElement;
    const arrive = () => {
      const at = document.activeElement;
      if (at && at !== document.body && at !== before && at.closest('main, [role="dialog"]')) return true;
      const place = document.querySelector<HTMLElement>('main h1');
      if (!place) return false;
      if (!panelOpen()) goTo(place);
      return true;
    };
    let waits = 0;
    const come = new MutationObserver(() => {
      waits ||= requestAnimationFrame(() => {
        waits = 0;
        if (arrive()) come.disconnect();
      });
    });
    waits = requestAnimationFrame(() => {
      waits = 0;
      if (!arrive()) come.observe(document.body, { childList: true, subtree: true });
    });
    return () => {
      come.disconnect();
      cancelAnimationFrame(waits);
    };
  }, [path]);
}

/** The address that the app was opened with: there the browser itself says where one is. */
let first: string | null = location.pathname;

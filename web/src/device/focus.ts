import { useEffect } from 'react';

// Where the keyboard and the ear go when what they were on is gone. The eye finds its way by itself; for them somebody has to
// go ahead: to the headline of a new screen, and after an answer to what took its place.

/** What may be gone to though nobody tabs to it. */
const PLACE = '[data-arrive]';

/** Goes to something without moving the page. */
function goTo(place: HTMLElement) {
  if (!place.hasAttribute('tabindex')) place.tabIndex = -1;
  place.focus({ preventScroll: true });
}

/** What says what a screen or an open panel is about. */
const headline = (): HTMLElement | null =>
  [...document.querySelectorAll<HTMLElement>('[role="dialog"] h2, [role="alertdialog"] h2')].at(-1) ??
  document.querySelector<HTMLElement>('main h1');

/** Nobody is on anything that is worked: Enter means what the screen asks for. */
export const rests = (target: EventTarget | null) =>
  target === document.body || ((target instanceof HTMLElement || target instanceof SVGElement) && target.tabIndex === -1);

const gone = (element: Element) =>
  !element.isConnected || element.matches(':disabled') || element.closest('[inert], [hidden]') !== null;

/** Looks after the focus for as long as the app is up. */
export function useFocus(path: string) {
  useEffect(() => {
    let on: Element | null = null;
    /** What the element stood in, nearest first: the part of it that is still there is where the eye is. */
    let around: Element[] = [];
    let due = 0;
    const note = (event: FocusEvent) => {
      on = event.target instanceof Element ? event.target : null;
      around = [];
      for (let at = on?.parentElement ?? null; at; at = at.parentElement) around.push(at);
    };
    const look = () => {
      due = 0;
      if (document.activeElement !== document.body || !on || !gone(on)) return;
      const home = around.find(
        (a) => a.isConnected && (a.matches(PLACE) || a.querySelector(PLACE) || a.matches('main, [role="dialog"]')),
      );
      const place =
        (home?.matches(PLACE)
          ? (home as HTMLElement)
          : home?.matches('main')
            ? null
            : home?.querySelector<HTMLElement>(`${PLACE}, h2`)) ?? headline();
      if (place) goTo(place);
      else on = null;
    };
    const changed = new MutationObserver(() => {
      due ||= requestAnimationFrame(look);
    });
    addEventListener('focusin', note);
    changed.observe(document.body, {
      childList: true,
      subtree: true,
      attributes: true,
      attributeFilter: ['disabled', 'hidden', 'inert'],
    });
    return () => {
      removeEventListener('focusin', note);
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
      if (!document.querySelector('[role="dialog"], [role="alertdialog"]')) goTo(place);
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

/**
 * The number of the interface that this page speaks with the studio's server (docs/interface.md says what each number means).
 * It goes with everything asked and sent; what was written by an older page keeps the number that page spoke.
 */
export const INTERFACE = 1;

/** The header that carries the number, both ways. */
export const INTERFACE_HEADER = 'Deft-Interface';

/** The header in which the server says with which number it still answers a page. */
const SINCE_HEADER = 'Deft-Interface-Since';

export type Standing = 'same' | 'older' | 'tooOld';

let standing: Standing = 'same';
const listeners = new Set<() => void>();

/** How a page that speaks one number stands to a server that speaks another, and answers pages since a third. */
export function standingOf(page: number, server: number, since: number): Standing {
  if (page < since) return 'tooOld';
  return page < server ? 'older' : 'same';
}

/** Reads from an answer which interface the server speaks. An answer without the numbers says nothing. */
export function noteInterface(answer: Response) {
  const [server, since] = [INTERFACE_HEADER, SINCE_HEADER].map((name) => Number(answer.headers.get(name)));
  if (!server || !since) return;
  const now = standingOf(INTERFACE, server, since);
  if (now === standing) return;
  standing = now;
  for (const listener of listeners) listener();
}

export const interfaceStanding = () => standing;

export function onInterface(listener: () => void) {
  listeners.add(listener);
  return () => void listeners.delete(listener);
}

import { v7 as uuid } from 'uuid';

const KEY = 'deft-device';

/** This device's own id, made once: who runs a session is told by it. */
export function deviceId(): string {
  const known = localStorage.getItem(KEY);
  if (known) return known;
  const made = uuid();
  localStorage.setItem(KEY, made);
  return made;
}

/** What it is, as far as its screen tells. */
export const deviceKind = () => {
  const least = Math.min(screen.width, screen.height);
  return matchMedia('(pointer: coarse)').matches || least < 700 ? (least < 600 ? 'phone' : 'tablet') : 'computer';
};

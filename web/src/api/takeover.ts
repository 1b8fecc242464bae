import { useSyncExternalStore } from 'react';
import { setPerson, signedIn } from '@/device/person';
import type { Schema } from './client';

// Somebody who took over without a signal gave their number to the device; the studio judges it when it answers again. It is
// kept in this page's memory alone: after a reload it is asked for again.
let number: string | null = null;
let refused: string | null = null;
const listeners = new Set<() => void>();

const say = () => {
  for (const listener of listeners) listener();
};

/** Goes on as somebody whose number the studio has not heard yet. What they enter waits until it has. */
export function takeOverUnheard(other: Schema['DoorPersonView'], pin: string) {
  number = pin;
  refused = null;
  setPerson({
    personId: other.id,
    coachId: other.coach,
    clientId: null,
    name: other.name,
    role: other.role,
    owns: false,
    coaches: true,
    pictures: true,
    unheard: true,
  });
  say();
}

/** What the studio is to be asked for now: whose number, and which. Null when there is none to ask about. */
export function unheardNumber(): { personId: string; pin: string } | null {
  const person = signedIn();
  return person?.unheard && person.personId && number !== null ? { personId: person.personId, pin: number } : null;
}

/** The studio would not have it: the sentence is shown and the number asked for again. */
export function numberRefused(sentence: string) {
  number = null;
  refused = sentence;
  say();
}

/** Another try. */
export function tryNumber(pin: string) {
  number = pin;
  refused = null;
  say();
}

const standing = () => (signedIn()?.unheard ? (number === null ? (refused ?? '') : null) : null);

/** What is said where a number must be given again: a sentence, empty for none; null where none is asked for. */
export const useAskedAgain = () =>
  useSyncExternalStore((listener) => {
    listeners.add(listener);
    return () => void listeners.delete(listener);
  }, standing);

import { useSyncExternalStore } from 'react';

// Who is signed in on this device, as the studio last said it. It opens nothing by itself: the studio asks its own cookie.
const KEY = 'deft-person';

/** Who acts here, and what they may do. */
export type Person = {
  personId: string | null;
  coachId: string | null;
  clientId: string | null;
  name: string;
  role: 'owner' | 'coach' | 'assistant' | 'client';
  owns: boolean;
  coaches: boolean;
  pictures: boolean;
  /** Took over without a signal: the studio has not judged their number yet. */
  unheard?: true;
};

const listeners = new Set<() => void>();
let person: Person | null = read();

function read(): Person | null {
  try {
    return JSON.parse(localStorage.getItem(KEY) ?? 'null') as Person | null;
  } catch {
    return null;
  }
}

function say() {
  for (const listener of listeners) listener();
}

/** Who is signed in here, or null for nobody. */
export const signedIn = () => person;

/** The coach whom what is entered here names. */
export const actingCoach = () => person?.coachId ?? null;

export function setPerson(next: Person | null) {
  if (JSON.stringify(next) === JSON.stringify(person)) return;
  person = next;
  if (next) localStorage.setItem(KEY, JSON.stringify(next));
  else localStorage.removeItem(KEY);
  say();
}

export const onPerson = (listener: () => void) => {
  listeners.add(listener);
  return () => void listeners.delete(listener);
};

/** Whether whoever is in may change what counts for the whole studio. */
export const useOwns = () => usePerson()?.owns === true;

/** What whoever is in does here: assistants help, the others coach. */
export const doing = (person: Person) => (person.role === 'assistant' ? 'helping' : 'coaching');

export const usePerson = () => useSyncExternalStore(onPerson, signedIn);

/** Stays on a device whoever signs out: what it is, and how bright. */
const STAYS = new Set(['deft-device', 'deft-theme']);

/** Takes away what this device holds of anybody. What waits in the outbox is not here: it is nobody's to take away. */
export function forgetEverybody() {
  for (const key of Object.keys(localStorage)) if (key.startsWith('deft-') && !STAYS.has(key)) localStorage.removeItem(key);
  sessionStorage.clear();
}

import { queryOptions, useQuery } from '@tanstack/react-query';
import { noteAnswer, noteSilence } from '@/device/connection';
import { INTERFACE, INTERFACE_HEADER } from '@/device/interface';
import { forgetEverybody, setPerson } from '@/device/person';
import { deviceKind } from '@/device/self';
import { api, Problem, type Schema, take, Unreachable } from './client';

/** Where this device stands: nobody here yet, closed, or somebody is in. */
export const doorQuery = queryOptions({
  queryKey: ['door'],
  queryFn: async () => {
    const door = await take(api.GET('/api/door'));
    noteDoor(door);
    return door;
  },
  staleTime: 30_000,
});

export const useDoor = () => useQuery(doorQuery);

/** Keeps who is in. */
function noteDoor(door: Schema['DoorView']) {
  const me = door.me;
  setPerson(
    me && {
      personId: me.personId,
      coachId: me.coachId,
      clientId: me.clientId,
      name: me.name,
      role: me.role,
      owns: me.owns,
      coaches: me.coaches,
      pictures: me.pictures,
    },
  );
}

type Way =
  | 'owner'
  | 'sign-in'
  | 'passkey-options'
  | 'passkey'
  | 'passkeys/options'
  | 'passkeys'
  | 'demo'
  | 'code'
  | 'join'
  | 'take-over'
  | 'sign-out'
  | 'sign-out-everywhere';

/**
 * Asks at the door. Never by way of the outbox: a passphrase is kept nowhere, and an answer that is lost is asked for again by
 * whoever stands there.
 */
async function ask(method: 'POST' | 'PUT', way: Way | 'pin' | 'passphrase', body: object): Promise<unknown> {
  let response: Response;
  try {
    response = await fetch(`/api/door/${way}`, {
      method,
      body: JSON.stringify(body),
      headers: { 'content-type': 'application/json', [INTERFACE_HEADER]: String(INTERFACE) },
    });
  } catch {
    noteSilence();
    throw new Unreachable();
  }
  noteAnswer(response);
  const text = await response.text();
  const said = (text === '' ? {} : JSON.parse(text)) as { detail?: string; field?: string };
  if (!response.ok)
    throw new Problem(
      response.status,
      said.detail ?? 'The studio did not open. Reload the page and try again.',
      said.field,
      null,
    );
  return said;
}

/** Begins anew as whoever is in now: nothing that was shown to another stays. */
function enter() {
  location.assign('/');
}

const device = () => `a ${deviceKind()}`;

export async function makeOwner(said: { name: string; passphrase: string; coachId: string | null }) {
  await ask('POST', 'owner', { ...said, device: device() });
  enter();
}

export async function signIn(said: { name: string; passphrase: string }) {
  await ask('POST', 'sign-in', { ...said, device: device() });
  enter();
}

/** Whether this browser has keys of its own that the studio can take: over https and on localhost. */
export const hasPasskeys = () =>
  'PublicKeyCredential' in window &&
  'parseCreationOptionsFromJSON' in PublicKeyCredential &&
  (location.protocol === 'https:' || location.hostname === 'localhost');

/** What somebody hears who turned the browser's own question down. */
const passed = (error: unknown): never => {
  if (error instanceof DOMException) throw new Error('The browser gave no key. Try again, or use your passphrase.');
  throw error;
};

/** Signs in by a key of this device. */
export async function signInByPasskey() {
  const { options } = (await ask('POST', 'passkey-options', {})) as Schema['PasskeyOptionsView'];
  const publicKey = PublicKeyCredential.parseRequestOptionsFromJSON(JSON.parse(options));
  const credential = (await navigator.credentials.get({ publicKey }).catch(passed)) as PublicKeyCredential;
  await ask('POST', 'passkey', { credential: JSON.stringify(credential.toJSON()), device: device() });
  enter();
}

/** Adds a key of this device. */
export async function addPasskey() {
  const { options } = (await ask('POST', 'passkeys/options', {})) as Schema['PasskeyOptionsView'];
  const publicKey = PublicKeyCredential.parseCreationOptionsFromJSON(JSON.parse(options));
  const credential = (await navigator.credentials.create({ publicKey }).catch(passed)) as PublicKeyCredential;
  await ask('POST', 'passkeys', { credential: JSON.stringify(credential.toJSON()), device: device() });
}

export async function tryOut(personId: string) {
  await ask('POST', 'demo', { personId, device: device() });
  enter();
}

/** Opens a client's own page at once; says what else a code needs. */
export async function openCode(code: string) {
  const opened = (await ask('POST', 'code', { code, device: device() })) as Schema['CodeView'];
  if (opened.open) enter();
  return opened;
}

export async function join(said: { code: string; name: string; passphrase: string }) {
  await ask('POST', 'join', { ...said, device: device() });
  enter();
}

export async function takeOver(personId: string, pin: string) {
  await ask('POST', 'take-over', { personId, pin });
  enter();
}

export async function changePin(pin: string) {
  await ask('PUT', 'pin', { pin });
}

export async function changePassphrase(said: { old: string; passphrase: string }) {
  await ask('PUT', 'passphrase', said);
}

/** Signs out and takes what this device holds of clients with it. */
export async function signOut(everywhere = false) {
  await ask('POST', everywhere ? 'sign-out-everywhere' : 'sign-out', {});
  forgetEverybody();
  setPerson(null);
  enter();
}

import { queryOptions, useQuery } from '@tanstack/react-query';
import { keep, readKept } from '@/device/kept';
import { forgetEverybody, setPerson, signedIn } from '@/device/person';
import { deviceKind } from '@/device/self';
import { theOutbox } from '@/outbox/device';
import { forgetErased } from '@/outbox/erased';
import { api, Problem, type Schema, take, Unreachable } from './client';
import { once } from './once';
import { queries } from './queries';
import { numberRefused, takeOverUnheard, tryNumber, unheardNumber } from './takeover';

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

const PEOPLE = 'people';

/** Who may take this device over, as the studio last said it: known without a signal too. */
export const keptPeople = () => readKept<Schema['DoorPersonView'][]>(PEOPLE) ?? [];

/** Keeps who is in. */
function noteDoor(door: Schema['DoorView']) {
  const me = door.me;
  void forgetErased(door.erased);
  if (door.people.length > 0) keep(PEOPLE, door.people);
  // Somebody took over meanwhile, without a signal: first the studio hears their number.
  if (me?.personId && signedIn()?.unheard && signedIn()?.personId !== me.personId) {
    void hearNumber();
    return;
  }
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
  | 'passkeys'
  | 'demo'
  | 'code'
  | 'join'
  | 'take-over'
  | 'sign-out'
  | 'sign-out-everywhere'
  | 'pin'
  | 'passphrase'
  | `passkeys/${string}`;

const ask = (method: 'POST' | 'PUT' | 'DELETE', way: Way, body: object) => once(method, `/api/door/${way}`, body);

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

/** Which keys open the studio for whoever is in. */
export const passkeysQuery = queryOptions({
  queryKey: ['passkeys'],
  queryFn: () => take(api.GET('/api/door/passkeys')),
});

export async function removePasskey(id: string) {
  await ask('DELETE', `passkeys/${id}`, {});
}

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

/** Takes over by number. Without a signal whoever sees all of this device anyway goes on with it, and the studio judges later. */
export async function takeOver(other: Schema['DoorPersonView'], pin: string) {
  try {
    await ask('POST', 'take-over', { personId: other.id, pin });
  } catch (error) {
    if (!(error instanceof Unreachable && other.seesAll)) throw error;
    takeOverUnheard(other, pin);
    return;
  }
  enter();
}

/** Lets the studio judge the number of somebody who took over without a signal. */
async function hearNumber() {
  const given = unheardNumber();
  if (!given) return;
  try {
    await ask('POST', 'take-over', given);
  } catch (error) {
    if (error instanceof Problem) numberRefused(error.message);
    return;
  }
  enter();
}

/** The number once more. */
export async function giveNumberAgain(pin: string) {
  tryNumber(pin);
  await hearNumber();
}

/** It was not them, or they do not know it any more: the device goes back to whoever is signed in. */
export async function goBack() {
  setPerson(null);
  await queries.refetchQueries({ queryKey: doorQuery.queryKey });
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
  // Before the page goes: what waits here is closed.
  await theOutbox().seal();
  forgetEverybody();
  setPerson(null);
  enter();
}

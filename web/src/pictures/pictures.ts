import { outcome, type Schema } from '@/api/client';
import { actingCoach } from '@/device/person';
import { theOutbox, useUnsent } from '@/outbox/device';
import type { Entry } from '@/outbox/entry';
import type { Slot } from './still';

type Kept = Schema['PictureView'];
/** All that is needed of a picture to draw it. */
export type Size = Pick<Kept, 'id' | 'width' | 'height'>;

const urls = new Map<string, string>();

const idOf = (entry: Entry) => entry.makes ?? '';
const waits = (entry: Entry, clientId: string) => entry.kind === 'picture' && entry.lane === clientId;

/** How many pictures of a client have not reached the server yet. */
export const usePending = (clientId: string) => useUnsent((e) => waits(e, clientId) && e.state !== 'refused').length;

/** Pictures of a client that the studio did not take, with its sentence. */
export const useRefusedPictures = (clientId: string) =>
  useUnsent((e) => waits(e, clientId) && e.state === 'refused').map((e) => ({
    id: idOf(e),
    sentence: e.refusal?.sentence ?? '',
  }));

/** Where to show a picture from: this device while it waits, the server after. */
export function pictureUrl(id: string) {
  const known = urls.get(id);
  if (known) return known;
  const blob = theOutbox()
    .all()
    .find((e) => idOf(e) === id)?.blob;
  if (!blob) return `/api/pictures/${id}`;
  const url = URL.createObjectURL(blob);
  urls.set(id, url);
  return url;
}

/** Shows a picture from this device from now on, before it is sent. */
export const showFrom = (id: string, blob: Blob) => urls.set(id, URL.createObjectURL(blob));

/**
 * Keeps a picture on this device and sends it in its turn. `shown` hears its size as soon as this device can draw it; the
 * promise settles when the server has it, or refuses it.
 */
export async function sendPicture(
  id: string,
  clientId: string,
  blob: Blob,
  { side, view, moment }: Slot,
  shown: (size: Size) => void,
): Promise<Kept> {
  const path = `/api/pictures/${id}?client=${clientId}&side=${side}&view=${view}&moment=${moment}`;
  const sent = outcome(theOutbox().write({ method: 'PUT', path, json: null, blob, coach: actingCoach() }));
  // The answer may come before this is waited for.
  sent.catch(() => undefined);
  try {
    const bitmap = await createImageBitmap(blob);
    if (!urls.has(id)) showFrom(id, blob);
    shown({ id, width: bitmap.width, height: bitmap.height });
    bitmap.close();
  } catch {
    // Not drawable here (or no picture at all): the server's answer says which, and what to do.
  }
  return JSON.parse((await sent).text) as Kept;
}

/** Sends a picture again whose file was lost or damaged on the studio's disk; only the very same one mends it. */
export async function mendPicture(id: string, clientId: string, blob: Blob) {
  await outcome(
    theOutbox().write({ method: 'PUT', path: `/api/pictures/${id}?client=${clientId}`, json: null, blob, coach: actingCoach() }),
  );
  urls.set(id, URL.createObjectURL(blob));
}

/** Hears of each picture of a client that the server has taken, also of one that waited since before a reload. */
export const onPictureKept = (clientId: string, kept: (picture: Kept) => void) =>
  theOutbox().onKept((entry) => {
    if (waits(entry, clientId) && entry.answer) kept(JSON.parse(entry.answer.text) as Kept);
  });

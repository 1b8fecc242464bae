import { api, outcome, type Schema, take } from '@/api/client';
import { actingCoach } from '@/device/person';
import { theOutbox } from '@/outbox/device';
import type { Side } from '@/ui/SidePlate';
import { dropPacked } from './packed';
import { packOf } from './reading';
import type { SeenClip, SeenFrame } from './track';

/** What is known of a clip besides what was seen in it. */
export type ClipOf = { id: string; clientId: string; exerciseId: string; view: Schema['View']; side: Side | null; rate: number };

/** A clip that can be looked at again: its film, and what was seen in it so far by the clock of that film. */
export type ClipAtHand = ClipOf & {
  /** Id of the newest points that are kept of it. */
  newest: string;
  film: Blob;
  seen: SeenClip;
  /** At which second of the clip the film begins. */
  offset: number;
};

type Points = Schema['ClipRecordDto'];

const NO_FILM =
  'The film of this clip could not be put aside on this device, so it is not kept. Its points and pictures are, and the check goes on.';

/** Writes something into the outbox; settles once this device has it. */
const stored = (path: string, json: Points | null, blob: Blob | null) =>
  new Promise<void>((kept, failed) => {
    outcome(
      theOutbox().write({ method: 'PUT', path, json: json as Record<string, unknown> | null, blob, coach: actingCoach() }, kept),
    ).catch(failed);
  });

/** Keeps what was seen in a clip, and the stretch of its film that was read, first on this device and then in the studio. */
export async function keepClip(of: ClipOf, file: Blob, seen: SeenClip) {
  const [first, last] = [seen.frames[0]?.seconds ?? 0, seen.frames.at(-1)?.seconds ?? 0];
  // Why not matters little to whoever coaches: the points are kept in any case, and that the film is not is said below.
  const packed = await packOf(file, first, last + 0.05).catch(() => null);
  await stored(
    `/api/clips/${of.id}`,
    pointsOf(of, seen, packed && { type: packed.type, bytes: packed.film.size, offset: packed.offset }),
    null,
  );
  try {
    if (packed) await stored(`/api/films/${of.id}?client=${of.clientId}`, null, packed.film);
  } finally {
    if (packed) await dropPacked(packed.name);
  }
  if (!packed) throw new Error(NO_FILM);
}

/** Keeps newer points of a clip in place of those before. */
export const keepPoints = (of: ClipOf, newest: string, id: string, seen: SeenClip) =>
  stored(`/api/clips/${id}`, { ...pointsOf({ ...of, id }, seen, null), supersedes: newest }, null);

const pointsOf = ({ rate, ...of }: ClipOf, { width, height, frames }: SeenClip, film: Points['film']): Points => ({
  ...of,
  rate: Math.round(1000 * rate) / 1000,
  width,
  height,
  frames,
  film,
  supersedes: null,
});

/** A kept clip: from this device while it waits here, else from the studio. */
export async function clipAtHand(id: string): Promise<ClipAtHand> {
  const waiting = theOutbox().all();
  const points =
    (waiting.findLast((e) => e.kind === 'clip' && (e.makes === id || e.json?.supersedes === id))?.json as Points | undefined) ??
    (await take(api.GET('/api/clips/{id}', { params: { path: { id } } })));
  const film = waiting.find((e) => e.makes === `film:${id}`)?.blob ?? (await filmOf(id));
  const { width, height, frames } = points;
  return {
    ...points,
    id,
    newest: points.id,
    film,
    offset: points.film?.offset ?? 0,
    seen: { width, height, frames: frames as SeenFrame[] },
  };
}

async function filmOf(id: string) {
  const answer = await fetch(`/api/films/${id}`);
  if (!answer.ok) throw new Error('The film of this clip is not kept here.');
  return answer.blob();
}

/** Frames by another clock. */
export const shifted = (frames: SeenFrame[], by: number): SeenFrame[] =>
  frames.map((f) => ({ ...f, seconds: Math.round(1e4 * (f.seconds + by)) / 1e4 }));

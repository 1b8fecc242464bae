import { openFilm } from './film';
import { followStickers } from './follow';
import { framesOf } from './frames';
import { glimpse } from './glimpse';
import type { FromReader, ToReader } from './messages';
import { packFilm } from './pack';
import { readClip } from './reader';
import { ClipRefused } from './refusal';

// Every film is read in its own thread, so that the page never waits for it.
const stops = new Set<number>();
const answers = new Map<number, (which: number) => void>();
const say = (message: FromReader) => self.postMessage(message);

self.onmessage = async ({ data }: MessageEvent<ToReader>) => {
  if (data.kind === 'stop') {
    stops.add(data.id);
    answers.get(data.id)?.(0);
    return;
  }
  if (data.kind === 'who') {
    answers.get(data.id)?.(data.which);
    return;
  }
  const { id } = data;
  try {
    if (data.kind === 'facts') {
      const film = await openFilm(data.file);
      film.close();
      say({ kind: 'facts', id, facts: film.facts });
      return;
    }
    if (data.kind === 'frames') {
      say({ kind: 'frames', id, frames: await framesOf(data.file, data.at) });
      return;
    }
    if (data.kind === 'follow') {
      say({ kind: 'followed', id, frames: await followStickers(data.file, data.frames, data.tapped) });
      return;
    }
    if (data.kind === 'pack') {
      say({ kind: 'packed', id, packed: await packFilm(data.file, data.from, data.to) });
      return;
    }
    if (data.kind === 'glimpse') {
      say({ kind: 'glimpsed', id, points: await glimpse(data.picture, data.folder) });
      return;
    }
    const { file, folder, from, to } = data;
    const clip = await readClip(file, folder, {
      from,
      to,
      told: (progress) => say({ kind: 'progress', id, progress }),
      who: (people) => {
        say({ kind: 'asks', id, people });
        return new Promise((chosen) => answers.set(id, chosen));
      },
      stopped: () => stops.has(id),
    });
    say({ kind: 'read', id, clip, whole: !stops.has(id) });
  } catch (error) {
    say(
      error instanceof ClipRefused
        ? { kind: 'refused', id, fault: error.fault }
        : { kind: 'failed', id, why: error instanceof Error ? error.message : String(error) },
    );
  } finally {
    stops.delete(id);
    answers.delete(id);
  }
};

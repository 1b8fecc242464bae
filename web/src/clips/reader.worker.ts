import { ClipRefused } from './film';
import type { FromReader, ToReader } from './messages';
import { readClip } from './reader';

// Every film is read in its own thread, so that the page never waits for it.
const stops = new Set<number>();
const say = (message: FromReader) => self.postMessage(message);

self.onmessage = async ({ data }: MessageEvent<ToReader>) => {
  if (data.kind === 'stop') {
    stops.add(data.id);
    return;
  }
  const { id, file, folder, from, to } = data;
  try {
    const clip = await readClip(file, folder, {
      from,
      to,
      told: (progress) => say({ kind: 'progress', id, progress }),
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
  }
};

import type { ClipFault } from './film';
import { ClipRefused } from './film';
import type { FromReader, ToReader } from './messages';
import type { ClipFacts, Progress, SeenClip } from './track';

/** Where what finds a body lies; never anywhere but in this app. */
const FOLDER = '/seeing';

let worker: Worker | null = null;
let last = 0;

/** A clip as far as it was read. */
export type ReadClip = SeenClip & { facts: ClipFacts; whole: boolean };

/** A reading under way. */
export type ClipReading = { done: Promise<ReadClip>; stop: () => void };

/** Whether this browser can read clips at all. */
export const canReadClips = () =>
  'VideoDecoder' in globalThis && 'OffscreenCanvas' in globalThis && 'WebAssembly' in globalThis && 'Worker' in globalThis;

/** Reads a clip beside the page. Stopped, it settles with what was seen until then. */
export function readClip(file: Blob, { from = 0, to = Number.MAX_SAFE_INTEGER, told }: ReadRange): ClipReading {
  worker ??= new Worker(new URL('./reader.worker.ts', import.meta.url));
  const reader = worker;
  const id = ++last;
  const say = (message: ToReader) => reader.postMessage(message);
  const done = new Promise<ReadClip>((settle, refuse) => {
    const over = () => {
      reader.removeEventListener('message', hear);
      reader.removeEventListener('error', fall);
    };
    const fall = (event: ErrorEvent) => {
      over();
      worker = null;
      refuse(new Error(event.message || 'The clip could not be read.'));
    };
    const hear = ({ data }: MessageEvent<FromReader>) => {
      if (data.id !== id) return;
      if (data.kind === 'progress') {
        told?.(data.progress);
        return;
      }
      over();
      if (data.kind === 'read') settle({ ...data.clip, whole: data.whole });
      else if (data.kind === 'refused') refuse(new ClipRefused(data.fault as ClipFault));
      else refuse(new Error(data.why));
    };
    reader.addEventListener('message', hear);
    reader.addEventListener('error', fall);
  });
  say({ kind: 'read', id, file, folder: FOLDER, from, to });
  return { done, stop: () => say({ kind: 'stop', id }) };
}

type ReadRange = { from?: number; to?: number; told?: (progress: Progress) => void };

import type { Tapped } from './follow';
import type { FromReader, ToReader } from './messages';
import type { PackedFilm } from './packed';
import type { ClipFault } from './refusal';
import { ClipRefused } from './refusal';
import type { ClipFacts, People, Progress, SeenClip, SeenFrame } from './track';

/** Where what finds a body lies; never anywhere but in this app. */
const FOLDER = '/seeing';

let worker: Worker | null = null;
let last = 0;

/** A clip as far as it was read. */
export type ReadClip = SeenClip & { facts: ClipFacts; whole: boolean };

/** A reading under way. */
export type ClipReading = { done: Promise<ReadClip>; stop: () => void; choose: (which: number) => void };

type Answer = Extract<FromReader, { kind: 'read' | 'facts' | 'frames' | 'followed' | 'packed' | 'glimpsed' }>;
type Question = ToReader extends infer Q ? (Q extends { kind: 'stop' | 'who' } ? never : Omit<Q, 'id'>) : never;

/** Whether this browser can read clips at all. */
export const canReadClips = () =>
  'VideoDecoder' in globalThis && 'OffscreenCanvas' in globalThis && 'WebAssembly' in globalThis && 'Worker' in globalThis;

/** Whether a file is a film, by what the device says of it. */
export const isFilm = (file: Blob) =>
  file.type.startsWith('video/') || (file instanceof File && /\.(mp4|m4v|mov|webm|mkv)$/i.test(file.name));

/** Asks the reader beside the page; settles with its answer. */
function ask(question: Question, hears: { told?: (progress: Progress) => void; who?: (people: People) => void } = {}) {
  worker ??= new Worker(new URL('./reader.worker.ts', import.meta.url));
  const reader = worker;
  const id = ++last;
  const answer = new Promise<Answer>((settle, refuse) => {
    const over = () => {
      reader.removeEventListener('message', hear);
      reader.removeEventListener('error', fall);
    };
    const fall = (event: ErrorEvent) => {
      over();
      worker = null;
      refuse(new Error(event.message || 'The clip could not be read. Reload the page and pick it again.'));
    };
    const hear = ({ data }: MessageEvent<FromReader>) => {
      if (data.id !== id) return;
      if (data.kind === 'progress') {
        hears.told?.(data.progress);
        return;
      }
      if (data.kind === 'asks') {
        hears.who?.(data.people);
        return;
      }
      over();
      if (data.kind === 'refused') refuse(new ClipRefused(data.fault as ClipFault));
      else if (data.kind === 'failed')
        refuse(
          new Error('The clip could not be read on this device. Take pictures instead, or try another browser.', {
            cause: data.why,
          }),
        );
      else settle(data);
    };
    reader.addEventListener('message', hear);
    reader.addEventListener('error', fall);
  });
  reader.postMessage({ ...question, id } as ToReader, 'picture' in question && question.picture ? [question.picture] : []);
  const tell = (message: ToReader) => reader.postMessage(message);
  return {
    answer,
    stop: () => tell({ kind: 'stop', id }),
    choose: (which: number) => tell({ kind: 'who', id, which }),
  };
}

/** Reads a clip. Stopped, it settles with what was seen until then. */
export function readClip(
  file: Blob,
  {
    from = 0,
    to = Number.MAX_SAFE_INTEGER,
    ...hears
  }: { from?: number; to?: number; told?: (progress: Progress) => void; who?: (people: People) => void },
): ClipReading {
  const { answer, stop, choose } = ask({ kind: 'read', file, folder: FOLDER, from, to }, hears);
  const done = answer.then((a) => {
    if (a.kind !== 'read') throw new Error('The reader said something else.');
    return { ...a.clip, whole: a.whole };
  });
  return { done, stop, choose };
}

/** What a clip is, or why it cannot be read. */
export const factsOf = (file: Blob): Promise<ClipFacts> =>
  ask({ kind: 'facts', file }).answer.then((a) => {
    if (a.kind !== 'facts') throw new Error('The reader said something else.');
    return a.facts;
  });

/** Frames of a clip as pictures. */
export const framesOf = (file: Blob, at: number[]): Promise<Blob[]> =>
  ask({ kind: 'frames', file, at }).answer.then((a) => (a.kind === 'frames' ? a.frames : []));

/** The frames of a clip with two stickers on the pelvis followed through them, or null where no colour stands out under a tap. */
export const followStickers = (file: Blob, frames: SeenFrame[], tapped: Tapped): Promise<SeenFrame[] | null> =>
  ask({ kind: 'follow', file, frames, tapped }).answer.then((a) => (a.kind === 'followed' ? a.frames : null));

/** A stretch of a clip as it is kept, seconds of the clip. */
export const packOf = (file: Blob, from: number, to: number): Promise<PackedFilm> =>
  ask({ kind: 'pack', file, from, to }).answer.then((a) => {
    if (a.kind !== 'packed') throw new Error('The reader said something else.');
    return a.packed;
  });

/** What is seen in one picture of a camera that is filming; null gets ready and sees nothing. */
export const glimpse = (picture: ImageBitmap | null): Promise<number[]> =>
  ask({ kind: 'glimpse', folder: FOLDER, picture }).answer.then((a) => (a.kind === 'glimpsed' ? a.points : []));

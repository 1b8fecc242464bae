import type { ClipFault } from './film';
import type { ClipFacts, Progress, SeenClip } from './track';

/** What the page asks of the reader. */
export type ToReader =
  | { kind: 'read'; id: number; file: Blob; folder: string; from: number; to: number }
  | { kind: 'stop'; id: number };

/** What it says. `whole` is false where it was stopped before the end. */
export type FromReader =
  | { kind: 'progress'; id: number; progress: Progress }
  | { kind: 'read'; id: number; clip: SeenClip & { facts: ClipFacts }; whole: boolean }
  | { kind: 'refused'; id: number; fault: ClipFault }
  | { kind: 'failed'; id: number; why: string };

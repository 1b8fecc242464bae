import type { ClipFault } from './film';
import type { Tapped } from './follow';
import type { ClipFacts, Progress, SeenClip, SeenFrame } from './track';

/** What the page asks of the reader. */
export type ToReader =
  | { kind: 'read'; id: number; file: Blob; folder: string; from: number; to: number }
  | { kind: 'frames'; id: number; file: Blob; at: number[] }
  | { kind: 'follow'; id: number; file: Blob; frames: SeenFrame[]; tapped: Tapped }
  | { kind: 'stop'; id: number };

/** What it says. `whole` is false where it was stopped before the end. */
export type FromReader =
  | { kind: 'progress'; id: number; progress: Progress }
  | { kind: 'read'; id: number; clip: SeenClip & { facts: ClipFacts }; whole: boolean }
  | { kind: 'frames'; id: number; frames: Blob[] }
  | { kind: 'followed'; id: number; frames: SeenFrame[] | null }
  | { kind: 'refused'; id: number; fault: ClipFault }
  | { kind: 'failed'; id: number; why: string };

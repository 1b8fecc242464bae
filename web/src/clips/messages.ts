import type { Tapped } from './follow';
import type { PackedFilm } from './packed';
import type { ClipFault } from './refusal';
import type { ClipFacts, People, Progress, SeenClip, SeenFrame } from './track';

/** What the page asks of the reader. */
export type ToReader =
  | { kind: 'read'; id: number; file: Blob; folder: string; from: number; to: number }
  | { kind: 'facts'; id: number; file: Blob }
  | { kind: 'frames'; id: number; file: Blob; at: number[] }
  | { kind: 'follow'; id: number; file: Blob; frames: SeenFrame[]; tapped: Tapped }
  | { kind: 'pack'; id: number; file: Blob; from: number; to: number }
  /** One picture of a camera that is filming; null to get ready. */
  | { kind: 'glimpse'; id: number; folder: string; picture: ImageBitmap | null }
  /** Which of several people is looked at, by their place in what was asked. */
  | { kind: 'who'; id: number; which: number }
  | { kind: 'stop'; id: number };

/** What it says. `whole` is false where it was stopped before the end. */
export type FromReader =
  | { kind: 'progress'; id: number; progress: Progress }
  | { kind: 'asks'; id: number; people: People }
  | { kind: 'read'; id: number; clip: SeenClip & { facts: ClipFacts }; whole: boolean }
  | { kind: 'facts'; id: number; facts: ClipFacts }
  | { kind: 'frames'; id: number; frames: Blob[] }
  | { kind: 'followed'; id: number; frames: SeenFrame[] | null }
  | { kind: 'packed'; id: number; packed: PackedFilm }
  | { kind: 'glimpsed'; id: number; points: number[] }
  | { kind: 'refused'; id: number; fault: ClipFault }
  | { kind: 'failed'; id: number; why: string };

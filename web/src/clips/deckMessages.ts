import type { PackedFilm } from './packed';
import type { Played } from './played';

/** What a page asks of its decks. `seconds` are by the clip's clock. */
export type ToDeck =
  | { kind: 'open'; id: number; film: string | Blob; clip: Played; canvas: OffscreenCanvas }
  | { kind: 'show'; id: number; n: number; seconds: number; drawn: boolean }
  | { kind: 'export'; id: number }
  | { kind: 'stop'; id: number }
  | { kind: 'close'; id: number };

export type FromDeck =
  | { kind: 'opened'; id: number }
  | { kind: 'shown'; id: number; n: number; seconds: number }
  | { kind: 'exporting'; id: number; part: number }
  | { kind: 'exported'; id: number; packed: PackedFilm }
  | { kind: 'failed'; id: number; sentence: string };

import type { Sealed } from './seal';

/** The form that entries are written in now. A later page takes older ones up one step at a time (see forms.ts). */
export const FORM = 3;

/** The four words that screens use too. */
export type State = 'waiting' | 'sending' | 'refused' | 'kept';

/** Why the studio did not take something, in its own sentence. */
export type Refusal = { status: number; sentence: string; field: string | null; current: unknown };

/** What an answer was, for whoever waits for it. */
export type Answer = { status: number; text: string };

/** What is written, and what follows from that for its place in the queue. */
export type Writing = {
  kind: string;
  /** What it is called on the screen: "a picture", "a log". */
  words: string;
  /** Things of one lane are sent in order; a client's id, or "studio". */
  lane: string;
  /** What it is about: something new about the same takes the place of what was refused, or of a draft not sent yet. */
  slot: string;
  /** The id of what it makes. */
  makes: string | null;
  /** Ids of what it rests on: while one of these was refused, it is held back. */
  rests: string[];
  /** The record whose version it is based on. */
  record: string | null;
};

/** Something written on this device, from before it is sent until the studio has answered for it. */
export type Entry = Writing & {
  id: string;
  /** Its place in the queue, given by the store. */
  n: number;
  form: number;
  /** The number of the interface that the page spoke which wrote it. */
  speaks: number;
  method: string;
  path: string;
  json: Record<string, unknown> | null;
  blob: Blob | null;
  coach: string | null;
  state: State;
  /** When it was written, milliseconds of this device's clock. */
  at: number;
  /** How often it was sent without an answer that settles it. */
  tries: number;
  refusal: Refusal | null;
  answer: Answer | null;
  /** What it says, closed since whoever entered it signed out; null while it can be read. */
  sealed: Sealed | null;
};

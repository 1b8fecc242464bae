import type { Schema } from './client';

export type LookView = Schema['LookView'];

/** A look to read, or a stance to work out. */
export type Question = { request: Schema['LookRequest'] } | { bench: Schema['BenchRequest'] };

type Answer = { seq: number; look?: Schema['LookAnswer'] | null; bench?: Schema['BenchView'] | null; problem?: string | null };

/**
 * Answers while a point or a handle moves: one socket, one message in flight, a sequence number, the newest wins. The caller hears
 * every answer with the number it belongs to and can tell a settled reading from one that a newer move has overtaken.
 */
export class LiveReading {
  private socket: WebSocket | undefined;
  private inFlight = false;
  private waiting: ({ seq: number } & Question) | undefined;
  private last: ({ seq: number } & Question) | undefined;
  private seq = 0;
  private retry: ReturnType<typeof setTimeout> | undefined;
  private closed = false;

  constructor(
    private readonly hear: (answer: Answer) => void,
    private readonly lost: () => void,
  ) {}

  /** Asks for a reading; returns the number its answer will carry. */
  ask(question: Question): number {
    this.waiting = { seq: ++this.seq, ...question };
    this.last = this.waiting;
    this.pump();
    return this.seq;
  }

  close() {
    this.closed = true;
    clearTimeout(this.retry);
    this.socket?.close();
  }

  private pump() {
    if (this.closed || this.inFlight || !this.waiting) return;
    if (!this.socket || this.socket.readyState > WebSocket.OPEN) return this.open();
    if (this.socket.readyState !== WebSocket.OPEN) return;
    this.inFlight = true;
    const message = this.waiting;
    this.waiting = undefined;
    this.socket.send(JSON.stringify(message));
  }

  private open() {
    const socket = new WebSocket(`${location.origin.replace(/^http/, 'ws')}/api/live`);
    this.socket = socket;
    socket.onopen = () => this.pump();
    socket.onmessage = (event: MessageEvent<string>) => {
      this.inFlight = false;
      this.hear(JSON.parse(event.data) as Answer);
      this.pump();
    };
    socket.onclose = () => {
      if (this.closed) return;
      this.socket = undefined;
      this.inFlight = false;
      // What was asked last is asked again once the server is back: the points are still on the picture.
      this.waiting ??= this.last;
      this.lost();
      this.retry = setTimeout(() => this.pump(), 1000);
    };
  }
}

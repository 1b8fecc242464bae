import { WebSocket as ReconnectingSocket } from 'partysocket';
import type { Schema } from '@/api/client';
import { isReachable, noteAnswer, onConnection } from '@/device/connection';

export type LookView = Schema['LookView'];

/** A look to read, a stance to work out, or two positions to compare. */
export type Question =
  | { request: Schema['LookRequest'] }
  | { bench: Schema['BenchRequest'] }
  | { positions: Schema['PositionsRequest'] };

export type Answer = {
  seq: number;
  look?: Schema['LookAnswer'] | null;
  bench?: Schema['BenchView'] | null;
  positions?: Schema['PositionsView'] | null;
  problem?: string | null;
};

/**
 * Answers while a point or a handle moves: one socket, one message in flight, a sequence number, the newest wins. The caller hears
 * every answer with the number it belongs to and can tell a settled reading from one that a newer move has overtaken.
 */
export class LiveReading {
  private readonly socket: ReconnectingSocket;
  private inFlight = false;
  private waiting: ({ seq: number } & Question) | undefined;
  private last: ({ seq: number } & Question) | undefined;
  private seq = 0;
  private readonly stop: () => void;

  constructor(
    private readonly hear: (answer: Answer) => void,
    private readonly lost: () => void,
    url = `${location.origin.replace(/^http/, 'ws')}/api/live`,
    socket: typeof WebSocket = WebSocket,
  ) {
    // It comes back by itself with growing pauses; what was asked meanwhile is not kept in it, only the last question is here.
    this.socket = new ReconnectingSocket(url, undefined, {
      minReconnectionDelay: 500,
      maxReconnectionDelay: 5000,
      maxEnqueuedMessages: 0,
      WebSocket: socket,
    });
    this.socket.onopen = () => {
      noteAnswer();
      this.pump();
    };
    this.socket.onmessage = (event: MessageEvent<string>) => {
      this.inFlight = false;
      this.hear(JSON.parse(event.data) as Answer);
      this.pump();
    };
    this.socket.onclose = () => {
      this.inFlight = false;
      // What was asked last is asked again once the server is back: the points are still on the picture.
      this.waiting ??= this.last;
      this.lost();
    };
    this.stop = onConnection(() => isReachable() && this.socket.readyState > ReconnectingSocket.OPEN && this.socket.reconnect());
  }

  /** Asks for a reading; returns the number its answer will carry. */
  ask(question: Question): number {
    this.waiting = { seq: ++this.seq, ...question };
    this.last = this.waiting;
    this.pump();
    return this.seq;
  }

  close() {
    this.stop();
    this.socket.onclose = null;
    this.socket.close();
  }

  private pump() {
    if (this.inFlight || !this.waiting || this.socket.readyState !== ReconnectingSocket.OPEN) return;
    this.inFlight = true;
    const message = this.waiting;
    this.waiting = undefined;
    this.socket.send(JSON.stringify(message));
  }
}

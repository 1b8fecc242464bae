import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';

vi.stubGlobal('addEventListener', () => undefined);
vi.stubGlobal('removeEventListener', () => undefined);
vi.stubGlobal('location', { origin: 'http://127.0.0.1:5170' });
vi.stubGlobal('WebSocket', class {});
const { LiveReading } = await import('./live');

/** A socket whose other end the test holds. */
class Line extends EventTarget {
  static readonly CONNECTING = 0;
  static readonly OPEN = 1;
  static readonly CLOSING = 2;
  static readonly CLOSED = 3;
  static all: Line[] = [];
  readyState = 0;
  binaryType = 'blob';
  sent: { seq: number }[] = [];

  constructor() {
    super();
    Line.all.push(this);
  }

  send(text: string) {
    this.sent.push(JSON.parse(text) as { seq: number });
  }

  close() {
    this.drop();
  }

  open() {
    this.readyState = 1;
    this.dispatchEvent(new Event('open'));
  }

  answer(seq: number) {
    this.dispatchEvent(new MessageEvent('message', { data: JSON.stringify({ seq }) }));
  }

  drop() {
    this.readyState = 3;
    this.dispatchEvent(Object.assign(new Event('close'), { code: 1006, reason: '', wasClean: false }));
  }
}

const question = { bench: {} as never };
const opened = () => {
  const heard: number[] = [];
  let lost = 0;
  const live = new LiveReading(
    (answer) => heard.push(answer.seq),
    () => lost++,
    'ws://studio/api/live',
    Line as unknown as typeof WebSocket,
  );
  return { live, heard, lost: () => lost };
};
const line = async () => {
  for (let i = 0; i < 100; i++) {
    await vi.advanceTimersByTimeAsync(100);
    const last = Line.all.at(-1);
    if (last?.readyState === Line.CONNECTING) return last;
  }
  throw new Error('No line was opened.');
};

describe('the live line', () => {
  beforeEach(() => {
    vi.useFakeTimers();
    Line.all = [];
  });
  afterEach(() => vi.useRealTimers());

  it('sends one question at a time, and of what was asked meanwhile only the newest', async () => {
    const { live, heard } = opened();
    live.ask(question);
    const first = await line();
    first.open();
    live.ask(question);
    live.ask(question);
    expect(first.sent.map((s) => s.seq)).toEqual([1]);
    first.answer(1);
    expect(first.sent.map((s) => s.seq)).toEqual([1, 3]);
    first.answer(3);
    expect(heard).toEqual([1, 3]);
    live.close();
  });

  it('says that the line is lost, comes back by itself and asks the last question again', async () => {
    const { live, heard, lost } = opened();
    live.ask(question);
    const first = await line();
    first.open();
    first.drop();
    expect(lost()).toBe(1);
    const second = await line();
    expect(second).not.toBe(first);
    second.open();
    expect(second.sent.map((s) => s.seq)).toEqual([1]);
    second.answer(1);
    expect(heard).toEqual([1]);
    live.close();
  });

  it('asks a newer question instead when there is one, and nothing once it is closed', async () => {
    const { live } = opened();
    live.ask(question);
    const first = await line();
    first.open();
    first.drop();
    live.ask(question);
    const second = await line();
    second.open();
    expect(second.sent.map((s) => s.seq)).toEqual([2]);
    live.close();
    const lines = Line.all.length;
    await vi.advanceTimersByTimeAsync(60_000);
    expect(Line.all).toHaveLength(lines);
  });
});

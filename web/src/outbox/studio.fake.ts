import 'fake-indexeddb/auto';
import { openDB } from 'idb';
import type { Answer, Entry } from './entry';
import { Outbox, Silence, type World } from './outbox';
import { openStore } from './store';

/** Node's own, as the fake database uses it. */
const nextTask = (globalThis as unknown as { setImmediate: (act: () => void) => void }).setImmediate;

/** What happens to one request on its way. */
export type Fate = 'ok' | 'lostGoing' | 'lostComing' | 'busy' | 'race' | 'slow';

/** A studio that answers as the real one does: facts once by their id, records by version and operation, in what order they came. */
export class FakeStudio {
  readonly facts = new Map<string, string>();
  readonly records = new Map<string, { version: number; body: unknown }>();
  readonly operations = new Map<string, { request: string; answer: Answer }>();
  readonly order: string[] = [];
  /** What happens to the next requests; afterwards they go through. */
  fates: Fate[] = [];
  /** Ids that are refused for good. */
  readonly refuses = new Set<string>();
  down = false;

  async take(entry: Entry): Promise<Answer> {
    // A request takes its time, so that others come in between.
    await Promise.resolve();
    const fate = this.down ? 'lostGoing' : (this.fates.shift() ?? 'ok');
    if (fate === 'lostGoing' || fate === 'slow') throw new Silence();
    if (fate === 'busy') return { status: 503, text: '{"again":true}' };
    if (fate === 'race') return { status: 409, text: '{"again":true,"detail":"at the same moment"}' };
    const answer = this.apply(entry);
    await Promise.resolve();
    if (fate === 'lostComing') throw new Silence();
    return answer;
  }

  private apply(entry: Entry): Answer {
    if (entry.record && entry.json?.operationId) return this.change(entry, entry.record);
    const id = entry.makes ?? entry.id;
    const body = JSON.stringify([entry.path, entry.json, entry.blob?.size]);
    if (this.refuses.has(id)) return { status: 400, text: '{"detail":"Give it a name.","field":"name"}' };
    for (const needed of entry.rests)
      if (needed.startsWith('made-') && !this.facts.has(needed))
        return { status: 404, text: '{"detail":"What it rests on is not here."}' };
    const kept = this.facts.get(id);
    if (kept !== undefined)
      return kept === body
        ? { status: 200, text: `{"id":"${id}"}` }
        : { status: 409, text: '{"detail":"With different content."}' };
    if (entry.json && 'version' in entry.json)
      return { status: 400, text: '{"detail":"“version” is not what belongs there.","field":"version"}' };
    this.facts.set(id, body);
    this.order.push(id);
    // A measured ankle is kept with the client too: the answer names the client's version.
    return { status: 200, text: entry.record ? `{"id":"${id}","version":${this.facts.size}}` : `{"id":"${id}"}` };
  }

  private change(entry: Entry, record: string): Answer {
    const operation = String(entry.json?.operationId);
    const request = JSON.stringify(entry.json);
    const done = this.operations.get(operation);
    if (done)
      return done.request === request
        ? done.answer
        : { status: 409, text: '{"detail":"This step was already done, with different content."}' };
    const now = this.records.get(record) ?? { version: 0, body: null };
    if (now.version !== entry.json?.version)
      return { status: 409, text: JSON.stringify({ detail: 'Someone changed this while you were at it.', current: now }) };
    const next = { version: now.version + 1, body: entry.json?.body };
    this.records.set(record, next);
    this.order.push(operation);
    const answer = { status: 200, text: JSON.stringify({ version: next.version }) };
    this.operations.set(operation, { request, answer });
    return answer;
  }
}

/** A device with tabs: one store, one lock, one channel, and a clock that is moved by hand. */
export class Device {
  private static count = 0;
  private readonly name = `device-${++Device.count}`;
  private readonly heard = new Map<Tab, () => void>();
  private queue: { tab: Tab; lead: () => void }[] = [];
  private timers: { at: number; act: () => void; tab: Tab }[] = [];
  private ids = 0;
  now = 1000;
  online = true;
  /** The coach who is signed in; null for nobody. */
  acts: string | null = 'wren';

  constructor(
    readonly studio: FakeStudio,
    private readonly random: () => number = () => 0.5,
    private readonly room?: () => Promise<StorageEstimate>,
  ) {}

  async tab(): Promise<Tab> {
    const tab = new Tab();
    const world: World = {
      store: await openStore(this.name, this.room),
      // A tab that is gone hears no answer.
      send: (entry) =>
        this.studio.take(entry).then(
          (answer) => (tab.gone ? new Promise<Answer>(() => undefined) : answer),
          (error: unknown) => (tab.gone ? new Promise<Answer>(() => undefined) : Promise.reject(error)),
        ),
      leader: (lead) => {
        this.queue.push({ tab, lead });
        if (this.queue.length === 1) lead();
      },
      channel: {
        tell: () => {
          for (const [other, listener] of this.heard) if (other !== tab && !other.gone) queueMicrotask(listener);
        },
        hear: (listener) => void this.heard.set(tab, listener),
      },
      online: () => this.online,
      left: async () => void (this.acts === null && (await tab.outbox.seal())),
      mine: (entry) => this.acts !== null && (entry.coach === null || entry.coach === this.acts),
      now: () => this.now,
      after: (ms, act) => void this.timers.push({ at: this.now + ms, act, tab }),
      random: this.random,
      speaks: 1,
      newId: () => `entry-${++this.ids}`,
    };
    tab.outbox = new Outbox(world);
    await tab.outbox.open();
    return tab;
  }

  /** The tab is closed or crashes: what it held in memory is gone, and the lock goes on. */
  close(tab: Tab) {
    tab.gone = true;
    tab.outbox.close();
    this.heard.delete(tab);
    this.timers = this.timers.filter((t) => t.tab !== tab);
    const led = this.queue[0]?.tab === tab;
    this.queue = this.queue.filter((q) => q.tab !== tab);
    if (led) this.queue[0]?.lead();
  }

  /** What lies on the device, as whoever looks into it would see it. */
  async raw() {
    const base = await openDB(this.name);
    const all = await base.getAll('entries');
    base.close();
    return all;
  }

  /** Pictures that can be seen there. */
  blobs = async () => (await this.raw()).flatMap((e) => e.blob ?? []);

  /** Lets everything happen that happens now. */
  async settle() {
    for (let i = 0; i < 60; i++) await new Promise<void>(nextTask);
  }

  /** Lets time go by. */
  async pass(ms: number) {
    this.now += ms;
    const due = this.timers.filter((t) => t.at <= this.now);
    this.timers = this.timers.filter((t) => t.at > this.now);
    for (const timer of due) timer.act();
    await this.settle();
  }
}

export class Tab {
  outbox!: Outbox;
  gone = false;
}

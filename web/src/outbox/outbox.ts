import { pause } from '@/device/pause';
import { type Answer, type Entry, FORM, type Refusal } from './entry';
import { versionIn, writingOf } from './kinds';
import { heldBack, sendable } from './order';
import { seal, unseal } from './seal';
import { DeviceFull, type Store } from './store';

/** No answer: the line is down, or nobody came to it in time. */
export class Silence extends Error {}

/** What the outbox needs of the world around it. */
export type World = {
  store: Store;
  /** Sends one entry. Throws Silence when nothing came back. */
  send: (entry: Entry) => Promise<Answer>;
  /** Runs as the one tab that sends; resolves at once, and calls `lead` when this tab's time has come. */
  leader: (lead: () => void) => void;
  /** Tells the other tabs that something changed, and hears it from them. */
  channel: { tell: () => void; hear: (listener: () => void) => void };
  online: () => boolean;
  /** Whether something is whoever's who is signed in here: what others entered waits for them. */
  mine: (entry: Entry) => boolean;
  /** Something came back after whoever entered it has gone. */
  left: () => Promise<void>;
  now: () => number;
  after: (ms: number, act: () => void) => void;
  random: () => number;
  newId: () => string;
  /** The number of the interface that this page speaks. */
  speaks: number;
};

export type Request = {
  method: string;
  path: string;
  json: Record<string, unknown> | null;
  blob: Blob | null;
  coach: string | null;
};

type Waiter = { kept: (answer: Answer) => void; refused: (refusal: Refusal) => void; dropped: () => void };

/** How long an answer is kept for a tab that may still ask for it, milliseconds. */
const UNHEARD = 20_000;

/** What is sent whole each time, the newest state of it. */
const GOES_ON = new Set(['draft', 'session']);

/** Bytes that are left free for everything that is not a picture. */
const SPARE = 2_000_000;

/**
 * One ordered queue of everything that is written on this device. Something is kept here before it is sent, sent in the
 * order of its lane by one tab at a time, repeated until the studio has answered for it, and never dropped before that or
 * before a person has seen a refusal and decided.
 */
export class Outbox {
  private entries: Entry[] = [];
  private readonly due = new Map<string, number>();
  private readonly waiters = new Map<string, Waiter>();
  private readonly listeners = new Set<() => void>();
  private readonly settled = new Set<(entry: Entry, awaited: boolean) => void>();
  private readonly lanes = new Map<string, string>();
  private readonly sending = new Set<string>();
  /** What was left out while it was on its way. */
  private readonly leaving = new Set<string>();
  private readonly heard = new Set<string>();
  private leading = false;
  private closed = false;
  /** Changes of the queue, one after the other, so that two never write over each other. */
  private turn: Promise<unknown> = Promise.resolve();

  /** Which version a record had after what was written here on which one, as "record version". */
  private readonly moved = new Map<string, number>();

  constructor(private readonly world: World) {}

  /** Reads what waits and begins to send it once this tab is the one that sends. */
  async open() {
    await this.reload();
    this.world.store.onCleared(() =>
      this.inTurn(async () => {
        for (const entry of this.entries) await this.world.store.put(entry);
      }),
    );
    this.world.channel.hear(() => void this.inTurn(() => this.reload()).then(() => this.pump()));
    this.world.leader(() => {
      this.leading = true;
      void this.inTurn(async () => {
        await this.reload();
        // What a tab that is gone was sending may or may not have arrived: it is sent again.
        for (const entry of this.entries) if (entry.state === 'sending') await this.save({ ...entry, state: 'waiting' });
        // What the last one had answers for and nobody took away.
        for (const entry of this.entries) if (entry.state === 'kept') this.away(entry, UNHEARD);
      }).then(() => this.pump());
    });
  }

  close() {
    this.closed = true;
    this.world.store.close();
  }

  /** Everything that is here, in its order. */
  all = (): readonly Entry[] => this.entries;

  held = () => heldBack(this.entries);

  subscribe = (listener: () => void) => {
    this.listeners.add(listener);
    return () => void this.listeners.delete(listener);
  };

  /** Hears of each entry once the studio has answered for it, whichever tab wrote it, and whether somebody here waited for it. */
  onKept(listener: (entry: Entry, awaited: boolean) => void) {
    this.settled.add(listener);
    return () => void this.settled.delete(listener);
  }

  /** Says whose something is, so that what is written about it later goes into that lane. */
  belongs(id: string, lane: string) {
    this.lanes.set(id, lane);
  }

  /**
   * Keeps something and sends it in its turn; resolves with the studio's answer, whenever that comes. `stored` hears as soon
   * as it is kept on the device.
   */
  write(request: Request, stored?: () => void): Promise<Answer> {
    return new Promise((kept, fail) => {
      this.keep(request, {
        kept,
        refused: (refusal) => fail(new Refused(refusal)),
        dropped: () => fail(new Dropped()),
      }).then(() => {
        stored?.();
        return this.pump();
      }, fail);
    });
  }

  /** Sends a refused one again, changed if need be. */
  async again(id: string, change: (json: Record<string, unknown>) => Record<string, unknown> = (json) => json) {
    await this.inTurn(async () => {
      const entry = this.find(id);
      if (entry?.state === 'refused')
        await this.save({ ...entry, state: 'waiting', refusal: null, tries: 0, json: entry.json && change(entry.json) });
    });
    await this.pump();
  }

  /**
   * The coach has seen the refusal and leaves it out, or it is nobody's any more. What rests on it waits on: it is decided on its
   * own. What is on its way goes once its answer is there, whatever that is.
   */
  async leaveOut(id: string) {
    await this.inTurn(async () => {
      const entry = this.find(id);
      if (!entry) return;
      if (entry.state === 'sending') {
        this.leaving.add(id);
        return;
      }
      await this.remove(entry);
      this.take(entry.id)?.dropped();
    });
    await this.pump();
  }

  /**
   * Closes what everybody entered whose key is here, and forgets the keys: nobody is in any more. What has no key (a page without
   * https) stays as it is.
   */
  seal() {
    return this.inTurn(async () => {
      for (const coach of await this.world.store.keys()) {
        const key = await this.world.store.key(coach);
        // What is on its way comes back and is closed then.
        for (const entry of this.entries)
          if (key && entry.coach === coach && !entry.sealed && entry.state !== 'sending') await this.save(await seal(key, entry));
        if (!this.entries.some((e) => e.coach === coach && e.state === 'sending')) await this.world.store.keepKey(coach, null);
      }
    });
  }

  /** Opens what a coach entered here before, who is in again, and keeps what closes it for when they leave. */
  async unseal(coach: string, key: CryptoKey) {
    await this.inTurn(async () => {
      await this.world.store.keepKey(coach, key);
      for (const entry of this.entries)
        if (entry.coach === coach && entry.sealed) await this.save((await unseal(key, entry)) ?? entry);
    });
    this.wake();
  }

  /** Whether the device has what closes what a coach entered. */
  hasKey = async (coach: string) => (await this.world.store.key(coach)) !== null;

  /** Resolves once everything that was written so far is kept on the device. */
  keptSoFar = () => this.inTurn(async () => undefined);

  /** The line is back, or it is time: what waits is sent. */
  wake() {
    this.due.clear();
    void this.pump();
  }

  private keep(request: Request, waiter: Waiter) {
    return this.inTurn(async () => {
      const room = request.blob ? await this.world.store.room() : null;
      if (request.blob && room !== null && room < request.blob.size + SPARE) throw new DeviceFull();
      const writing = writingOf(request.method, request.path, request.json, (id) => this.laneOf(id));
      const mine = this.entries.filter((e) => e.slot === writing.slot);
      // A look or a session that goes on takes the place of what of it was never sent: only its newest state matters.
      const older = mine.find(
        (e) => GOES_ON.has(e.kind) && e.kind === writing.kind && e.state === 'waiting' && e.tries === 0 && !e.sealed,
      );
      if (older) {
        await this.save({
          ...older,
          json: { ...request.json, version: older.json?.version },
          coach: request.coach,
          speaks: this.world.speaks,
        });
        this.take(older.id)?.dropped();
        this.waiters.set(older.id, waiter);
        return;
      }
      const entry: Omit<Entry, 'n'> = {
        ...writing,
        ...request,
        json: request.json && this.onTop(writing.record, request.json),
        id: this.world.newId(),
        form: FORM,
        speaks: this.world.speaks,
        state: 'waiting',
        at: this.world.now(),
        tries: 0,
        refusal: null,
        answer: null,
        sealed: null,
      };
      const n = await this.world.store.add(entry);
      // The device's own copy from here on: the file that a blob was picked from may be gone by the time it is sent.
      const own = entry.blob ? await this.world.store.get(n) : null;
      this.entries = [...this.entries, own ?? { ...entry, n }];
      this.waiters.set(entry.id, waiter);
      // What was refused of the same is answered by the new one; a finished look needs no draft any more.
      for (const done of mine.filter((e) => e.state === 'refused' && !e.sealed)) await this.remove(done);
      if (writing.kind === 'check' || writing.kind === 'draftDrop')
        for (const draft of this.entries.filter((e) => e.slot === `draft:${writing.makes ?? request.path.split('/').at(-1)}`))
          if (draft.state === 'refused' || (draft.state === 'waiting' && draft.tries === 0)) {
            await this.remove(draft);
            this.take(draft.id)?.dropped();
          }
      this.changed();
    });
  }

  /** Written before it was heard here that what it is built on has been given another version: it goes on from that one. */
  private onTop(record: string | null, json: Record<string, unknown>) {
    let version = json.version;
    if (version === undefined) return json;
    for (let next: number | undefined; ; version = next) {
      next = this.moved.get(`${record} ${version}`);
      if (next === undefined) return version === json.version ? json : { ...json, version };
    }
  }

  private laneOf(id: string) {
    return this.lanes.get(id) ?? this.entries.find((e) => e.makes === id || e.slot === `draft:${id}`)?.lane;
  }

  private async pump(): Promise<void> {
    if (!this.leading || this.closed || !this.world.online()) return;
    const now = this.world.now();
    for (const entry of sendable(this.entries, (e) => !e.sealed && this.world.mine(e))) {
      if (this.sending.has(entry.id) || (this.due.get(entry.id) ?? 0) > now) continue;
      this.sending.add(entry.id);
      void this.deliver(entry.id);
    }
  }

  private async deliver(id: string) {
    try {
      // Marked as tried before it goes: an answer that is lost must not look like something that was never sent.
      const entry = await this.inTurn(async () => {
        const now = this.find(id);
        if (now?.state !== 'waiting') return null;
        return this.save({ ...now, state: 'sending', tries: now.tries + 1 });
      });
      if (!entry) return;
      let answer: Answer;
      try {
        answer = await this.world.send(entry);
      } catch (error) {
        if (!(error instanceof Silence)) throw error;
        return await this.later(entry);
      }
      if (answer.status >= 200 && answer.status < 300) await this.arrived(entry, answer);
      else if (isForLater(answer)) await this.later(entry);
      else await this.refused(entry, answer);
    } catch {
      // The device itself would not keep a step of it (no room, perhaps): what is here stays, and it is tried again later.
      const wait = pause(10, this.world.random());
      this.due.set(id, this.world.now() + wait);
      this.world.after(wait, () => void this.pump());
    } finally {
      this.sending.delete(id);
      if (this.leaving.delete(id) && !this.closed) await this.leaveOut(id);
      if (!this.closed) void this.pump();
    }
  }

  private async later(entry: Entry) {
    const wait = pause(entry.tries, this.world.random());
    this.due.set(entry.id, this.world.now() + wait);
    await this.inTurn(() => this.save({ ...entry, state: 'waiting' }));
    // Whoever entered it left while it was on its way.
    if (!this.world.mine(entry)) await this.world.left();
    this.world.after(wait, () => void this.pump());
  }

  private async arrived(entry: Entry, answer: Answer) {
    await this.inTurn(async () => {
      const kept = await this.save({ ...entry, state: 'kept', blob: null, answer });
      const { record } = entry;
      const version = record && versionIn(record, parsed(answer.text));
      // What names no version is built on none: nothing that follows is moved on to another, and none is written into it.
      const based = entry.json?.version !== undefined;
      if (record && based && typeof version === 'number' && entry.json)
        this.moved.set(`${record} ${entry.json.version}`, version);
      // What was written here on top of this goes on from the version this gave; what another device wrote still clashes.
      if (record && based && version !== null)
        for (const next of this.entries)
          if (next.record === record && next.state === 'waiting' && next.json && next.json.version === entry.json?.version)
            await this.save({ ...next, json: { ...next.json, version } });
      this.hear(kept);
    });
  }

  private refused(entry: Entry, answer: Answer) {
    return this.inTurn(async () => {
      const said = (parsed(answer.text) ?? {}) as { detail?: string; field?: string; current?: unknown };
      const refusal: Refusal = {
        status: answer.status,
        sentence: said.detail ?? 'The studio did not take this. Reload the page and try again.',
        field: said.field ?? null,
        current: said.current ?? null,
      };
      await this.save({ ...entry, state: 'refused', refusal });
      this.take(entry.id)?.refused(refusal);
    });
  }

  /** Tells whoever waits. The tab that wrote it takes it away once it has heard; what nobody waits for goes after a while. */
  private hear(entry: Entry) {
    if (this.heard.has(entry.id)) return;
    this.heard.add(entry.id);
    const waiter = this.take(entry.id);
    for (const listener of this.settled) listener(entry, waiter !== undefined);
    if (entry.answer) waiter?.kept(entry.answer);
    if (waiter) this.away(entry, 0);
    else if (this.leading) this.away(entry, UNHEARD);
  }

  private away(entry: Entry, wait: number) {
    const act = () => void this.inTurn(async () => this.find(entry.id) && (await this.remove(entry)));
    if (wait === 0) act();
    else this.world.after(wait, act);
  }

  private async reload() {
    const before = this.entries;
    this.entries = await this.world.store.all();
    for (const entry of this.entries) {
      if (entry.state === 'kept') this.hear(entry);
      else if (entry.state === 'refused' && entry.refusal) this.take(entry.id)?.refused(entry.refusal);
    }
    for (const gone of before) if (!this.find(gone.id)) this.take(gone.id)?.dropped();
    for (const listener of this.listeners) listener();
  }

  private async save(entry: Entry) {
    await this.world.store.put(entry);
    this.entries = this.entries.map((e) => (e.id === entry.id ? entry : e));
    this.changed();
    return entry;
  }

  private async remove(entry: Entry) {
    await this.world.store.remove(entry.n);
    this.entries = this.entries.filter((e) => e.id !== entry.id);
    this.changed();
  }

  private take(id: string) {
    const waiter = this.waiters.get(id);
    this.waiters.delete(id);
    return waiter;
  }

  private find = (id: string) => this.entries.find((e) => e.id === id);

  private changed() {
    for (const listener of this.listeners) listener();
    this.world.channel.tell();
  }

  private inTurn<T>(act: () => Promise<T>): Promise<T> {
    const next = this.turn.then(() => (this.closed ? new Promise<T>(() => undefined) : act()));
    this.turn = next.catch(() => undefined);
    return next;
  }
}

/** The studio said no. */
export class Refused extends Error {
  constructor(readonly refusal: Refusal) {
    super(refusal.sentence);
  }
}

/** Something newer took its place, or the coach left it out. */
export class Dropped extends Error {}

const parsed = (text: string): unknown => {
  try {
    return text === '' ? null : JSON.parse(text);
  } catch {
    return null;
  }
};

/** Not a no: a 5xx, a request that came too slowly or too often, or one that met another at the same moment. */
export const isForLater = ({ status, text }: Answer) =>
  status >= 500 ||
  status === 408 ||
  status === 425 ||
  status === 429 ||
  (parsed(text) as { again?: boolean } | null)?.again === true;

import { type DBSchema, type IDBPDatabase, openDB } from 'idb';
import type { Entry } from './entry';
import { takenUp } from './forms';

type Schema = DBSchema & {
  entries: { key: number; value: Entry; indexes: { id: string } };
  /** What closes what each coach entered here, while they are in. */
  keys: { key: string; value: CryptoKey };
};

/** Where entries are kept on the device. */
export interface Store {
  all(): Promise<Entry[]>;
  /** Adds at the end; returns its place. */
  add(entry: Omit<Entry, 'n'>): Promise<number>;
  /** One as it is kept here. */
  get(n: number): Promise<Entry | null>;
  put(entry: Entry): Promise<void>;
  remove(n: number): Promise<void>;
  /** What closes what a coach entered; null where the device has none. */
  key(coach: string): Promise<CryptoKey | null>;
  /** Keeps it, or forgets it for null. */
  keepKey(coach: string, key: CryptoKey | null): Promise<void>;
  /** The coaches whose key is here. */
  keys(): Promise<string[]>;
  /** Bytes that may still be kept, or null when the browser does not say. */
  room(): Promise<number | null>;
  /** Hears that everything on the device was cleared under the open page: what is still in memory is put there again. */
  onCleared(listener: () => Promise<void>): void;
  close(): void;
}

/** The device has no room: nothing was taken. */
export class DeviceFull extends Error {
  constructor() {
    super(
      'This device has no room left, so nothing was taken. Delete something on it (or wait until what waits here is sent), then try again.',
    );
  }
}

const full = (error: unknown) => error instanceof DOMException && error.name === 'QuotaExceededError';

/** Opens the browser's own database; what waited in the old place for pictures is taken over once. */
export async function openStore(name = 'deft-stride', estimate?: () => Promise<StorageEstimate>): Promise<Store> {
  let closed = false;
  let cleared: () => Promise<void> = async () => undefined;
  const open = (): Promise<IDBPDatabase<Schema>> =>
    openDB<Schema>(name, 3, {
      async upgrade(base, from, _, change) {
        base.createObjectStore('keys');
        if (from === 2) return;
        const entries = base.createObjectStore('entries', { keyPath: 'n', autoIncrement: true });
        entries.createIndex('id', 'id');
        if (from < 1) return;
        // biome-ignore lint/suspicious/noExplicitAny: the old store is in no schema any more
        const old = base as any;
        // biome-ignore lint/suspicious/noExplicitAny: as above
        for (const waiting of await (change as any).objectStore('pictures').getAll()) {
          const entry = takenUp({ ...waiting, form: 0 });
          if (entry) await entries.add(entry);
        }
        old.deleteObjectStore('pictures');
      },
      // The browser closed it by itself, as it does when its data is cleared: it is opened anew, empty.
      terminated() {
        if (closed) return;
        db = open();
        void db.then(() => cleared());
      },
    });
  let db = open();
  await db;
  const guarded = async <T>(act: (base: IDBPDatabase<Schema>) => Promise<T>): Promise<T> => {
    const base = await db;
    try {
      return await act(base);
    } catch (error) {
      if (full(error)) throw new DeviceFull();
      // Closed between the question and the answer: once more with the one that was opened instead.
      if (error instanceof DOMException && error.name === 'InvalidStateError' && !closed && base !== (await db))
        return act(await db);
      throw error;
    }
  };
  return {
    all: async () => {
      const kept = await guarded((base) => base.getAll('entries'));
      return kept.flatMap((k) => takenUp(k as unknown as Record<string, unknown>) ?? []);
    },
    add: (entry) => guarded((base) => base.add('entries', entry as Entry, undefined) as Promise<number>),
    get: (n) =>
      guarded(async (base) => {
        const kept = await base.get('entries', n);
        return kept ? takenUp(kept as unknown as Record<string, unknown>) : null;
      }),
    put: (entry) => guarded(async (base) => void (await base.put('entries', entry))),
    remove: (n) => guarded((base) => base.delete('entries', n)),
    key: (coach) => guarded(async (base) => (await base.get('keys', coach)) ?? null),
    keepKey: (coach, key) =>
      guarded(async (base) => void (await (key ? base.put('keys', key, coach) : base.delete('keys', coach)))),
    keys: () => guarded((base) => base.getAllKeys('keys')),
    room: async () => {
      if (!estimate) return null;
      const { quota, usage } = await estimate();
      return quota === undefined || usage === undefined ? null : quota - usage;
    },
    onCleared: (listener) => {
      cleared = listener;
    },
    close: () => {
      closed = true;
      void db.then((base) => base.close());
    },
  };
}

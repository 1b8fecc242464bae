import type { Entry } from './entry';

/** What of an entry says something about a client, closed. */
export type Sealed = { text: Closed; blob: { type: string; pieces: Closed[] } | null };

type Closed = { iv: Uint8Array<ArrayBuffer>; data: ArrayBuffer };

/** What is closed at a time of a picture or a film, bytes: a film need not lie in memory whole. */
const PIECE = 8_000_000;

const CIPHER = 'AES-GCM';

/** Whether this page can close things: browsers do so over https and on the machine itself only. */
export const canSeal = () => globalThis.crypto?.subtle !== undefined;

/** A key that closes and opens but cannot be read again, from what the studio gave. */
export const sealKey = (base64: string) =>
  crypto.subtle.importKey(
    'raw',
    Uint8Array.from(atob(base64), (c) => c.charCodeAt(0)),
    CIPHER,
    false,
    ['encrypt', 'decrypt'],
  );

async function close(key: CryptoKey, bytes: BufferSource): Promise<Closed> {
  const iv = crypto.getRandomValues(new Uint8Array(12));
  return { iv, data: await crypto.subtle.encrypt({ name: CIPHER, iv }, key, bytes) };
}

const unclose = (key: CryptoKey, { iv, data }: Closed) => crypto.subtle.decrypt({ name: CIPHER, iv }, key, data);

/** Closes an entry: what is left to read is that something waits, of what kind, since when and whose it is. */
export async function seal(key: CryptoKey, entry: Entry): Promise<Entry> {
  const { json, refusal, answer, blob } = entry;
  const pieces: Closed[] = [];
  for (let from = 0; blob && from < blob.size; from += PIECE)
    pieces.push(await close(key, await blob.slice(from, from + PIECE).arrayBuffer()));
  return {
    ...entry,
    json: null,
    refusal: refusal && { ...refusal, sentence: '', current: null },
    answer: null,
    blob: null,
    sealed: {
      text: await close(key, new TextEncoder().encode(JSON.stringify({ json, refusal, answer }))),
      blob: blob && { type: blob.type, pieces },
    },
  };
}

/** Opens it again; null when it was closed by another key. */
export async function unseal(key: CryptoKey, entry: Entry): Promise<Entry | null> {
  const { sealed } = entry;
  if (!sealed) return entry;
  try {
    const text = JSON.parse(new TextDecoder().decode(await unclose(key, sealed.text))) as Pick<
      Entry,
      'json' | 'refusal' | 'answer'
    >;
    const pieces: ArrayBuffer[] = [];
    for (const piece of sealed.blob?.pieces ?? []) pieces.push(await unclose(key, piece));
    return { ...entry, ...text, blob: sealed.blob && new Blob(pieces, { type: sealed.blob.type }), sealed: null };
  } catch (error) {
    if (error instanceof DOMException && error.name === 'OperationError') return null;
    throw error;
  }
}

/** A film as it is kept: the stretch that was read, pictures alone, with nothing beside them that says who filmed where. */
export type PackedFilm = {
  film: Blob;
  type: 'mp4' | 'webM';
  /** At which second of the clip it begins: at the last frame before the stretch from which it can be decoded. */
  offset: number;
  /** Its place in the device's own files, to be taken away once it is kept elsewhere. */
  name: string;
};

const PREFIX = 'film-';
/** A film that a page left lying for so long waits for nothing, milliseconds. */
const OLD = 3_600_000;

/** The device's own files, as far as they are used here: the library of types knows the page's half of them only. */
type Folder = FileSystemDirectoryHandle & { entries: () => AsyncIterable<[string, FileSystemHandle]> };
type Disk = { write: (data: Uint8Array, options: { at: number }) => number; flush: () => void; close: () => void };
type Place = FileSystemFileHandle & { createSyncAccessHandle: () => Promise<Disk> };

const files = async () => (await navigator.storage.getDirectory()) as Folder;

/** A new place for a film; whoever writes closes it. Only a worker may write. */
export async function newPlace(): Promise<{ name: string; disk: Disk; read: () => Promise<File>; drop: () => Promise<void> }> {
  await tidy();
  const name = `${PREFIX}${crypto.randomUUID()}`;
  const place = (await (await files()).getFileHandle(name, { create: true })) as Place;
  return { name, disk: await place.createSyncAccessHandle(), read: () => place.getFile(), drop: () => dropPacked(name) };
}

/** Takes a packed film away that is kept elsewhere by now. */
export async function dropPacked(name: string) {
  await (await files()).removeEntry(name).catch(() => undefined);
}

/** What a page that was closed left lying. */
async function tidy() {
  for await (const [name, entry] of (await files()).entries()) {
    if (!name.startsWith(PREFIX) || entry.kind !== 'file') continue;
    const left = await (entry as FileSystemFileHandle).getFile().catch(() => null);
    if (left && Date.now() - left.lastModified > OLD) await dropPacked(name);
  }
}

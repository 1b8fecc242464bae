import { expect, test } from 'vitest';
import type { Answer } from './entry';
import { PIECE, sendPieces } from './pieces';

/** A studio that keeps pieces as the real one does. */
class Shelf {
  kept = new Uint8Array(0);
  asked: string[] = [];
  /** What happens to requests by their number; others go through. */
  fates = new Map<number, 'lostGoing' | 'lostComing' | 'busy'>();

  constructor(readonly all: number) {}

  ask = async (method: string, path: string, piece: Blob | null): Promise<Answer> => {
    this.asked.push(`${method} ${path}`);
    const fate = this.fates.get(this.asked.length);
    if (fate === 'lostGoing') throw new Error('silence');
    if (fate === 'busy') return { status: 503, text: '' };
    const from = Number(/from=(\d+)/.exec(path)?.[1] ?? -1);
    if (piece && from === this.kept.length) {
      const more = new Uint8Array(await piece.arrayBuffer());
      const both = new Uint8Array(from + more.length);
      both.set(this.kept);
      both.set(more, from);
      this.kept = both;
    }
    if (fate === 'lostComing') throw new Error('silence');
    return { status: 200, text: JSON.stringify({ bytes: this.kept.length, whole: this.kept.length === this.all }) };
  };
}

const same = (a: Uint8Array, b: Uint8Array) => a.length === b.length && a.every((x, i) => x === b[i]);

const film = () => {
  const bytes = new Uint8Array(3 * PIECE + 17);
  for (let i = 0; i < bytes.length; i += 997) bytes[i] = i % 251;
  return bytes;
};

test('a film goes in pieces and arrives as it is', async () => {
  const bytes = film();
  const shelf = new Shelf(bytes.length);
  const answer = await sendPieces('/api/films/a', new Blob([bytes]), shelf.ask);
  expect(JSON.parse(answer.text).whole).toBe(true);
  expect(same(shelf.kept, bytes)).toBe(true);
  expect(shelf.asked.filter((a) => a.startsWith('PUT'))).toHaveLength(4);
});

test.each(['lostGoing', 'lostComing', 'busy'] as const)('after a break (%s) it goes on where the studio is', async (fate) => {
  const bytes = film();
  const shelf = new Shelf(bytes.length);
  shelf.fates.set(3, fate);
  const first = await sendPieces('/api/films/a', new Blob([bytes]), shelf.ask).catch(() => null);
  expect(first?.status ?? 503).toBe(503);
  const before = shelf.asked.length;
  await sendPieces('/api/films/a', new Blob([bytes]), shelf.ask);
  expect(same(shelf.kept, bytes)).toBe(true);
  // What had arrived is not sent again.
  const again = shelf.asked.slice(before).filter((a) => a.startsWith('PUT'));
  expect(again[0]).toBe(`PUT /api/films/a?from=${fate === 'lostComing' ? 2 * PIECE : PIECE}`);
});

test('a studio that answers and takes nothing is left for later, and a no is a no', async () => {
  const stuck = async () => ({ status: 200, text: '{"bytes":0,"whole":false}' });
  expect((await sendPieces('/api/films/a', new Blob(['x']), stuck)).status).toBe(503);
  const no = async () => ({ status: 400, text: '{"detail":"no"}' });
  expect((await sendPieces('/api/films/a', new Blob(['x']), no)).status).toBe(400);
});

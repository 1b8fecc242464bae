import { beforeEach, describe, expect, it, vi } from 'vitest';
import type { Entry } from '@/outbox/entry';

const kept = new Map<string, string>();
const place = {
  getItem: (key: string) => kept.get(key) ?? null,
  setItem: (key: string, value: string) => void kept.set(key, value),
  removeItem: (key: string) => void kept.delete(key),
};
vi.stubGlobal(
  'localStorage',
  new Proxy(place, {
    ownKeys: () => [...kept.keys()],
    getOwnPropertyDescriptor: () => ({ enumerable: true, configurable: true }),
  }),
);
vi.stubGlobal('addEventListener', () => undefined);
vi.stubGlobal('removeEventListener', () => undefined);
vi.stubGlobal('location', { origin: 'http://127.0.0.1' });
const written: { json: Record<string, unknown> | null; stored?: (() => void) | undefined }[] = [];
vi.mock('@/outbox/device', () => ({
  theOutbox: () => ({
    write: (request: { json: Record<string, unknown> }, stored?: () => void) => {
      written.push({ json: request.json, stored });
      return Promise.resolve({ status: 200, text: '{}' });
    },
  }),
  useUnsent: () => [],
}));

const { emptyDraft, reduce, resume, takeOverDrafts } = await import('./draft');
const { hasDropped, keepDropped, takeBack } = await import('./dropped');
const begin = () => emptyDraft('split-squat-to-pad', 'quick');
const look = (id: string, effort: number) => ({ ...begin(), id, effort });
const entry = (draft: object, version: number) => ({ json: { body: JSON.stringify(draft), version } }) as unknown as Entry;
const server = (draft: { id: string }, version: number) => ({
  id: draft.id,
  clientId: 'ilse',
  version,
  body: JSON.stringify(draft),
});

beforeEach(() => {
  kept.clear();
  written.length = 0;
});

describe('where a look goes on', () => {
  it('from nothing it begins anew', () =>
    expect(resume('ilse', undefined, null, begin)).toMatchObject({ version: 0, draft: { exerciseId: 'split-squat-to-pad' } }));

  it('from the studio with the studio’s version', () =>
    expect(resume('ilse', undefined, server(look('a', 3), 7), begin)).toMatchObject({
      version: 7,
      draft: { id: 'a', effort: 3 },
    }));

  it('from what waits here with the version it was based on, not with the one another device has made since', () =>
    expect(resume('ilse', entry(look('a', 5), 3), server(look('a', 3), 7), begin)).toMatchObject({
      version: 3,
      draft: { effort: 5 },
    }));

  it('from the last key before the page went, which is sent at once', () => {
    kept.set('deft-kept-draft-ilse', JSON.stringify({ draft: look('a', 8), version: 2 }));
    expect(resume('ilse', entry(look('a', 5), 3), server(look('a', 3), 7), begin)).toMatchObject({
      version: 2,
      unsent: true,
      draft: { effort: 8 },
    });
  });
});

describe('looks that an earlier page kept in its own place', () => {
  it('go into the outbox once, with their version, and leave their place only when they are kept', () => {
    kept.set('deft-draft-ilse', JSON.stringify({ draft: look('a', 4), version: 6, sent: false }));
    kept.set('deft-draft-maren', JSON.stringify({ draft: look('b', 4), version: 1, sent: true }));
    takeOverDrafts();
    expect(written.map((w) => w.json)).toMatchObject([{ version: 6, id: 'a', clientId: 'ilse' }]);
    expect([...kept.keys()]).toEqual(['deft-draft-ilse']);
    written[0]?.stored?.();
    expect(kept.size).toBe(0);
  });
});

it('a look that was finished and refused is under way again, with everything that was entered', () => {
  const still = { side: 'left', view: 'side', moment: 'bottom', pictureId: 'p', points: { ankle: { x: 1, y: 2 } } };
  const refused = { json: { ...look('a', 6), clientId: 'ilse', stills: [still], supersedes: null } } as unknown as Entry;
  const { draft, version } = resume('ilse', undefined, server(look('a', 3), 7), begin, refused);
  expect(draft).toMatchObject({ id: 'a', effort: 6, stills: [still] });
  expect(draft.stills[0]?.key).toBeTruthy();
  expect(version).toBe(7);
});

it('a look that cannot be read does not break the screen: a new one is begun', () => {
  for (const body of ['{}', 'null', '"x"', 'not json', '{"stills":1}'])
    expect(resume('ilse', undefined, { ...server(look('a', 3), 7), body }, begin)).toMatchObject({
      version: 0,
      draft: { stills: [] },
    });
});

describe('undo', () => {
  const typed = (where: string) => ({
    kind: 'set' as const,
    typed: 'felt',
    change: (d: ReturnType<typeof begin>) => ({ ...d, felt: { asExpected: false, where } }),
  });

  it('takes back one answer after the other, letters of one field as one, and gives them again', () => {
    const start = { now: begin(), past: [], future: [] };
    const styled = reduce(start, { kind: 'set', change: (d) => ({ ...d, school: 'inclined' }) });
    const told = [typed('l'), typed('lo'), typed('low back')].reduce(reduce, styled);
    const once = reduce(told, { kind: 'undo' });
    expect([once.now.felt, once.now.school]).toEqual([null, 'inclined']);
    const twice = reduce(once, { kind: 'undo' });
    expect(twice.now.school).toBeNull();
    expect(reduce(twice, { kind: 'undo' })).toBe(twice);
    expect(reduce(reduce(twice, { kind: 'redo' }), { kind: 'redo' }).now.felt?.where).toBe('low back');
  });

  it('of what is only brought up to date is none', () => {
    const start = { now: begin(), past: [], future: [] };
    expect(reduce(start, { kind: 'work', undoable: false, change: () => ({ seen: [] }) }).past).toEqual([]);
  });
});

it('a dropped look is under way again under a name of its own, once', () => {
  const dropped = look('a', 6);
  keepDropped('ilse', dropped);
  expect(hasDropped('ilse')).toBe(true);
  takeBack('ilse');
  expect(hasDropped('ilse')).toBe(false);
  const { draft, version } = resume('ilse', undefined, null, begin);
  expect(draft).toMatchObject({ effort: 6 });
  expect([draft.id === 'a', version]).toEqual([false, 0]);
  kept.clear();
});

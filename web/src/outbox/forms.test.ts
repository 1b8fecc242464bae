import 'fake-indexeddb/auto';
import { openDB } from 'idb';
import { describe, expect, it } from 'vitest';
import { FORM } from './entry';
import { takenUp } from './forms';
import { versionIn, writes, writingOf } from './kinds';
import { openStore } from './store';

const PICTURE = '01a215e3-6a4f-7e0c-b656-08288a89d5d0';
const ILSE = '01a215e3-6ab2-7547-8998-11753ad0a0e3';

describe('what an earlier page kept', () => {
  it('pictures that waited in their own place go into the queue, once, in their order', async () => {
    const old = await openDB('earlier', 1, { upgrade: (base) => void base.createObjectStore('pictures', { keyPath: 'id' }) });
    await old.put('pictures', { id: PICTURE, clientId: ILSE, blob: new Blob(['leg']) });
    old.close();
    const store = await openStore('earlier');
    expect(await store.all()).toMatchObject([
      {
        form: FORM,
        state: 'waiting',
        kind: 'picture',
        speaks: 1,
        lane: ILSE,
        makes: PICTURE,
        path: `/api/pictures/${PICTURE}?client=${ILSE}`,
        tries: 1,
      },
    ]);
    expect((await store.all())[0]?.blob?.size).toBe(3);
    store.close();
    const again = await openStore('earlier');
    expect(await again.all()).toHaveLength(1);
  });

  it('what waited before pages said which interface they speak goes as the first one', () => {
    const before = { n: 4, form: 1, id: 'x', method: 'POST', path: '/api/logs', json: { id: 'log' }, state: 'refused', tries: 2 };
    expect(takenUp(before)).toEqual({ ...before, form: FORM, sealed: null, speaks: 1 });
  });

  it('what a later page wrote is left alone by this one', () => {
    expect(takenUp({ form: FORM + 1, id: 'x' })).toBeNull();
  });
});

describe('what a request writes', () => {
  const none = () => undefined;

  it('what only works something out waits nowhere', () => {
    expect(writes('GET', '/api/floor')).toBe(false);
    expect(writes('POST', '/api/compute/look')).toBe(false);
    expect(writes('POST', `/api/checks/${PICTURE}/recommendation`)).toBe(false);
    expect(writes('POST', '/api/devices/scales/reading')).toBe(false);
    expect(writes('POST', '/api/trials')).toBe(true);
    expect(writes('DELETE', `/api/drafts/${PICTURE}`)).toBe(true);
  });

  it('one that is not in the table yet is kept and sent like the others', () => {
    expect(writingOf('POST', '/api/something-new', { id: 'x' }, none)).toMatchObject({
      lane: 'studio',
      slot: 'x',
      makes: 'x',
      rests: [],
    });
  });

  it('a look rests on its pictures, a setting of a client on the client alone', () => {
    expect(
      writingOf('POST', '/api/checks', { id: 'look', clientId: ILSE, stills: [{ pictureId: PICTURE }] }, none).rests,
    ).toEqual([ILSE, PICTURE]);
    expect(writingOf('PUT', '/api/settings', { level: 'client', key: ILSE, settingId: 'toe' }, none)).toMatchObject({
      lane: ILSE,
      record: `client:${ILSE}`,
    });
    expect(writingOf('PUT', '/api/settings', { level: 'studio', key: null, settingId: 'toe' }, none)).toMatchObject({
      lane: 'studio',
      record: 'studio',
    });
  });

  it('the version after an answer is that of its own record', () => {
    expect(versionIn('studio', { studioVersion: 4, clientVersion: 9 })).toBe(4);
    expect(versionIn(`client:${ILSE}`, { studioVersion: 4, clientVersion: 9 })).toBe(9);
    expect(versionIn(`client:${ILSE}`, { id: ILSE, version: 3 })).toBe(3);
    expect(versionIn('draft:x', null)).toBeNull();
  });
});

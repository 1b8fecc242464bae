import { forceCloseDatabase } from 'fake-indexeddb';
import { describe, expect, it, vi } from 'vitest';
import { Dropped, Refused } from './outbox';
import { sealKey } from './seal';
import { Device, FakeStudio, type Fate, type Tab } from './studio.fake';

const log = (id: string, client = 'ilse', more: object = {}) => ({
  method: 'POST',
  path: '/api/logs',
  json: { id, clientId: client, ...more } as Record<string, unknown>,
  blob: null,
  coach: 'wren',
});
const client = (id: string) => ({
  method: 'POST',
  path: '/api/clients',
  json: { id, operationId: `op-${id}` },
  blob: null,
  coach: null,
});
const draft = (operationId: string, version: number, body: string, id = 'look') => ({
  method: 'PUT',
  path: '/api/drafts',
  json: { operationId, version, id, clientId: 'ilse', body },
  blob: null,
  coach: null,
});
const check = (id: string, pictures: string[] = []) => ({
  method: 'POST',
  path: '/api/checks',
  json: { id, clientId: 'ilse', stills: pictures.map((pictureId) => ({ pictureId })) },
  blob: null,
  coach: null,
});
const PICTURE = '01a215e3-6a4f-7e0c-b656-08288a89d5d0';
const ILSE = '01a215e3-6ab2-7547-8998-11753ad0a0e3';
const picture = (id = PICTURE) => ({
  method: 'PUT',
  path: `/api/pictures/${id}?client=${ILSE}`,
  json: null,
  blob: new Blob(['leg']),
  coach: null,
});

async function oneTab(fates: Fate[] = []) {
  const studio = new FakeStudio();
  studio.fates = fates;
  const device = new Device(studio);
  return { studio, device, tab: await device.tab() };
}

const states = (tab: Tab) => tab.outbox.all().map((e) => e.state);

describe('what waits when somebody signs out', () => {
  const secret = 'QUJDREVGR0hJSktMTU5PUFFSU1RVVldYWVoxMjM0NTY=';
  const other = 'MDEyMzQ1Njc4OTAxMjM0NTY3ODkwMTIzNDU2Nzg5MDE=';

  it('is closed on the device itself, picture and refusal too, and sent once whoever entered it is in again', async () => {
    const { studio, device, tab } = await oneTab();
    device.online = false;
    await tab.outbox.unseal('wren', await sealKey(secret));
    studio.refuses.add('c');
    void tab.outbox.write(log('a', 'ilse', { note: 'knee hurts' }));
    void tab.outbox.write({ ...picture(), coach: 'wren' });
    void tab.outbox.write({ ...log('b'), coach: 'tobin' });
    tab.outbox.write(log('c', 'bram', { note: 'slept badly' })).catch(() => undefined);
    await device.settle();
    device.online = true;
    device.acts = 'tobin';
    tab.outbox.wake();
    await device.settle();
    expect(studio.order).toEqual(['b']);
    device.acts = null;
    await tab.outbox.seal();
    const kept = JSON.stringify(await device.raw());
    expect(kept).not.toContain('knee hurts');
    expect(kept).not.toContain('slept badly');
    expect(await device.blobs()).toEqual([]);
    expect(await tab.outbox.hasKey('wren')).toBe(false);
    // Another one's key opens nothing, and nothing of it is lost.
    device.acts = 'wren';
    await tab.outbox.unseal('wren', await sealKey(other));
    await device.settle();
    expect(studio.order).toEqual(['b']);
    const again = await device.tab();
    device.close(tab);
    await again.outbox.unseal('wren', await sealKey(secret));
    await device.settle();
    expect(studio.order).toEqual(['b', 'a', PICTURE]);
    expect(again.outbox.all().find((e) => e.makes === 'c')?.refusal?.sentence).toBe('Give it a name.');
    expect(studio.facts.get('a')).toContain('knee hurts');
    expect(studio.facts.get(PICTURE)).toContain('3');
  });

  it('is closed too when it was on its way at that moment', async () => {
    const { studio, device, tab } = await oneTab(['slow']);
    await tab.outbox.unseal('wren', await sealKey(secret));
    void tab.outbox.write(log('a', 'ilse', { note: 'knee hurts' }));
    device.acts = null;
    await tab.outbox.seal();
    await device.settle();
    expect(studio.order).toEqual([]);
    expect(JSON.stringify(await device.raw())).not.toContain('knee hurts');
    expect(await tab.outbox.hasKey('wren')).toBe(false);
  });

  it('stays as it is where the device never got a key', async () => {
    const { device, tab } = await oneTab();
    device.acts = null;
    void tab.outbox.write(log('a', 'ilse', { note: 'knee hurts' }));
    await device.settle();
    await tab.outbox.seal();
    expect(tab.outbox.all().map((e) => e.sealed)).toEqual([null]);
  });
});

describe('somebody else on the device', () => {
  it('sends nothing of what another entered, and nothing at all while nobody is in', async () => {
    const { studio, device, tab } = await oneTab();
    device.acts = null;
    void tab.outbox.write(log('a'));
    void tab.outbox.write({ ...log('b'), coach: 'tobin' });
    await device.settle();
    expect(studio.order).toEqual([]);
    device.acts = 'tobin';
    tab.outbox.wake();
    await device.settle();
    // Behind Wren's in the lane of the same client, and not held up by it.
    expect(studio.order).toEqual(['b']);
    device.acts = 'wren';
    tab.outbox.wake();
    await device.settle();
    expect(studio.order).toEqual(['b', 'a']);
  });
});

describe('one thing', () => {
  it('is kept before it is sent, and gone once the studio has answered', async () => {
    const { studio, device, tab } = await oneTab();
    device.online = false;
    const answer = tab.outbox.write(log('a'));
    await device.settle();
    expect(states(tab)).toEqual(['waiting']);
    // Another page on the device finds it.
    const other = await device.tab();
    expect(other.outbox.all().map((e) => [e.words, e.coach])).toEqual([['a log', 'wren']]);
    device.online = true;
    tab.outbox.wake();
    expect((await answer).status).toBe(200);
    await device.settle();
    expect(tab.outbox.all()).toEqual([]);
    expect(studio.order).toEqual(['a']);
  });

  it('outlasts the browser clearing everything under the open page', async () => {
    const opened = vi.spyOn(indexedDB, 'open');
    const { studio, device, tab } = await oneTab();
    device.online = false;
    const answers = [tab.outbox.write(log('a')), tab.outbox.write(log('b'))];
    await device.settle();
    const [base] = opened.mock.results.slice(-1).map((r) => (r.value as IDBOpenDBRequest).result);
    if (!base) throw new Error('nothing was opened');
    opened.mockRestore();
    indexedDB.deleteDatabase(base.name);
    // biome-ignore lint/suspicious/noExplicitAny: the fake's own type is not the browser's
    forceCloseDatabase(base as any);
    await device.settle();
    // What comes after is kept as before, and what was there is there again for another page.
    answers.push(tab.outbox.write(log('c')));
    await device.settle();
    expect((await device.tab()).outbox.all().map((e) => e.json?.id)).toEqual(['a', 'b', 'c']);
    device.online = true;
    tab.outbox.wake();
    expect((await Promise.all(answers)).map((a) => a.status)).toEqual([200, 200, 200]);
    expect(studio.order).toEqual(['a', 'b', 'c']);
  });

  it.each<[string, Fate[]]>([
    ['the request was lost', ['lostGoing']],
    ['the answer was lost', ['lostComing']],
    ['the studio was busy', ['busy', 'busy']],
    ['it met another at the same moment', ['race']],
    ['nobody came to it in time', ['slow', 'slow', 'slow']],
  ])('is sent again when %s, and kept once', async (_, fates) => {
    const { studio, device, tab } = await oneTab(fates);
    const answer = tab.outbox.write(log('a'));
    await device.settle();
    expect(states(tab)).toEqual(['waiting']);
    for (let i = 0; i < 4; i++) await device.pass(10_000);
    expect((await answer).status).toBe(200);
    expect(studio.order).toEqual(['a']);
  });

  it('waits longer after each try, and never longer than half a minute', async () => {
    const { studio, device, tab } = await oneTab(Array(40).fill('busy') as Fate[]);
    void tab.outbox.write(log('a'));
    await device.settle();
    const waits: number[] = [];
    for (let i = 0, since = device.now, left = studio.fates.length; i < 3000 && waits.length < 9; i++) {
      await device.pass(50 * (1 + Math.floor(i / 40)));
      if (studio.fates.length === left) continue;
      left = studio.fates.length;
      waits.push(device.now - since);
      since = device.now;
    }
    expect(waits.slice(0, 5)).toEqual([...waits.slice(0, 5)].sort((a, b) => a - b));
    expect(waits[0]).toBeLessThan(1500);
    expect(Math.max(...waits)).toBeLessThanOrEqual(34_000);
  });

  it('that is refused is said to whoever waits, stays, and goes only when the coach says so', async () => {
    const { studio, device, tab } = await oneTab();
    studio.refuses.add('a');
    const answer = tab.outbox.write(log('a'));
    await expect(answer).rejects.toMatchObject({ refusal: { status: 400, sentence: 'Give it a name.', field: 'name' } });
    await device.pass(100_000);
    expect(states(tab)).toEqual(['refused']);
    const later = await device.tab();
    expect(states(later)).toEqual(['refused']);

    studio.refuses.clear();
    await tab.outbox.again(tab.outbox.all()[0]?.id ?? '');
    await device.settle();
    expect(studio.order).toEqual(['a']);
    await device.pass(60_000);
    studio.refuses.add('b');
    const second = tab.outbox.write(log('b'));
    await expect(second).rejects.toBeInstanceOf(Refused);
    await tab.outbox.leaveOut(tab.outbox.all().find((e) => e.makes === 'b')?.id ?? '');
    await device.settle();
    expect(tab.outbox.all()).toEqual([]);
  });

  it.each<Fate>(['slow', 'ok', 'lostGoing', 'lostComing'])(
    'left out while it is on its way it goes with its answer (%s), which may be a refusal',
    async (fate) => {
      const { studio, device, tab } = await oneTab([fate]);
      studio.refuses.add('a');
      const left = new Promise<void>((done) => {
        const stop = tab.outbox.subscribe(() => {
          const under = tab.outbox.all().find((e) => e.state === 'sending');
          if (!under) return;
          stop();
          void tab.outbox.leaveOut(under.id).then(done);
        });
      });
      tab.outbox.write(log('a', 'ilse', { note: 'knee hurts' })).catch(() => undefined);
      await left;
      await device.pass(100_000);
      expect(tab.outbox.all()).toEqual([]);
      expect(JSON.stringify(await device.raw())).not.toContain('knee hurts');
    },
  );

  it('corrected takes the place of what was refused', async () => {
    const { studio, device, tab } = await oneTab();
    studio.refuses.add('a');
    await expect(tab.outbox.write(log('a'))).rejects.toBeInstanceOf(Refused);
    studio.refuses.clear();
    await tab.outbox.write(log('a', 'ilse', { day: '2026-05-14' }));
    await device.settle();
    expect(tab.outbox.all()).toEqual([]);
  });

  it('that the device has no room for is said before anything is taken', async () => {
    const studio = new FakeStudio();
    const device = new Device(
      studio,
      () => 0.5,
      async () => ({ quota: 1_000_000, usage: 900_000 }),
    );
    const tab = await device.tab();
    await expect(tab.outbox.write(picture())).rejects.toThrow('no room left');
    expect(tab.outbox.all()).toEqual([]);
    // A log is small: it is taken.
    await tab.outbox.write(log('a'));
  });
});

describe('order', () => {
  it('is held within a client, and one client does not wait for another', async () => {
    const { studio, device, tab } = await oneTab(['busy']);
    void tab.outbox.write(log('a', 'x'));
    void tab.outbox.write(log('b', 'x'));
    void tab.outbox.write(log('c', 'y'));
    await device.settle();
    expect(studio.order).toEqual(['c']);
    await device.pass(2000);
    expect(studio.order).toEqual(['c', 'a', 'b']);
  });

  it('a refusal holds back what rests on it and nothing else', async () => {
    const { studio, device, tab } = await oneTab();
    studio.refuses.add(PICTURE);
    void tab.outbox.write(picture()).catch(() => undefined);
    void tab.outbox.write(check('look', [PICTURE]));
    void tab.outbox.write({
      method: 'POST',
      path: '/api/trials',
      json: { id: 'trial', checkId: 'look', stills: [] },
      blob: null,
      coach: null,
    });
    void tab.outbox.write(log('log', 'ilse'));
    await device.settle();
    expect(studio.order).toEqual(['log']);
    expect([...tab.outbox.held().keys()]).toHaveLength(2);
    studio.refuses.clear();
    await tab.outbox.again(tab.outbox.all()[0]?.id ?? '');
    await device.settle();
    expect(studio.order).toEqual(['log', PICTURE, 'look', 'trial']);
  });

  it('what is about a check goes into the lane of its client', async () => {
    const { studio, device, tab } = await oneTab(['busy']);
    tab.outbox.belongs('look', 'ilse');
    void tab.outbox.write(log('log', 'ilse'));
    void tab.outbox.write({
      method: 'POST',
      path: '/api/decisions',
      json: { id: 'decision', checkId: 'look' },
      blob: null,
      coach: null,
    });
    await device.settle();
    expect(studio.order).toEqual([]);
    await device.pass(5000);
    expect(studio.order).toEqual(['log', 'decision']);
  });
});

describe('a look that goes on', () => {
  it('keeps only its newest state while it waits, and the newest is what arrives', async () => {
    const { studio, device, tab } = await oneTab();
    device.online = false;
    const first = tab.outbox.write(draft('one', 0, 'first'));
    await device.settle();
    const last = tab.outbox.write(draft('two', 0, 'last'));
    await expect(first).rejects.toBeInstanceOf(Dropped);
    expect(tab.outbox.all()).toHaveLength(1);
    device.online = true;
    tab.outbox.wake();
    await last;
    expect(studio.records.get('draft:look')).toEqual({ version: 1, body: 'last' });
  });

  it('goes on from that version too when it was written just as the answer came', async () => {
    const { studio, device, tab } = await oneTab();
    // Written in the moment in which the first one's answer is being kept, still on the old version.
    let second: Promise<unknown> | undefined;
    tab.outbox.onKept(() => {
      second ??= tab.outbox.write(draft('two', 0, 'last'));
    });
    await tab.outbox.write(draft('one', 0, 'first'));
    await device.settle();
    await second;
    expect(studio.records.get('draft:look')).toEqual({ version: 2, body: 'last' });
  });

  it('goes on from the version its own earlier state was given', async () => {
    const { studio, device, tab } = await oneTab(['lostComing']);
    void tab.outbox.write(draft('one', 0, 'first'));
    await device.settle();
    // Tried, and perhaps arrived: the next state comes behind it and does not take its place.
    const last = tab.outbox.write(draft('two', 0, 'last'));
    await device.pass(5000);
    await last;
    expect(studio.records.get('draft:look')).toEqual({ version: 2, body: 'last' });
  });

  it('writes no version into what is built on none, also where the answer before it names one', async () => {
    const { studio, device, tab } = await oneTab(['lostGoing']);
    const range = (id: string, side: string) => ({
      method: 'POST',
      path: '/api/ranges',
      json: { id, clientId: 'ilse', test: 'ankleBend', side, degrees: 31, gapCm: null, supersedes: null },
      blob: null,
      coach: null,
    });
    // Both wait for the signal, and the first is answered while the second still waits.
    const both = [tab.outbox.write(range('one', 'left')), tab.outbox.write(range('two', 'right'))];
    await device.settle();
    await device.pass(60_000);
    await Promise.all(both);
    // One more, written after the answers were heard.
    const third = tab.outbox.write(range('three', 'left'));
    await device.settle();
    await third;
    expect(studio.order).toEqual(['one', 'two', 'three']);
  });

  it('never writes over what another device did meanwhile', async () => {
    const { studio, tab } = await oneTab();
    studio.records.set('draft:look', { version: 4, body: 'theirs' });
    const mine = tab.outbox.write(draft('one', 3, 'mine'));
    await expect(mine).rejects.toMatchObject({ refusal: { status: 409, current: { version: 4, body: 'theirs' } } });
    expect(studio.records.get('draft:look')?.body).toBe('theirs');
    expect(states(tab)).toEqual(['refused']);
    // The coach keeps what is here: it is sent over the version that was shown.
    await tab.outbox.write(draft('two', 4, 'mine'));
    expect(studio.records.get('draft:look')).toEqual({ version: 5, body: 'mine' });
  });

  it('is not sent any more once the look is finished', async () => {
    const { studio, device, tab } = await oneTab();
    device.online = false;
    void tab.outbox.write(draft('one', 0, 'first')).catch(() => undefined);
    void tab.outbox.write(check('look'));
    await device.settle();
    device.online = true;
    tab.outbox.wake();
    await device.settle();
    expect(studio.order).toEqual(['look']);
  });
});

describe('two tabs', () => {
  it('one sends for both, and each hears its own answer', async () => {
    const { studio, device, tab } = await oneTab();
    const other = await device.tab();
    const [here, there] = await Promise.all([tab.outbox.write(log('a')), other.outbox.write(log('b', 'y'))]);
    expect([here.status, there.status]).toEqual([200, 200]);
    expect([...studio.order].sort()).toEqual(['a', 'b']);
    studio.refuses.add('c');
    await expect(other.outbox.write(log('c'))).rejects.toBeInstanceOf(Refused);
    await device.settle();
    expect(states(tab)).toEqual(['refused']);
  });

  it('the next tab goes on when the one that sends is gone, with what that one had under way', async () => {
    const { studio, device, tab } = await oneTab(['lostComing']);
    const other = await device.tab();
    void tab.outbox.write(client('made-ilse'));
    void tab.outbox.write(log('a'));
    await device.settle();
    device.close(tab);
    for (let i = 0; i < 3; i++) await device.pass(60_000);
    expect(studio.order).toEqual(['made-ilse', 'a']);
    expect(other.outbox.all()).toEqual([]);
  });
});

describe('any order of sends, losses, repeats and two tabs', () => {
  const generator = (seed: number) => () => {
    seed = (seed * 1_664_525 + 1_013_904_223) % 4_294_967_296;
    return seed / 4_294_967_296;
  };
  const fates: Fate[] = ['ok', 'ok', 'lostGoing', 'lostComing', 'busy', 'race', 'slow'];
  const runs = import.meta.env.MODE === 'long' ? 200 : 20;

  it.each(Array.from({ length: runs }, (_, i) => 20_261_126 + i))('ends in the same studio (seed %i)', async (seed) => {
    const random = generator(seed);
    const studio = new FakeStudio();
    const device = new Device(studio, random);
    const tabs = [await device.tab(), await device.tab()];
    const wanted: Record<string, string[]> = {};
    const last = new Map<string, string>();
    let before = 0;
    for (let step = 0; step < 40; step++) {
      const at = Math.floor(random() * 2);
      const tab = tabs[at] as Tab;
      // A hand is on one tab at a time: what it wrote there is kept before it is on the other.
      if (at !== before) await device.settle();
      before = at;
      const lane = `made-${Math.floor(random() * 3)}`;
      const what = random();
      const id = `fact-${step}`;
      if (!wanted[lane]) {
        wanted[lane] = [lane];
        void tab.outbox.write(client(lane)).catch(() => undefined);
      } else if (what < 0.5) {
        wanted[lane].push(id);
        void tab.outbox.write(log(id, lane)).catch(() => undefined);
      } else if (what < 0.75) {
        last.set(lane, `state ${step}`);
        const version = studio.records.get(`draft:of-${lane}`)?.version ?? 0;
        const mine = tab.outbox.all().find((e) => e.slot === `draft:of-${lane}`);
        const based = Number(mine?.json?.version ?? version);
        void tab.outbox
          .write({
            ...draft(`op-${step}`, based, `state ${step}`, `of-${lane}`),
            json: { operationId: `op-${step}`, version: based, id: `of-${lane}`, clientId: lane, body: `state ${step}` },
          })
          .catch(() => undefined);
      } else if (what < 0.85) {
        device.online = !device.online;
        if (device.online) for (const t of tabs) t.outbox.wake();
      } else if (what < 0.92) {
        // A tab goes once what it was given is kept, and another is opened.
        await device.settle();
        device.close(tab);
        tabs[at] = await device.tab();
      } else studio.fates.push(...Array.from({ length: 3 }, () => fates[Math.floor(random() * fates.length)] as Fate));
      if (random() < 0.7) await device.settle();
      if (random() < 0.3) await device.pass(random() * 4000);
    }
    studio.fates = [];
    device.online = true;
    for (let i = 0; i < 12; i++) {
      for (const t of tabs) t.outbox.wake();
      await device.pass(40_000);
    }
    expect(tabs.map((t) => t.outbox.all().filter((e) => e.state !== 'refused'))).toEqual([[], []]);
    for (const [lane, facts] of Object.entries(wanted))
      expect(
        studio.order.filter((id) => facts.includes(id)),
        lane,
      ).toEqual(facts);
    // A state that clashed with a newer one of the other tab is refused and still here, never lost without a word.
    for (const [lane, body] of last) {
      const here =
        tabs[0]?.outbox
          .all()
          .filter((e) => e.slot === `draft:of-${lane}`)
          .map((e) => e.json?.body) ?? [];
      expect([studio.records.get(`draft:of-${lane}`)?.body, ...here], lane).toContain(body);
    }
  });
});

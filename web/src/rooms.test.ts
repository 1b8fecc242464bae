import { describe, expect, it } from 'vitest';

// The rooms from the ground up: each may use what lies below it, never what lies above. So may the steps of the work.
const ROOMS = ['device', 'outbox', 'api', 'live', 'words', 'ui', 'clips', 'pictures', 'features', 'app', 'parts'];
const STEPS = [
  'safety',
  'pain',
  'studio',
  'library',
  'ladders',
  'meet',
  'bench',
  'positions',
  'door',
  'log',
  'check',
  'play',
  'session',
  'plan',
  'clients',
  'floor',
  'print',
];

const texts = import.meta.glob<string>('./*/**/*.{ts,tsx}', { query: '?raw', import: 'default', eager: true });
const files = Object.entries(texts).map(([path, text]) => ({ file: path.slice(2), text }));

/** Where in the house a file lies: its room, and in "features" its step. */
function place(file: string) {
  const [room = '', step = ''] = file.split('/');
  return { room: ROOMS.indexOf(room), step: room === 'features' ? STEPS.indexOf(step) : 0 };
}

/** A path as seen from the root, from how one file names another. */
function named(from: string, to: string) {
  if (to.startsWith('@/')) return to.slice(2);
  const path = from.split('/').slice(0, -1);
  for (const part of to.split('/'))
    if (part === '..') path.pop();
    else if (part !== '.') path.push(part);
  return path.join('/');
}

/** The files of ours that a file imports, for types too. */
const ties = files.flatMap(({ file, text }) =>
  [...text.matchAll(/(?:from|import\(?)\s*'((?:@\/|\.)[^']*)'/g)].map(([, to = '']) => ({ file, to: named(file, to) })),
);

describe('the rooms of the front end', () => {
  it('are those that are named here', () => {
    expect(files.map((f) => f.file).filter((f) => place(f).room < 0 || place(f).step < 0)).toEqual([]);
    expect(files.length).toBeGreaterThan(100);
  });

  it('know only what lies below them', () => {
    expect(ties.length).toBeGreaterThan(500);
    const upward = ties.filter(({ file, to }) => {
      const [from, at] = [place(file), place(to)];
      return at.room > from.room || (at.room === from.room && at.step > from.step);
    });
    expect(upward).toEqual([]);
  });
});

describe('the sizes of type', () => {
  it('are those of the scale and no others', () => {
    const own = files.filter(({ text }) => /text-\[\d|fontSize:|text-(xs|sm|base|lg|\d?xl)\b/.test(text)).map((f) => f.file);
    expect(own).toEqual([]);
  });
});

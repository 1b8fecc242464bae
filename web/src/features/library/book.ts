import type { Schema } from '@/api/client';

export type Kind = 'fault' | 'measure' | 'exercise' | 'rule' | 'ladder' | 'school';
export type Key = `${Kind}:${string}`;
export const keyOf = (kind: Kind, id: string): Key => `${kind}:${id}`;

export type Chapter = { id: Kind; name: string };
export const chapters: Chapter[] = [
  { id: 'fault', name: 'Faults and cues' },
  { id: 'measure', name: 'Measures' },
  { id: 'exercise', name: 'Exercises' },
  { id: 'school', name: 'Styles' },
  { id: 'rule', name: 'Rules' },
  { id: 'ladder', name: 'Ladders' },
];

/** One thing to read, with every word by which it can be found and how often it came up here. */
export type Book = { key: Key; name: string; text: string; count: number }[];

export function bookOf(library: Schema['LibraryView'], studio: Schema['StudioView']): Book {
  const entry = (kind: Kind, id: string, name: string, count: number, ...words: (string | string[])[]) => ({
    key: keyOf(kind, id),
    name,
    count,
    text: [name, ...words.flat()].join(' ').toLowerCase(),
  });
  return [
    ...library.faults.map((f) =>
      entry(
        'fault',
        f.id,
        f.name,
        f.fired,
        f.causes.flatMap((c) => [c.name, c.test]),
        f.cues.flatMap((c) => [c.text, c.short, c.why, ...c.needs]),
      ),
    ),
    ...library.measures.map((m) => entry('measure', m.id, m.name, 0, m.sign, m.views)),
    ...studio.exercises.map((e) => entry('exercise', e.id, e.name, 0, e.plain, e.task, e.setUp, e.lookFor, e.felt)),
    ...studio.schools.map((s) => entry('school', s.code, s.name, 0, s.belief, s.suits)),
    ...library.rules.map((r) => entry('rule', r.id, r.name, r.fired, r.reason)),
    ...library.ladders.map((l) =>
      entry(
        'ladder',
        l.id,
        l.name,
        0,
        l.rungs.flatMap((r) => [r.name, r.entry, r.reason]),
      ),
    ),
  ];
}

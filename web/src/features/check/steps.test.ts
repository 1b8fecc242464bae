import { expect, test, vi } from 'vitest';
import type { Schema } from '@/api/client';

vi.mock('@/outbox/device', () => ({ theOutbox: vi.fn(), useUnsent: vi.fn() }));
vi.stubGlobal('addEventListener', () => undefined);
vi.stubGlobal('removeEventListener', () => undefined);
vi.stubGlobal('localStorage', { getItem: () => null, setItem: () => undefined, removeItem: () => undefined });
vi.stubGlobal('location', { origin: 'http://127.0.0.1' });
const { emptyDraft } = await import('./draft');
const { nextStep, openMeasures } = await import('./steps');

const measure = (id: string, more: Partial<Schema['MeasureView']> = {}) =>
  ({ id, mustPass: true, judged: true, ...more }) as Schema['MeasureView'];
const standard = {
  measures: [
    measure('front-shin'),
    measure('knee-offset'),
    measure('front-share', { mustPass: false }),
    measure('x', { judged: false }),
  ],
  plan: [],
  quick: null,
} as unknown as Schema['StandardView'];

test('until a look is read for the first time, all that must pass is open: a key pressed at once is not lost', () => {
  expect(openMeasures(null, standard).map((m) => m.id)).toEqual(['front-shin', 'knee-offset']);
  expect(nextStep(emptyDraft('split-squat', 'whole'), standard, null, []).kind).toBe('eye');
});

test('what has a verdict on both sides is no longer open; a side that lacks one keeps it open', () => {
  const result = (side: string) => ({ measureId: 'front-shin', side, verdict: 'within', standing: true });
  const missing = ['left', 'right'].map((side) => ({ measureId: 'knee-offset', side }));
  const look = { results: [result('left'), result('right')], missing } as unknown as Schema['LookView'];
  expect(openMeasures(look, standard).map((m) => m.id)).toEqual(['knee-offset']);
  const half = {
    results: [result('left')],
    missing: [{ measureId: 'front-shin', side: 'right' }],
  } as unknown as Schema['LookView'];
  expect(openMeasures(half, standard).map((m) => m.id)).toEqual(['front-shin']);
});

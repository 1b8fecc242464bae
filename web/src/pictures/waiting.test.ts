import { describe, expect, it } from 'vitest';
import type { Schema } from '@/api/client';
import type { Plan, Still } from './still';
import { nearest, waitingFor } from './waiting';

const plan = [
  { view: 'side', moment: 'bottom' },
  { view: 'front', moment: 'bottom' },
] as Plan[];

const picture = (id: string, part: Partial<Schema['PictureView']> = {}): Schema['PictureView'] => ({
  id,
  width: 800,
  height: 1200,
  at: '2026-11-27T09:03:00+00:00',
  today: true,
  side: 'left',
  view: 'side',
  moment: 'bottom',
  ...part,
});

describe('pictures that wait for a look', () => {
  it('go each into the place that it was taken for, the first of several', () => {
    const waiting = waitingFor(plan, [], [picture('a'), picture('b'), picture('c', { side: 'right', view: 'front' })]);
    expect(waiting.map((w) => [w.picture.id, w.slot.side, w.slot.view])).toEqual([
      ['a', 'left', 'side'],
      ['c', 'right', 'front'],
    ]);
  });

  it('of another day, of no place, or of a place that is taken stay where they are', () => {
    const there = { side: 'left', view: 'side', moment: 'bottom', pictureId: 'z' } as Still;
    expect(waitingFor(plan, [], [picture('a', { today: false })])).toEqual([]);
    expect(waitingFor(plan, [], [picture('a', { side: null, view: null, moment: null })])).toEqual([]);
    expect(waitingFor(plan, [], [picture('a', { moment: 'top' })])).toEqual([]);
    expect(waitingFor(plan, [there], [picture('a')])).toEqual([]);
  });

  it('are offered with those of the place first, then those nobody said anything of', () => {
    const slot = { side: 'right', view: 'side', moment: 'bottom' } as const;
    const offered = nearest(
      [
        picture('left'),
        picture('unsaid', { side: null }),
        picture('top', { side: 'right', moment: 'top' }),
        picture('it', { side: 'right' }),
      ],
      slot,
    );
    expect(offered.map((p) => p.id)).toEqual(['it', 'top', 'unsaid', 'left']);
  });
});

import { describe, expect, it } from 'vitest';
import { finds } from './searchWords';

const kneeIn = 'Knee falls in. Beat the band: knee stays over the second toe.';
const forward = 'Knee-forward split squat. Knee travels until the heel would give.';
const pace = 'Lower for three counts, slow down and quick up.';

describe('search', () => {
  it.each([
    ['valgus', kneeIn],
    ['caving', kneeIn],
    ['knees caving in', kneeIn],
    ['bands', kneeIn],
    ['knees past toes', forward],
    ['squats', forward],
    ['tempo', pace],
    ['counts', pace],
    ['Bulgarian', 'Rear-foot-elevated split squat'],
    ['side lunge', 'Lateral lunge'],
    ['back foot', 'Rear foot flat, turned out or twisting'],
    ['glutes', 'Squeeze the glute to finish.'],
  ])('“%s” finds what is called otherwise', (typed, text) => expect(finds(text, typed)).toBe(true));

  it('every word must be there', () => {
    expect(finds(kneeIn, 'knee pelvis')).toBe(false);
    expect(finds(forward, 'valgus')).toBe(false);
    expect(finds(kneeIn, '')).toBe(true);
  });
});

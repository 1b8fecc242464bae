import { describe, expect, it } from 'vitest';
import { alteredFilm, newStill, placed, rescaled, type Still, withPelvis } from './still';

const still = (key: string, clipId?: string, change: Partial<Still> = {}): Still => ({
  ...newStill({ side: 'left', view: 'front', moment: 'bottom' }, key, 540, 960, [], 'right', null),
  key,
  points: { knee: { x: 100, y: 200 } },
  clip: clipId ? { clipId, seconds: 2, moved: false, sds: { knee: 1.2 } } : null,
  ...change,
});

describe('a still from a clip', () => {
  it('is the hand’s once a found point is moved, and not by a point that is added', () => {
    const found = still('a', 'film');
    expect(placed(found, 'knee', { x: 101, y: 200 }).clip?.moved).toBe(true);
    expect(placed(found, 'workingPelvis', { x: 50, y: 100 }).clip?.moved).toBe(false);
    expect(placed(still('b'), 'knee', { x: 1, y: 1 }).clip).toBeNull();
  });

  it('shares what stands beside the client with every still of its film and with no other', () => {
    const all = [still('a', 'film'), still('b', 'film', { side: 'right' }), still('c', 'other'), still('d')];
    const marked = alteredFilm(all, 'a', (s) => placed(s, 'upright-one', { x: 5, y: 5 }));
    expect(marked.map((s) => s.vertical !== null)).toEqual([true, true, false, false]);
    const alone = alteredFilm(all, 'd', (s) => ({ ...s, mirrored: true }));
    expect(alone.map((s) => s.mirrored)).toEqual([false, false, false, true]);
  });

  it('takes its scatter along when its picture is kept smaller', () => {
    const half = rescaled(still('a', 'film'), 270, 480);
    expect(half.points.knee).toEqual({ x: 50, y: 100 });
    expect(half.clip?.sds.knee).toBeCloseTo(0.6, 9);
  });

  it('takes the stickers of its own moment, in the size of its picture', () => {
    const found = (seconds: number, x: number) => ({
      side: 'left' as const,
      repetition: 1,
      moment: 'bottom' as const,
      seconds,
      points: { workingPelvis: { x, y: 400 }, freePelvis: { x: 200, y: 410 } },
      sds: { workingPelvis: 2, freePelvis: 2 },
    });
    const now = withPelvis(still('a', 'film'), [found(5, 1), found(2.01, 300)], 0.5);
    expect(now.points.workingPelvis).toEqual({ x: 150, y: 200 });
    expect(now.clip?.sds.workingPelvis).toBe(1);
    expect(now.clip?.moved).toBe(false);
  });
});

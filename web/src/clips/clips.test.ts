import { describe, expect, it } from 'vitest';
import { anchors } from './anchors';
import { bodies, FINDER_SIDE, laid, meant } from './finder';
import { PLACER_SIDE, placedIn } from './placer';
import { due, stepOf } from './rate';
import { regionAround, unturned } from './region';
import { findSticker, type Patch, stickerAt } from './stickers';
import { BODY_POINTS } from './track';

describe('which frames are looked at', () => {
  it('are about fifteen a second whatever the phone films at, never fewer than ten where it has them', () => {
    for (const rate of [10, 12, 15, 20, 23.976, 24, 25, 29.97, 30, 48, 50, 59.94, 60, 120, 240]) {
      const looked = rate / stepOf(rate);
      expect(looked, `${rate}`).toBeGreaterThanOrEqual(10);
      expect(looked, `${rate}`).toBeLessThanOrEqual(22.5);
    }
  });

  it('are counted by time, so that a phone that changes its rate loses none', () => {
    // 30 a second for a second, then 15: every second one, then every one.
    const times = [...Array.from({ length: 30 }, (_, i) => i / 30), ...Array.from({ length: 15 }, (_, i) => 1 + i / 15)];
    let last: number | null = null;
    const seen = times.filter((t) => {
      if (!due(t, last, 30)) return false;
      last = t;
      return true;
    });
    expect(seen.length).toBe(30);
  });
});

describe('the square around a body', () => {
  it('turns with it, and a place in it is that place in the frame', () => {
    const upright = regionAround({ x: 100, y: 200 }, { x: 100, y: 120 });
    expect(upright.turn).toBeCloseTo(0, 9);
    expect(upright.size).toBeCloseTo(200, 9);
    // Lying with the head to the right.
    const lying = regionAround({ x: 100, y: 200 }, { x: 180, y: 200 });
    expect(lying.turn).toBeCloseTo(Math.PI / 2, 9);
    const head = unturned(lying, 0.5, 0.1);
    expect(head.x).toBeCloseTo(180, 6);
    expect(head.y).toBeCloseTo(200, 6);
    expect(unturned(lying, 0.5, 0.5)).toEqual({ x: 100, y: 200 });
  });
});

describe('the finder', () => {
  /** Boxes as the finder gives them, from where they are in a frame of 540 by 960. */
  const answer = (...at: { i: number; x: number; y: number; size: number; score: number }[]) => {
    const [boxes, scores] = [new Float32Array(anchors.length * 12), new Float32Array(anchors.length).fill(-20)];
    const { scale, x, y } = laid(540, 960);
    for (const b of at) {
      const anchor = anchors[b.i] ?? { x: 0, y: 0 };
      const to = (px: number, py: number) => [px * scale + x - anchor.x * FINDER_SIDE, py * scale + y - anchor.y * FINDER_SIDE];
      boxes.set([...to(b.x, b.y), b.size * scale, b.size * scale, ...to(b.x, b.y), ...to(b.x, b.y - b.size)], b.i * 12);
      scores[b.i] = b.score;
    }
    return [boxes, scores] as const;
  };

  it('has as many places as the model has boxes', () => expect(anchors.length).toBe(2254));

  it('says each body once, the surest first, in pixels of the frame', () => {
    const found = bodies(
      ...answer(
        { i: 900, x: 200, y: 500, size: 300, score: 2 },
        { i: 905, x: 210, y: 505, size: 300, score: 4 },
        { i: 1200, x: 480, y: 300, size: 80, score: 1 },
      ),
      540,
      960,
    );
    expect(found.map((f) => Math.round(f.region.x))).toEqual([210, 480]);
    expect(found[0]?.region.y).toBeCloseTo(505, 2);
    expect(found[0]?.region.size).toBeCloseTo(2.5 * 300, 1);
  });

  it('takes several people of one size for a question, and somebody in the background for nobody', () => {
    const [one, other, small] = [
      { i: 900, x: 150, y: 500, size: 300, score: 3 },
      { i: 1000, x: 400, y: 500, size: 260, score: 2 },
      { i: 1200, x: 480, y: 300, size: 80, score: 4 },
    ];
    expect(meant(bodies(...answer(one, other, small), 540, 960)).map((f) => Math.round(f.region.x))).toEqual([150, 400]);
    expect(meant(bodies(...answer(one, small), 540, 960))).toHaveLength(1);
    expect(meant([])).toEqual([]);
  });

  it('finds nobody on a wall', () => expect(bodies(...answer(), 540, 960)).toEqual([]));
});

describe('the placer', () => {
  const region = { x: 270, y: 480, size: 512, turn: 0 };
  const points = () => {
    const p = new Float32Array(39 * 5);
    for (let i = 0; i < 39; i++) p.set([128, 128, 0, 5, 5], i * 5);
    // The middle of the hips and the circle around the body, for the next frame.
    p.set([128, 140, 0, 5, 5], 33 * 5);
    p.set([128, 40, 0, 5, 5], 34 * 5);
    return p;
  };
  const dark = () => new Float32Array(64 * 64 * 39).fill(-20);

  it('takes the brightest place of its map where that is sure, and its number where it is not', () => {
    const [p, map] = [points(), dark()];
    const knee = 26;
    p.set([120, 160, 0, 5, 5], knee * 5);
    // Two cells beside the number: what lies between them weighs half each.
    map[(40 * 64 + 31) * 39 + knee] = 20;
    map[(40 * 64 + 32) * 39 + knee] = 20;
    const { points: placed } = placedIn(p, map, region);
    const at = 3 * BODY_POINTS.indexOf('rightKnee');
    expect(placed[at]).toBeCloseTo(270 + (31.5 / 64 - 0.5) * 512, 1);
    expect(placed[at + 1]).toBeCloseTo(480 + (40 / 64 - 0.5) * 512, 1);
    const hip = 3 * BODY_POINTS.indexOf('leftHip');
    expect([placed[hip], placed[hip + 1]]).toEqual([270, 480]);
  });

  it('puts what it was shown in a mirror back on its own side of the body and of the picture', () => {
    const p = points();
    p.set([100, 160, 0, 5, 5], 26 * 5);
    p.set([140, 170, 0, 3, 5], 25 * 5);
    const [shown, mirrored] = [placedIn(p, dark(), region), placedIn(p, dark(), region, true)];
    for (const [one, other] of [
      ['leftKnee', 'rightKnee'],
      ['rightKnee', 'leftKnee'],
    ] as const) {
      const [a, b] = [3 * BODY_POINTS.indexOf(one), 3 * BODY_POINTS.indexOf(other)];
      expect(mirrored.points[a]).toBeCloseTo(2 * region.x - (shown.points[b] ?? 0), 6);
      expect(mirrored.points.slice(a + 1, a + 3)).toEqual(shown.points.slice(b + 1, b + 3));
    }
    expect(mirrored.next).toEqual(shown.next);
  });

  it('takes the ear that is seen better', () => {
    const p = points();
    p.set([64, 64, 0, -5, 5], 7 * 5);
    p.set([192, 64, 0, 5, 5], 8 * 5);
    expect(placedIn(p, dark(), region).points[0]).toBeCloseTo(270 + (192 / PLACER_SIDE - 0.5) * 512, 1);
  });

  it('looks next around the hips', () => {
    const { next } = placedIn(points(), dark(), region);
    expect(next.y).toBeCloseTo(480 + (140 / 256 - 0.5) * 512, 3);
    expect(next.size).toBeCloseTo((2.5 * 100 * 512) / 256, 3);
  });
});

describe('stickers', () => {
  const GREY = [120, 125, 118];
  /** A grey patch with round spots on it. */
  const patch = (size: number, ...spots: { x: number; y: number; r: number; rgb: number[] }[]): Patch => {
    const data = new Uint8ClampedArray(size * size * 4);
    for (let y = 0; y < size; y++)
      for (let x = 0; x < size; x++) {
        const spot = spots.find((s) => Math.hypot(x + 0.5 - s.x, y + 0.5 - s.y) <= s.r);
        data.set([...(spot?.rgb ?? GREY), 255], 4 * (y * size + x));
      }
    return { data, width: size, height: size };
  };
  /** A patch of an orange shirt. */
  const onShirt = (size: number, ...spots: { x: number; y: number; r: number; rgb: number[] }[]) =>
    patch(size, ...spots, { x: size / 2, y: size / 2, r: 2 * size, rgb: [214, 88, 38] });
  const PINK = [240, 40, 150];
  const TEAL = [30, 200, 180];

  it('are found by a tap that misses a little, and nothing is found on plain cloth', () => {
    const found = stickerAt(patch(80, { x: 46, y: 35, r: 7, rgb: PINK }), 20);
    expect(found?.x).toBeCloseTo(46, 0);
    expect(found?.y).toBeCloseTo(35, 0);
    expect(stickerAt(patch(80), 20)).toBeNull();
  });

  it('stand out from a shirt that is more coloured than they are, and a shirt is no sticker', () => {
    const found = stickerAt(onShirt(120, { x: 66, y: 55, r: 7, rgb: [130, 225, 210] }), 20);
    expect(found?.x).toBeCloseTo(66, 0);
    expect(found?.y).toBeCloseTo(55, 0);
    expect(found?.area).toBeLessThan(200);
    expect(stickerAt(onShirt(120), 20)).toBeNull();
    // The edge of a shirt against a wall.
    expect(stickerAt(patch(120, { x: 60, y: -60, r: 122, rgb: [214, 88, 38] }), 20)).toBeNull();
  });

  it('are found again by their colour in other light, beside another colour and a spot of the wrong size', () => {
    const known = stickerAt(patch(80, { x: 40, y: 40, r: 7, rgb: PINK }), 20);
    expect(known).not.toBeNull();
    if (!known) return;
    const darker = PINK.map((c) => c * 0.85);
    const spot = findSticker(
      patch(90, { x: 60, y: 30, r: 6, rgb: darker }, { x: 45, y: 45, r: 7, rgb: TEAL }, { x: 15, y: 70, r: 2, rgb: PINK }),
      known,
    );
    expect(spot?.x).toBeCloseTo(60, 0);
    expect(spot?.y).toBeCloseTo(30, 0);
    expect(findSticker(patch(90, { x: 45, y: 45, r: 7, rgb: TEAL }), known)).toBeNull();
  });
});

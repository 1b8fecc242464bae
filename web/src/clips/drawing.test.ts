import { expect, test } from 'vitest';
import { bodyAt, drawingAt, ON_FILM, roomOf } from './drawing';
import { instantOf, type Played } from './played';

const path = (x: number, y: number) => [0, 1, 2].flatMap((i) => [x + 10 * i, y]);
const clip = {
  side: 'left',
  view: 'side',
  mirrored: false,
  width: 540,
  height: 960,
  begins: 0,
  rate: 10,
  paths: {
    hip: path(250, 500),
    knee: path(300, 650),
    ankle: [290, 820, 290, 820, null, null],
    shoulder: path(260, 300),
    heel: path(270, 840),
    toe: path(350, 840),
  },
  measures: [
    {
      measureId: 'front-shin',
      values: [0, 5, 14],
      verdicts: ['inBand', 'tooCloseToCall', 'outside'],
      said: ['upright', '5° forward', '14° forward'],
      saidAt: [0, 1, 2],
    },
  ],
} as unknown as Played;

test('points lie between the samples beside an instant, and what was not seen is not drawn', () => {
  expect(bodyAt(clip, 0.05).knee).toEqual({ x: 305, y: 650 });
  expect(bodyAt(clip, 0.2).ankle).toBeUndefined();
  expect(bodyAt(clip, 5)).toEqual({});
});

test('an instant has its number, its words and its verdict, and the shin is drawn in its tone', () => {
  const [shin] = clip.measures;
  if (!shin) throw new Error('no measure');
  expect(instantOf(clip, shin, 0.2)).toEqual({ value: 14, said: '14° forward', verdict: 'outside' });
  const tones = (seconds: number) =>
    drawingAt(clip, seconds)
      .lines.filter((l) => l.wide)
      .map((l) => l.colour);
  expect(tones(0)).toEqual([ON_FILM.inBand]);
  expect(tones(0.1)).toEqual([ON_FILM.tooCloseToCall]);
  // Its ankle was not seen there: no shin, and no string over it.
  expect(tones(0.2)).toEqual([]);
  expect(drawingAt(clip, 0).plumb?.to).toEqual({ x: 290, y: 820 });
  expect(drawingAt(clip, 0.2).plumb).toBeNull();
});

test('the room is where somebody is all through the clip, inside the frame', () => {
  const room = roomOf(clip);
  expect(room.x).toBeLessThan(250);
  expect(room.x + room.width).toBeGreaterThan(370);
  expect(room.y).toBeLessThan(300);
  expect(room.y + room.height).toBeGreaterThan(840);
  expect(room.y + room.height).toBeLessThanOrEqual(960);
  expect(roomOf({ ...clip, paths: {} })).toEqual({ x: 0, y: 0, width: 540, height: 960 });
});

import type { Schema } from '@/api/client';
import { instantOf, type Played } from './played';

type Point = { x: number; y: number };
type Name = Schema['Landmark'];

/** Colours that are told apart on any film, light or dark. */
export const ON_FILM = {
  chalk: '#f1eee6',
  dark: '#101512',
  brass: '#dfa443',
  inBand: '#72c9a5',
  outside: '#f0907a',
  tooCloseToCall: '#b3bcf2',
} as const;

/** What is drawn over a frame, in the film's own pixels: lines, rings, and a string with its bob. */
export type Drawing = {
  lines: { from: Point; to: Point; colour: string; wide: boolean }[];
  rings: { at: Point; colour: string }[];
  plumb: { at: Point; to: Point } | null;
};

/** Where the points of a body are at an instant, between the two samples beside it. */
export function bodyAt({ paths, begins, rate }: Pick<Played, 'paths' | 'begins' | 'rate'>, seconds: number) {
  const at = (seconds - begins) * rate;
  const low = Math.floor(at + 1e-6);
  const part = Math.max(0, at - low);
  const body: Partial<Record<Name, Point>> = {};
  for (const [name, path] of Object.entries(paths) as [Name, (number | null)[]][]) {
    const [x, y] = [path[2 * low], path[2 * low + 1]];
    if (x == null || y == null) continue;
    const [u, v] = [path[2 * low + 2] ?? x, path[2 * low + 3] ?? y];
    body[name] = { x: x + (u - x) * part, y: y + (v - y) * part };
  }
  return body;
}

/** The part of the frame in which somebody is all through the clip, with some room around. */
export function roomOf({ paths, width, height }: Pick<Played, 'paths' | 'width' | 'height'>) {
  const [xs, ys]: [number[], number[]] = [[], []];
  for (const path of Object.values(paths))
    path?.forEach((v, i) => {
      if (v !== null) (i % 2 === 0 ? xs : ys).push(v);
    });
  if (xs.length === 0) return { x: 0, y: 0, width, height };
  const [left, right, top, bottom] = [least(xs), most(xs), least(ys), most(ys)];
  const [aside, above] = [0.16 * (right - left) + 0.03 * width, 0.12 * (bottom - top)];
  const x = Math.max(0, left - aside);
  const y = Math.max(0, top - above);
  return { x, y, width: Math.min(width, right + aside) - x, height: Math.min(height, bottom + 0.08 * (bottom - top)) - y };
}

const least = (values: number[]) => values.reduce((a, b) => Math.min(a, b), Number.POSITIVE_INFINITY);
const most = (values: number[]) => values.reduce((a, b) => Math.max(a, b), Number.NEGATIVE_INFINITY);

/** What is drawn at an instant: the bones that were found, and those that a check is about in the tone of its verdict. */
export function drawingAt(clip: Played, seconds: number): Drawing {
  const body = bodyAt(clip, seconds);
  const tone = (...ids: string[]) => {
    const measure = clip.measures.find((m) => ids.includes(m.measureId));
    const verdict = measure && instantOf(clip, measure, seconds).verdict;
    return verdict ? ON_FILM[verdict] : null;
  };
  const drawing: Drawing = { lines: [], rings: [], plumb: null };
  const line = (from?: Point, to?: Point, colour: string | null = null) => {
    if (from && to) drawing.lines.push({ from, to, colour: colour ?? ON_FILM.chalk, wide: colour !== null });
  };
  const { hip, freeHip, knee, ankle, rearKnee, rearAnkle } = body;
  line(body.shoulder ?? body.workingShoulder, hip, clip.view === 'side' ? tone('trunk-lean') : null);
  line(hip, knee);
  line(body.heel, body.toe);
  line(freeHip, rearKnee);
  line(rearKnee, rearAnkle);
  if (clip.view === 'side') {
    line(knee, ankle, tone('front-shin'));
    if (knee && ankle)
      drawing.plumb = { at: { x: ankle.x, y: ankle.y - Math.hypot(knee.x - ankle.x, knee.y - ankle.y) }, to: ankle };
  } else {
    line(knee, ankle);
    line(body.freeShoulder, freeHip);
    if (knee) drawing.rings.push({ at: knee, colour: tone('knee-offset', 'projection') ?? ON_FILM.chalk });
    const level = tone('pelvic-level', 'pelvic-change');
    line(body.workingPelvis, body.freePelvis, level);
    for (const at of [body.workingPelvis, body.freePelvis]) if (at) drawing.rings.push({ at, colour: level ?? ON_FILM.chalk });
  }
  return drawing;
}

/** Draws it; `scale` is the canvas's pixels for one of the film's. */
export function paint(to: OffscreenCanvasRenderingContext2D, { lines, rings, plumb }: Drawing, scale: number, unit: number) {
  to.lineCap = 'round';
  const stroke = (from: Point, end: Point, colour: string, width: number) => {
    for (const [tint, w] of [
      [ON_FILM.dark, width + 1.2 * unit],
      [colour, width],
    ] as const) {
      to.strokeStyle = tint;
      to.lineWidth = w;
      to.beginPath();
      to.moveTo(from.x * scale, from.y * scale);
      to.lineTo(end.x * scale, end.y * scale);
      to.stroke();
    }
  };
  if (plumb) {
    stroke(plumb.at, plumb.to, ON_FILM.brass, 0.9 * unit);
    const [x, y] = [plumb.to.x * scale, plumb.to.y * scale];
    to.fillStyle = ON_FILM.brass;
    to.beginPath();
    to.moveTo(x - 2.4 * unit, y - 9 * unit);
    to.lineTo(x + 2.4 * unit, y - 9 * unit);
    to.lineTo(x, y);
    to.closePath();
    to.fill();
  }
  for (const { from, to: end, colour, wide } of lines) stroke(from, end, colour, (wide ? 2.6 : 1) * unit);
  for (const { at, colour } of rings) {
    for (const [tint, w] of [
      [ON_FILM.dark, 3 * unit],
      [colour, 1.7 * unit],
    ] as const) {
      to.strokeStyle = tint;
      to.lineWidth = w;
      to.beginPath();
      to.arc(at.x * scale, at.y * scale, 4.5 * unit, 0, 2 * Math.PI);
      to.stroke();
    }
  }
}

/** Writes what is read at an instant beside the picture: which leg, then each instrument's measure with its verdict. */
export function caption(to: OffscreenCanvasRenderingContext2D, clip: Played, seconds: number, unit: number) {
  const rows = clip.measures.flatMap((m) => {
    const now = instantOf(clip, m, seconds);
    return now.said ? [{ name: m.name, ...now, said: now.said }] : [];
  });
  const high = 13 * unit;
  to.font = `600 ${8.5 * unit}px Archivo, sans-serif`;
  const wide = Math.max(...rows.map((r) => to.measureText(`${r.name}: ${r.said}`).width), 0) + 26 * unit;
  to.fillStyle = 'rgba(16,21,18,0.72)';
  to.fillRect(6 * unit, 6 * unit, Math.max(wide, 40 * unit), (rows.length + 1) * high + 8 * unit);
  to.textBaseline = 'middle';
  to.fillStyle = ON_FILM.chalk;
  to.fillText(clip.side === 'left' ? 'Left' : 'Right', 12 * unit, 6 * unit + 0.7 * high);
  rows.forEach((row, i) => {
    const y = 6 * unit + (i + 1.7) * high;
    to.fillStyle = row.verdict ? ON_FILM[row.verdict] : ON_FILM.chalk;
    // A shape of its own beside the tone: in band a square, outside a triangle, too close a ring.
    to.beginPath();
    if (row.verdict === 'outside') {
      to.moveTo(12 * unit, y + 3.4 * unit);
      to.lineTo(15.5 * unit, y - 3.4 * unit);
      to.lineTo(19 * unit, y + 3.4 * unit);
    } else if (row.verdict === 'inBand') to.rect(12 * unit, y - 3.2 * unit, 6.4 * unit, 6.4 * unit);
    else to.arc(15.2 * unit, y, 2.6 * unit, 0, 2 * Math.PI);
    to.fill();
    to.fillText(`${row.name}: ${row.said}`, 23 * unit, y);
  });
}

import { loadAndCompile, loadLiteRt, Tensor } from '@litertjs/core';
import { facesRight, rightFootNearer } from './facing';
import { bodies, FINDER_SIDE, type Found, laid } from './finder';
import { PLACER_SIDE, placedIn } from './placer';
import type { Region } from './region';
import { settled } from './settled';

/** Anything that can be drawn from a frame, upright. */
export type Frame = { width: number; height: number; draw: (to: OffscreenCanvasRenderingContext2D) => void };

const LEAST = 0.5;

type Model = Awaited<ReturnType<typeof loadAndCompile>>;

/** Finds a body in a frame and thirteen points on it; knows where it saw the body last. */
export class Eye {
  private readonly whole = new OffscreenCanvas(FINDER_SIDE, FINDER_SIDE);
  private readonly near = new OffscreenCanvas(PLACER_SIDE, PLACER_SIDE);
  private region: Region | null = null;
  private fresh = true;
  private mirrored = false;

  private constructor(
    private readonly finder: Model,
    private readonly placer: Model,
  ) {}

  /** Loads everything from a folder of this app; nothing comes from anywhere else. */
  static async open(folder: string): Promise<Eye> {
    const bytes = async (name: string) => {
      const answer = await fetch(`${folder}/${name}`);
      if (!answer.ok) throw new Error(`${name}: ${answer.status}`);
      return new Uint8Array(await answer.arrayBuffer());
    };
    const [finder, placer] = await Promise.all([bytes('finder.bin'), bytes('placer.bin')]);
    // It speaks of itself at length; nobody here asks.
    const quiet = () => undefined;
    Object.assign(self, { Module: { locateFile: () => `${folder}/litert.wasm`, print: quiet, printErr: quiet } });
    await loadLiteRt(`${folder}/litert.js`);
    const processor = { accelerator: 'wasm' } as const;
    return new Eye(await loadAndCompile(finder, processor), await loadAndCompile(placer, processor));
  }

  /** Everybody in a frame. */
  async everybody(frame: Frame): Promise<Found[]> {
    const { scale, x, y } = laid(frame.width, frame.height);
    const to = context(this.whole);
    to.setTransform(1, 0, 0, 1, 0, 0);
    to.fillRect(0, 0, FINDER_SIDE, FINDER_SIDE);
    to.setTransform(scale, 0, 0, scale, x, y);
    frame.draw(to);
    const [boxes, scores] = await run(this.finder, pixels(to, FINDER_SIDE, 2 / 255, -1), FINDER_SIDE);
    const [b, s] = (boxes?.length ?? 0) > (scores?.length ?? 0) ? [boxes, scores] : [scores, boxes];
    return b && s ? bodies(b, s, frame.width, frame.height) : [];
  }

  /** Looks for one body from now on. */
  lookAt(region: Region | null) {
    this.region = region;
    this.fresh = true;
  }

  /** A new clip: nobody was seen yet. */
  forget() {
    this.region = null;
  }

  /** The thirteen points in a frame, or none where no body is seen. */
  async points(frame: Frame): Promise<number[]> {
    if (!this.region) this.lookAt((await this.everybody(frame))[0]?.region ?? null);
    if (!this.region) return [];
    if (this.fresh) this.mirrored = false;
    const first = await this.place(frame, this.region);
    // The placer sees who faces left better than who faces right, and a left leg in front better than a right one: the others it is
    // shown in a mirror.
    if (first && this.fresh) this.mirrored = facesRight(first.points) || rightFootNearer(first.points);
    const seen = first && this.fresh ? await settled(first, (square) => this.place(frame, square)) : first;
    this.fresh = false;
    if (seen) {
      this.region = seen.next;
      return seen.points;
    }
    this.region = null;
    return [];
  }

  private async place(frame: Frame, { x, y, size, turn }: Region) {
    const to = context(this.near);
    const scale = PLACER_SIDE / size;
    to.setTransform(1, 0, 0, 1, 0, 0);
    to.fillRect(0, 0, PLACER_SIDE, PLACER_SIDE);
    // The square of the frame, turned back upright.
    to.translate(PLACER_SIDE / 2, PLACER_SIDE / 2);
    to.scale(this.mirrored ? -scale : scale, scale);
    to.rotate(-turn);
    to.translate(-x, -y);
    frame.draw(to);
    const answers = await run(this.placer, pixels(to, PLACER_SIDE, 1 / 255, 0), PLACER_SIDE);
    const of = (length: number) => answers.find((a) => a.length === length);
    const [points, flag, map] = [of(39 * 5), of(1), of(64 * 64 * 39)];
    if (!points || !flag || !map || (flag[0] ?? 0) < LEAST) return null;
    return placedIn(points, map, { x, y, size, turn }, this.mirrored);
  }
}

let open: Promise<Eye> | null = null;

/** The one of this thread, opened once; where that failed, the next who asks tries again. */
export function theEye(folder: string): Promise<Eye> {
  open ??= Eye.open(folder);
  return open.catch((error) => {
    open = null;
    throw error;
  });
}

function context(canvas: OffscreenCanvas) {
  const to = canvas.getContext('2d', { willReadFrequently: true, alpha: false });
  if (!to) throw new Error('No canvas to draw on.');
  to.imageSmoothingEnabled = true;
  to.imageSmoothingQuality = 'medium';
  return to;
}

/** Red, green and blue of every pixel, times and plus something. */
function pixels(from: OffscreenCanvasRenderingContext2D, side: number, times: number, plus: number) {
  const { data } = from.getImageData(0, 0, side, side);
  const out = new Float32Array(side * side * 3);
  for (let i = 0, o = 0; i < data.length; i += 4) {
    out[o++] = (data[i] ?? 0) * times + plus;
    out[o++] = (data[i + 1] ?? 0) * times + plus;
    out[o++] = (data[i + 2] ?? 0) * times + plus;
  }
  return out;
}

async function run(model: Model, input: Float32Array, side: number): Promise<Float32Array[]> {
  const tensor = new Tensor(input, [1, side, side, 3]);
  const answers = await model.run(tensor);
  tensor.delete();
  const numbers = await Promise.all(answers.map(async (a) => Float32Array.from((await a.data()) as Float32Array)));
  for (const a of answers) a.delete();
  return numbers;
}

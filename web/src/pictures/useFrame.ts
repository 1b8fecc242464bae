import { type RefObject, useEffect, useLayoutEffect, useRef, useState } from 'react';
import type { Point, Still } from './still';

/** The part of a picture that is in sight, in picture pixels. */
export type Frame = { x: number; y: number; w: number; h: number };
type Size = { width: number; height: number };

const whole = ({ width, height }: Size): Frame => ({ x: 0, y: 0, w: width, h: height });

/** Beside a body, as a share of its height. */
const MARGIN = 0.12;

/** What is first in sight: a picture from a clip shows the body that was found, any other the whole of it. */
function first(still: Size & Pick<Still, 'points' | 'clip'>): Frame {
  const at = still.clip ? Object.values(still.points) : [];
  if (at.length < 4) return whole(still);
  const [xs, ys] = [at.map((p) => p.x), at.map((p) => p.y)];
  const [left, top, right, bottom] = [Math.min(...xs), Math.min(...ys), Math.max(...xs), Math.max(...ys)];
  const margin = MARGIN * (bottom - top);
  const [x, y] = [Math.max(0, left - margin), Math.max(0, top - margin)];
  return { x, y, w: Math.min(still.width, right + margin) - x, h: Math.min(still.height, bottom + margin) - y };
}

/** What of a picture is in sight, how many of its pixels a pixel of the screen shows, and how to see another part of it. */
export function useFrame(svg: RefObject<SVGSVGElement | null>, picture: Size & Pick<Still, 'pictureId' | 'points' | 'clip'>) {
  const { width, height, pictureId } = picture;
  const [frame, setFrame] = useState<Frame>(() => first(picture));
  const [unit, setUnit] = useState(1);

  // Another picture is seen as at first, also one of the same size.
  const latest = useRef(picture);
  latest.current = picture;
  useEffect(() => setFrame(first(latest.current)), [pictureId, width, height]);
  useLayoutEffect(() => {
    const element = svg.current;
    if (!element) return;
    const measure = () =>
      setUnit(Math.max(frame.w / Math.max(element.clientWidth, 1), frame.h / Math.max(element.clientHeight, 1)));
    measure();
    const watch = new ResizeObserver(measure);
    watch.observe(element);
    return () => watch.disconnect();
  }, [svg, frame]);

  return {
    frame,
    unit,
    close: frame.w < first(picture).w - 1,
    showWhole: () => setFrame(whole({ width, height })),
    /** Nearer by less than 1, about a point of the picture: no wider than the whole and no narrower than a tenth of it. */
    zoom: (factor: number, at: Point) =>
      setFrame((f) => {
        const w = Math.min(width, Math.max(width / 10, f.w * factor));
        const k = w / f.w;
        return bounded({ x: at.x - (at.x - f.x) * k, y: at.y - (at.y - f.y) * k, w, h: f.h * k }, { width, height });
      }),
    /** Moves the picture under the hand, by pixels of the screen. */
    pan: (dx: number, dy: number) =>
      setFrame((f) => bounded({ ...f, x: f.x - dx * unit, y: f.y - dy * unit }, { width, height })),
  };
}

const bounded = (frame: Frame, { width, height }: Size): Frame => ({
  ...frame,
  x: Math.min(Math.max(frame.x, 0), Math.max(width - frame.w, 0)),
  y: Math.min(Math.max(frame.y, 0), Math.max(height - frame.h, 0)),
});

/** Where on the picture a place on the screen is. */
export function toPicture(svg: SVGSVGElement, [x, y]: [number, number]): Point {
  const matrix = svg.getScreenCTM();
  if (!matrix) return { x: 0, y: 0 };
  const p = new DOMPoint(x, y).matrixTransform(matrix.inverse());
  return { x: p.x, y: p.y };
}

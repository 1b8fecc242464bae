import { type RefObject, useEffect, useLayoutEffect, useState } from 'react';
import type { Point } from './still';

/** The part of a picture that is in sight, in picture pixels. */
export type Frame = { x: number; y: number; w: number; h: number };
type Size = { width: number; height: number };

const whole = ({ width, height }: Size): Frame => ({ x: 0, y: 0, w: width, h: height });

/** What of a picture is in sight, how many of its pixels a pixel of the screen shows, and how to see another part of it. */
export function useFrame(svg: RefObject<SVGSVGElement | null>, picture: Size & { pictureId: string }) {
  const { width, height, pictureId } = picture;
  const [frame, setFrame] = useState<Frame>(() => whole(picture));
  const [unit, setUnit] = useState(1);

  // Another picture is seen whole, also one of the same size.
  useEffect(() => setFrame(whole({ width, height })), [pictureId, width, height]);
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
    close: frame.w < width - 1,
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

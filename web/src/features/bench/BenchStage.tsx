import { useDrag } from '@use-gesture/react';
import { type KeyboardEvent, useLayoutEffect, useRef, useState } from 'react';
import type { Schema } from '@/api/client';
import { useUnits } from '@/ui/useUnits';
import { at, BenchFigure } from './figure';

type View = Schema['BenchView'];
type Stance = Schema['StanceDto'];

/** A handle moves one number of the stance; `stance` is the feet's distance. */
export type Lever = 'shin' | 'trunk' | 'hips' | 'depth' | 'front' | 'rear' | 'stance';

const FLOOR = 26;

type Props = {
  view: View;
  /** The stance as it was last asked for, which the drawing may still be catching up with. */
  asked: Stance;
  length: number;
  /** Whether the rear knee has a pad or floor under it; otherwise it stops in the air. */
  pad: boolean;
  compare: View | null;
  showSame: boolean;
  onLever: (lever: Lever, value: number, settled: boolean) => void;
};

/**
 * The client on the floor with boxes, wedge and pad, to scale. A ring is a handle: drag it, or reach it by Tab and use the
 * arrow keys. The rest of the body follows from the core while the hand moves.
 */
export function BenchStage(props: Props) {
  const { figure } = props.view;
  return figure ? <Stage {...props} figure={figure} /> : null;
}

function Stage({
  figure,
  view,
  asked,
  length,
  pad,
  compare,
  showSame,
  onLever,
}: Props & { figure: NonNullable<View['figure']> }) {
  const svg = useRef<SVGSVGElement>(null);
  // A handle is as large as a finger needs it, however small the drawing stands.
  const [scale, setScale] = useState(3);
  useLayoutEffect(() => {
    const stage = svg.current;
    if (!stage) return;
    const seen = new ResizeObserver(() => setScale(stage.getScreenCTM()?.a || 3));
    seen.observe(stage);
    return () => seen.disconnect();
  }, []);
  // What is drawn may take another scale in the same place: the handles go with it before it is painted.
  useLayoutEffect(() => {
    const now = svg.current?.getScreenCTM()?.a;
    if (now && Math.abs(now - scale) > 0.01) setScale(now);
  });
  const { points } = figure;
  const p = (name: string) => at(points, name);
  const q = view.stance;
  const H = view.sizes.statureCm;
  const width = H * 1.22;
  const height = H * 0.8 + Math.max(0, q.frontRaiseCm, q.rearKneeCm - 6.5);
  const middle = (p('frontToe')[0] + p('rearToe')[0]) / 2;
  const left = middle - width / 2;

  const toWorld = (event: { clientX: number; clientY: number }) => {
    const matrix = svg.current?.getScreenCTM();
    if (!matrix) return { x: 0, y: 0 };
    const point = new DOMPoint(event.clientX, event.clientY).matrixTransform(matrix.inverse());
    return { x: point.x, y: -point.y };
  };
  const toward = (origin: [number, number], to: { x: number; y: number }) =>
    (Math.atan2(to.x - origin[0], to.y + origin[1]) * 180) / Math.PI;
  const valueAt = (lever: Lever, to: { x: number; y: number }): number => {
    switch (lever) {
      case 'shin':
        return toward(p('frontAnkle'), to);
      case 'trunk':
        return toward(p('hip'), to);
      case 'hips':
        return q.rearThighDegrees + (to.x - p('hip')[0]) * 1.3;
      case 'depth':
        return to.y;
      case 'front':
      case 'rear':
        return to.y;
      case 'stance':
        return p('frontHeel')[0] - to.x;
    }
  };
  const now: Record<Lever, number> = {
    shin: asked.shinDegrees,
    trunk: asked.trunkDegrees,
    hips: asked.rearThighDegrees,
    depth: asked.rearKneeCm,
    front: asked.frontRaiseCm,
    rear: asked.rearRaiseCm,
    stance: length,
  };
  const { length: tape } = useUnits();
  const said = (lever: Lever) =>
    lever === 'shin' || lever === 'trunk' || lever === 'hips'
      ? `${Math.round(now[lever])}°`
      : `${tape.name === 'cm' ? Math.round(now[lever]) : tape.from(now[lever])} ${tape.name}`;

  useDrag(
    ({ event, xy: [clientX, clientY], first, last }) => {
      const lever = (event.target as Element).closest<SVGGElement>('[data-lever]')?.dataset.lever as Lever | undefined;
      if (lever && !first) onLever(lever, valueAt(lever, toWorld({ clientX, clientY })), last);
    },
    { target: svg, pointer: { keys: false } },
  );
  const key = (lever: Lever) => (event: KeyboardEvent) => {
    const by = { ArrowRight: 1, ArrowUp: 1, ArrowLeft: -1, ArrowDown: -1 }[event.key];
    if (!by) return;
    event.preventDefault();
    event.stopPropagation();
    onLever(lever, now[lever] + by * (event.shiftKey ? 5 : 1), true);
  };
  const handle = (lever: Lever, name: string, [x, y]: [number, number]) => (
    <g
      key={lever}
      data-lever={lever}
      role="slider"
      tabIndex={0}
      aria-label={name}
      aria-valuenow={Math.round(now[lever])}
      aria-valuetext={said(lever)}
      aria-orientation={lever === 'front' || lever === 'rear' || lever === 'depth' ? 'vertical' : 'horizontal'}
      onKeyDown={key(lever)}
      className="cursor-grab outline-none [&:focus-visible>.ring]:stroke-ink"
    >
      <circle cx={x} cy={y} r={Math.max(H * 0.055, 22 / scale)} fill="transparent" />
      <circle
        className="ring"
        cx={x}
        cy={y}
        r={H * 0.021}
        fill="var(--paper)"
        fillOpacity="0.55"
        stroke="var(--brass)"
        strokeWidth={H * 0.009}
      />
    </g>
  );

  const [heel, toe, rearToe] = [p('frontHeel'), p('frontToe'), p('rearToe')];
  return (
    <svg
      ref={svg}
      viewBox={`${left} ${-height} ${width} ${height + FLOOR}`}
      className="block h-full w-full touch-none"
      role="group"
      aria-label="The stance to scale, from the side"
      data-bench
    >
      <rect x={left - 400} y="0" width={width + 800} height={FLOOR + 4} fill="var(--floor)" />
      <path d={`M${left - 400} 0H${left + width + 400}`} stroke="var(--edge)" strokeWidth="0.7" />
      {q.frontRaiseCm > 0.2 && <Box x={heel[0] - 4} width={toe[0] - heel[0] + 9} height={q.frontRaiseCm} />}
      {q.rearRaiseCm > 0.2 && <Box x={rearToe[0] - 16} width={34} height={q.rearRaiseCm} />}
      {q.wedgeDegrees > 0.2 && (
        <path
          d={`M${heel[0]} ${heel[1]}L${heel[0]} ${-q.frontRaiseCm}L${p('frontBall')[0]} ${-q.frontRaiseCm}Z`}
          fill="var(--brass)"
          stroke="var(--brass-dark)"
          strokeWidth="0.5"
        />
      )}
      {pad && q.rearKneeCm > 5 && (
        <rect
          x={p('rearKnee')[0] - 13}
          y={-(q.rearKneeCm - 4.5)}
          width="26"
          height={q.rearKneeCm - 4.5}
          rx="1.200"
          fill="var(--pad)"
        />
      )}
      <path
        d={`M${view.path.map(([x, y]) => `${x} ${-(y ?? 0)}`).join('L')}`}
        fill="none"
        stroke="var(--brass)"
        strokeWidth="0.9"
        strokeDasharray="1.500 2"
      />
      <BenchFigure points={points} sizes={view.sizes} />
      {compare?.figure && <BenchFigure points={compare.figure.points} sizes={compare.sizes} ghost />}
      {showSame && view.sameBottom.map((o) => <BenchFigure key={o.name} points={o.figure.points} sizes={view.sizes} ghost />)}
      <PlumbOnKnee ankle={p('frontAnkle')} knee={p('frontKnee')} size={H} />
      <TapeMark from={rearToe[0]} to={heel[0]} text={view.card.find((l) => l.id === 'stance')?.value ?? ''} />
      {handle('stance', 'Rear foot: length of the stance', [rearToe[0], -q.rearRaiseCm])}
      {handle('rear', 'Height of the rear surface', [
        rearToe[0] - 9,
        -Math.max(q.rearRaiseCm, 0) - (q.rearRaiseCm > 0.2 ? 0 : 9),
      ])}
      {handle('front', 'Height of the front surface', [toe[0] + 8, -q.frontRaiseCm])}
      {handle('depth', 'Depth of the rear knee', p('rearKnee'))}
      {handle('hips', 'Hips forward or back', p('hip'))}
      {handle('trunk', 'Lean of the trunk', p('shoulder'))}
      {handle('shin', 'Lean of the front shin', p('frontKnee'))}
    </svg>
  );
}

function Box({ x, width, height }: { x: number; width: number; height: number }) {
  return (
    <g>
      <rect x={x} y={-height} width={width} height={height} fill="var(--timber)" stroke="var(--timber-dark)" strokeWidth="0.7" />
      {height > 6 && (
        <path d={`M${x + 3} ${-height / 2}h${width - 6}`} stroke="var(--timber-dark)" strokeWidth="0.5" opacity="0.6" />
      )}
    </g>
  );
}

function PlumbOnKnee({ ankle, knee, size }: { ankle: [number, number]; knee: [number, number]; size: number }) {
  const top = Math.min(knee[1], ankle[1] - size * 0.2) - size * 0.06;
  return (
    <g pointerEvents="none">
      <path d={`M${ankle[0]} ${top}V${ankle[1] - size * 0.05}`} stroke="var(--brass)" strokeWidth={size * 0.006} />
      <path
        d={`M${ankle[0] - size * 0.014} ${ankle[1] - size * 0.05}h${size * 0.028}l${-size * 0.014} ${size * 0.042}z`}
        fill="var(--brass)"
        stroke="var(--brass-dark)"
        strokeWidth="0.4"
      />
      <path d={`M${ankle[0]} ${ankle[1]}L${knee[0]} ${knee[1]}`} stroke="var(--paper)" strokeWidth={size * 0.008} opacity="0.9" />
    </g>
  );
}

/** The tape on the floor, as a coach lays it: from the rear toes to the front heel, its number on it. */
function TapeMark({ from, to, text }: { from: number; to: number; text: string }) {
  const ticks = Math.max(0, Math.floor((to - from) / 10));
  return (
    <g pointerEvents="none">
      <rect
        x={from}
        y="7"
        width={Math.max(0, to - from)}
        height="11"
        rx="1.500"
        fill="var(--tape)"
        stroke="var(--brass-dark)"
        strokeWidth="0.5"
      />
      {Array.from({ length: ticks }, (_, i) => (
        <path key={i} d={`M${to - (i + 1) * 10} 7v3`} stroke="var(--tape-ink)" strokeWidth="0.5" />
      ))}
      <text x={(from + to) / 2} y="16" textAnchor="middle" fontSize="9.8" className="figure" fill="var(--tape-ink)">
        {text}
      </text>
    </g>
  );
}

export const moved = (stance: Stance, lever: Lever, value: number): Partial<Stance> => {
  const cm = Math.max(0, Math.round(value));
  switch (lever) {
    case 'shin':
      return { shinDegrees: Math.round(Math.min(60, Math.max(-25, value))) };
    case 'trunk':
      return { trunkDegrees: Math.round(Math.min(60, Math.max(-10, value))) };
    case 'hips':
      return { rearThighDegrees: Math.round(Math.min(45, Math.max(-35, value))) };
    case 'depth':
      return { rearKneeCm: Math.min(60, Math.max(4.5, Math.round(value - 0.5) + 0.5)) };
    case 'front':
      return { frontRaiseCm: Math.min(40, cm) };
    case 'rear':
      return { rearRaiseCm: Math.min(60, cm) };
    default:
      return stance;
  }
};

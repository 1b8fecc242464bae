import { useDrag } from '@use-gesture/react';
import { useRef } from 'react';
import type { Schema } from '@/api/client';
import { at, BenchFigure, type Sizes } from '@/features/bench/figure';
import { useWidth } from '@/ui/useWidth';

type View = Schema['PositionView'];

/** Below the floor: the sole print with its knob. Centimetres. */
const STRIP = 47;

const PRESSES = [
  { at: 0.1, word: 'heel' },
  { at: 0.5, word: 'instep' },
  { at: 0.72, word: 'ball' },
] as const;

/** How high the drawings stand, so that both are of one scale. */
export const heightOf = (views: View[], sizes: Sizes) =>
  Math.max(...views.map((v) => v.figure.points.shoulder?.[1] ?? 0)) + sizes.statureCm * 0.18;

/**
 * A position to scale, from the side: the line of force through the foot as a cord, a brass tape from each joint square to it. Below lies
 * the print of the sole, twice the size, and the knob that says where it presses.
 */
export function PositionFigure({
  name,
  view,
  over,
  sizes,
  height,
  onPress,
}: {
  name: 'A' | 'B';
  view: View;
  /** The other one, laid over it. */
  over?: View | null;
  sizes: Sizes;
  height: number;
  /** Null where the pressure lies under the weight and nobody chooses it. */
  onPress: ((at: number) => void) | null;
}) {
  const [box, pixels] = useWidth<SVGSVGElement>(360);
  const { points } = view.figure;
  const xs = [...Object.values(points), ...(view.hands ? [view.hands] : [])].map((p) => p[0] ?? 0);
  const width = sizes.statureCm * 1.02;
  const middle = (Math.min(...xs) + Math.max(...xs)) / 2;
  const left = middle - width / 2;
  const cm = width / pixels;
  const text = 13 * cm;
  const p = (key: string) => at(points, key);
  const [heel, toe, rearToe] = [p('frontHeel'), p('frontToe'), p('rearToe')];
  const point = (q: number[]): [number, number] => [q[0] ?? 0, -(q[1] ?? 0)];
  const [under, top] = [point(view.under), point(view.lineTop)];
  const unit = sizes.statureCm / 175;
  const sole = width * 0.5;
  // The print lies to the right, the share beside it.
  const soleX = left + width - sole - 0.05 * width;
  const knob = soleX + Math.min(1.06, Math.max(-0.06, view.pressure)) * sole;
  const soleY = STRIP / 2 - 2;
  return (
    <svg
      ref={box}
      viewBox={`${left} ${-height} ${width} ${height + STRIP}`}
      className="block h-auto w-full"
      role="group"
      aria-label={`${name}, from the side, to scale`}
      data-position={name}
    >
      <rect x={left} y="0" width={width} height={STRIP} fill="var(--floor)" />
      <path d={`M${left} 0H${left + width}`} stroke="var(--edge)" strokeWidth="0.700" />
      {view.frontRaiseCm > 0.2 && <Box x={heel[0] - 4} width={toe[0] - heel[0] + 9} height={view.frontRaiseCm} />}
      {view.rearRaiseCm > 0.2 && <Box x={rearToe[0] - 12} width={40} height={view.rearRaiseCm} />}
      {view.padCm > 0.5 && (
        <rect x={p('rearKnee')[0] - 13} y={-view.padCm} width="26" height={view.padCm} rx="1" fill="var(--pad)" />
      )}
      {view.wedgeDegrees > 0.2 && (
        <path
          d={`M${heel[0]} ${heel[1]}L${heel[0]} ${-view.frontRaiseCm}L${p('frontBall')[0]} ${-view.frontRaiseCm}Z`}
          fill="var(--brass)"
        />
      )}
      <BenchFigure points={points} sizes={sizes} hands={view.hands} />
      {view.load > 0 && view.hands && <Weight at={point(view.hands)} unit={unit} />}
      {over && <BenchFigure points={over.figure.points} sizes={sizes} ghost />}
      <path d={`M${knob} ${soleY}L${under[0]} ${under[1]}`} stroke="var(--brass-dark)" strokeWidth={1.6 * cm} />
      <path d={`M${under[0]} ${under[1]}L${top[0]} ${top[1]}`} stroke="var(--paper)" strokeWidth={5 * cm} />
      <path
        d={`M${under[0]} ${under[1]}L${top[0]} ${top[1]}`}
        stroke="var(--brass-dark)"
        strokeWidth={3 * cm}
        strokeDasharray={`${5 * cm} ${2 * cm}`}
      />
      <circle cx={top[0]} cy={top[1]} r={5 * cm} fill="var(--brass-dark)" />
      {view.joints.map((j) => (
        <Arm key={j.joint} joint={j.joint} from={point(j.at)} to={point(j.onLine)} cm={cm} said={j.armText} />
      ))}
      <text
        x={top[0] + 10 * cm}
        y={top[1] + (view.hands ? 24 : -2) * cm}
        fontSize={text * 1.15}
        fontWeight="700"
        fill="var(--ink)"
        {...halo(cm)}
      >
        {`${Math.round(view.newtons)} N`}
      </text>
      <text x={top[0] + 10 * cm} y={top[1] + (view.hands ? 42 : 16) * cm} fontSize={text} fill="var(--ink-soft)" {...halo(cm)}>
        {view.tiltText}
      </text>
      <Print x={soleX} y={soleY} length={sole} cm={cm} />
      {PRESSES.map((at) => (
        <text
          key={at.word}
          x={soleX + at.at * sole}
          y={STRIP - 4 * cm}
          textAnchor="middle"
          fontSize={text * 0.96}
          fontWeight={Math.abs(view.pressure - at.at) < 0.04 ? 700 : 400}
          fill="var(--ink)"
        >
          {at.word}
        </text>
      ))}
      <Knob name={name} x={knob} y={soleY} cm={cm} sole={sole} pressure={view.pressure} onPress={onPress} />
      <text x={soleX - 12 * cm} y={soleY - 14 * cm} textAnchor="end" fontSize={text * 1.7} className="say" fill="var(--ink)">
        {`${Math.round(view.sharePercent)} %`}
      </text>
      <text x={soleX - 12 * cm} y={soleY + 8 * cm} textAnchor="end" fontSize={text * 0.96} fill="var(--ink)">
        on the front foot
      </text>
      <text x={soleX - 12 * cm} y={soleY + 25 * cm} textAnchor="end" fontSize={text * 0.96} fill="var(--ink-soft)">
        {view.shareText}
      </text>
    </svg>
  );
}

const halo = (cm: number) => ({
  stroke: 'var(--paper)',
  strokeWidth: 4 * cm,
  paintOrder: 'stroke' as const,
  strokeLinejoin: 'round' as const,
});

/** A moment arm: a brass tape from the joint square to the cord, its length on a label beside the joint. */
function Arm({
  joint,
  from,
  to,
  cm,
  said,
}: {
  joint: Schema['MomentJoint'];
  from: [number, number];
  to: [number, number];
  cm: number;
  said: string;
}) {
  const [dx, dy] = [to[0] - from[0], to[1] - from[1]];
  const length = Math.hypot(dx, dy) || 0.01;
  const [nx, ny] = [(-dy / length) * 4.6 * cm, (dx / length) * 4.6 * cm];
  const ticks = Math.floor(length / 2.5);
  // The hip's label lies on its tape; knee and ankle have theirs on the side away from the cord.
  const label: [number, number] =
    joint === 'hip'
      ? [from[0] + dx * 0.55, from[1] + dy * 0.55 - 17 * cm]
      : [from[0] - Math.sign(dx || 1) * 38 * cm, from[1] - (joint === 'knee' ? 12 * cm : 16 * cm)];
  const wide = (said.length * 7.4 + 14) * cm;
  return (
    <g pointerEvents="none">
      <path
        d={`M${from[0] + nx} ${from[1] + ny}L${to[0] + nx} ${to[1] + ny}L${to[0] - nx} ${to[1] - ny}L${from[0] - nx} ${from[1] - ny}Z`}
        fill="var(--tape)"
        stroke="var(--brass-dark)"
        strokeWidth={cm}
      />
      {Array.from({ length: ticks }, (_, i) => {
        const part = ((i + 1) * 2.5) / length;
        const [x, y] = [from[0] + dx * part, from[1] + dy * part];
        const deep = i % 2 === 1 ? 1 : 0.55;
        return <path key={i} d={`M${x + nx} ${y + ny}l${-nx * deep} ${-ny * deep}`} stroke="var(--tape-ink)" strokeWidth={cm} />;
      })}
      <circle cx={from[0]} cy={from[1]} r={7 * cm} fill="var(--paper)" stroke="var(--brass-dark)" strokeWidth={2.5 * cm} />
      <circle cx={from[0]} cy={from[1]} r={2.4 * cm} fill="var(--ink)" />
      <rect
        x={label[0] - wide / 2}
        y={label[1] - 10 * cm}
        width={wide}
        height={20 * cm}
        rx={4 * cm}
        fill="var(--paper)"
        stroke="var(--brass)"
        strokeWidth={1.2 * cm}
      />
      <text x={label[0]} y={label[1] + 4.6 * cm} textAnchor="middle" fontSize={13 * cm} fontWeight="600" fill="var(--ink)">
        {said}
      </text>
    </g>
  );
}

function Box({ x, width, height }: { x: number; width: number; height: number }) {
  return (
    <rect x={x} y={-height} width={width} height={height} fill="var(--timber)" stroke="var(--timber-dark)" strokeWidth="0.700" />
  );
}

function Weight({ at: [x, y], unit }: { at: [number, number]; unit: number }) {
  return (
    <g stroke="var(--paper)" strokeWidth={0.8 * unit}>
      <circle cx={x} cy={y} r={7 * unit} fill="var(--plate)" />
      <circle cx={x} cy={y} r={2 * unit} fill="var(--steel)" />
    </g>
  );
}

/** A sole seen from above, heel to the left. */
function Print({ x, y, length, cm }: { x: number; y: number; length: number; cm: number }) {
  const X = (part: number) => x + part * length;
  const h = length * 0.115;
  return (
    <g fill="var(--ground-deep)" stroke="var(--edge)" strokeWidth={1.2 * cm}>
      <path
        d={[
          `M${X(0)} ${y}`,
          `C${X(0)} ${y - h} ${X(0.2)} ${y - h} ${X(0.36)} ${y - h * 0.72}`,
          `C${X(0.5)} ${y - h * 0.5} ${X(0.55)} ${y - h * 1.05} ${X(0.76)} ${y - h * 1.15}`,
          `C${X(0.98)} ${y - h * 1.2} ${X(1.02)} ${y - h * 0.2} ${X(1)} ${y + h * 0.25}`,
          `C${X(0.98)} ${y + h * 0.95} ${X(0.8)} ${y + h * 1.1} ${X(0.66)} ${y + h}`,
          `C${X(0.5)} ${y + h * 0.88} ${X(0.36)} ${y + h * 0.8} ${X(0.24)} ${y + h * 0.85}`,
          `C${X(0.08)} ${y + h * 0.9} ${X(0)} ${y + h * 0.7} ${X(0)} ${y}Z`,
        ].join('')}
      />
      {PRESSES.map((p) => (
        <path key={p.word} d={`M${X(p.at)} ${y - h * 0.6}V${y + h * 0.6}`} strokeDasharray={`${2 * cm} ${3 * cm}`} fill="none" />
      ))}
    </g>
  );
}

function Knob({
  name,
  x,
  y,
  cm,
  sole,
  pressure,
  onPress,
}: {
  name: string;
  x: number;
  y: number;
  cm: number;
  sole: number;
  pressure: number;
  onPress: ((at: number) => void) | null;
}) {
  const from = useRef(pressure);
  const set = (at: number) => onPress?.(Math.round(Math.min(0.9, Math.max(0.05, at)) * 100) / 100);
  const bind = useDrag(
    ({ movement: [dx], first }) => {
      if (first) from.current = pressure;
      set(from.current + (dx * cm) / sole);
    },
    { enabled: onPress !== null, pointer: { touch: true }, filterTaps: true },
  );
  const brass = (
    <>
      <circle cx={x} cy={y} r={24 * cm} fill="transparent" />
      <circle cx={x} cy={y} r={12.5 * cm} fill="var(--brass)" stroke="var(--brass-dark)" strokeWidth={2 * cm} className="ring" />
      <path
        d={`M${x - 3 * cm} ${y - 5 * cm}v${10 * cm}M${x + 3 * cm} ${y - 5 * cm}v${10 * cm}`}
        stroke="var(--brass-dark)"
        strokeWidth={1.8 * cm}
      />
    </>
  );
  if (!onPress) return <g opacity="0.75">{brass}</g>;
  const near = PRESSES.reduce((a, b) => (Math.abs(b.at - pressure) < Math.abs(a.at - pressure) ? b : a));
  return (
    <g
      {...bind()}
      role="slider"
      tabIndex={0}
      aria-label={`${name}: where the front foot presses`}
      aria-valuemin={5}
      aria-valuemax={90}
      aria-valuenow={Math.round(pressure * 100)}
      aria-valuetext={`${Math.round(pressure * 100)} % from the heel, by the ${near.word}`}
      onKeyDown={(e) => {
        const to = {
          ArrowLeft: pressure - 0.02,
          ArrowRight: pressure + 0.02,
          ArrowDown: pressure - 0.02,
          ArrowUp: pressure + 0.02,
          PageDown: PRESSES.findLast((p) => p.at < pressure - 0.005)?.at ?? 0.1,
          PageUp: PRESSES.find((p) => p.at > pressure + 0.005)?.at ?? 0.72,
          Home: 0.1,
          End: 0.72,
        }[e.key];
        if (to === undefined) return;
        e.preventDefault();
        e.stopPropagation();
        set(to);
      }}
      className="cursor-grab touch-none outline-none [&:focus-visible>.ring]:stroke-ink"
    >
      {brass}
    </g>
  );
}

import { useId } from 'react';
import type { Side } from '@/ui/SidePlate';
import { edges, type GaugeSize, gaugeLine, type Shown, within } from './gauge';
import { Brass } from './metal';

const HEIGHT: Record<GaugeSize, number> = { row: 34, panel: 84, bench: 170 };
const END = 14;
const PER_DEGREE = 4.1;
const MIDDLE = { x: 100, y: 44 };

/**
 * The spirit level, the instrument of the pelvis, seen as from behind: a wooden level laid across the two hip points. The
 * solid foot is the working side. When the free side drops the level tips with it and the bubble runs to the working side.
 */
export function SpiritLevel({ gauge, side, size = 'panel' }: { gauge: Shown | null; side: Side; size?: GaugeSize }) {
  const metal = useId();
  const plain = size === 'row';
  // + is the free side lower: seen from behind, the right end when the left leg works.
  const down = side === 'left' ? 1 : -1;
  const value = within(gauge?.value ?? 0, -END, END);
  const x = (degrees: number) => MIDDLE.x - down * within(degrees, -END, END) * PER_DEGREE;
  const [low, high] = gauge ? edges(gauge, END) : [-5, 5];
  const colour = gaugeLine(gauge);
  const working = side === 'left' ? 22 : 178;
  const free = 200 - working;
  return (
    <svg
      viewBox="0 0 200 88"
      height={HEIGHT[size]}
      width={(HEIGHT[size] * 200) / 88}
      aria-hidden="true"
      className="shrink-0 overflow-visible"
    >
      <Brass id={metal} />
      {!plain && <path d="M4 44H196" stroke="var(--edge)" strokeWidth="1" strokeDasharray="3 4" />}
      <g transform={`rotate(${down * value} ${MIDDLE.x} ${MIDDLE.y})`}>
        <rect x="8" y="26" width="184" height="36" rx="6" fill="var(--timber)" stroke="var(--timber-dark)" strokeWidth="1.4" />
        {!plain && (
          <path
            d="M36 33.500C64 31 78 35 100 33s46-1 66 1M34 55c26 2 44-1 62 .5s48 2 70-1"
            fill="none"
            stroke="var(--timber-dark)"
            strokeWidth="0.8"
            opacity="0.55"
          />
        )}
        <path
          d="M8 32a6 6 0 0 1 6-6h12v36H14a6 6 0 0 1-6-6zM192 32a6 6 0 0 0-6-6h-12v36h12a6 6 0 0 0 6-6z"
          fill={`url(#${metal})`}
        />
        <rect x="36" y="32" width="128" height="24" rx="12" fill="var(--vial)" stroke="var(--bob-edge)" strokeWidth="1.600" />
        {gauge && (
          <rect
            x={Math.min(x(low), x(high))}
            y="33"
            width={Math.abs(x(high) - x(low))}
            height="22"
            fill="var(--band)"
            opacity="0.9"
          />
        )}
        {gauge && (
          <path
            d={`M${x(gauge.value - gauge.reach)} 44H${x(gauge.value + gauge.reach)}`}
            stroke={colour}
            strokeWidth={plain ? 7 : 5}
            opacity="0.4"
            strokeLinecap="round"
          />
        )}
        {gauge && (
          <ellipse
            cx={x(value)}
            cy="43"
            rx={plain ? 12 : 11}
            ry="8.500"
            fill="var(--paper)"
            stroke={colour}
            strokeWidth={plain ? 4.5 : 2.8}
          />
        )}
        {gauge && !plain && (
          <path
            d={`M${x(value) - 5} 38.500q3-2 7-1.500`}
            fill="none"
            stroke={colour}
            strokeWidth="1.200"
            opacity="0.6"
            strokeLinecap="round"
          />
        )}
        {[low, high].map((edge, i) =>
          gauge && (i === 0 ? gauge.low : gauge.high) === null ? null : (
            <path key={edge} d={`M${x(edge)} 31V57`} stroke="var(--vial-ink)" strokeWidth={plain ? 4 : 2.2} />
          ),
        )}
        <g strokeWidth={plain ? 3.4 : 2}>
          <circle cx={working} cy="68" r="6" fill="var(--ink)" stroke="var(--ink)" />
          <circle cx={free} cy="68" r="6" fill="var(--paper)" stroke="var(--ink)" />
        </g>
      </g>
    </svg>
  );
}

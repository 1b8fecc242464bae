import { useId } from 'react';
import type { Side } from '@/ui/SidePlate';
import { edges, type GaugeSize, gaugeLine, type Shown, within } from './gauge';
import { Steel } from './metal';

const HEIGHT: Record<GaugeSize, number> = { row: 48, panel: 112, bench: 260 };
const PER_CM = 7.6;
const END = 6.4;
const MIDDLE = 62;

/**
 * The rail, the instrument of the knee, seen from above: the foot points up the page, two steel rails run along it at the
 * edges of the band, and a carriage on a cross-bar stands where the knee is. Between the rails it runs true. The left
 * foot's inner side is to the right and the right foot's to the left, as the client's own feet lie.
 */
export function Rail({ gauge, side, size = 'panel' }: { gauge: Shown | null; side: Side; size?: GaugeSize }) {
  const metal = useId();
  const plain = size === 'row';
  const inward = side === 'left' ? 1 : -1;
  const x = (cm: number) => MIDDLE + inward * within(cm, -END, END) * PER_CM;
  const [low, high] = gauge ? edges(gauge, END) : [-3, 3];
  const colour = gaugeLine(gauge);
  const knee = x(gauge?.value ?? 0);
  return (
    <svg viewBox="0 0 124 132" height={HEIGHT[size]} width={(HEIGHT[size] * 124) / 132} aria-hidden="true" className="shrink-0">
      <Steel id={metal} />
      <g transform={side === 'left' ? `translate(${2 * MIDDLE} 0) scale(-1 1)` : undefined}>
        <path
          d="M60 127c-9 0-14-6-13.500-14.500.5-9 4-16 2.500-27-1-8-4-15-3.500-25C46 47 52 38 60 38c5 0 8 2.500 10.500 7C74 51 77.500 58 77.500 67c0 12-5 20-5.500 31-.2 6 2.500 10 2 16-.7 8-5.500 13-14 13z"
          fill="var(--ground-deep)"
          stroke="var(--edge)"
          strokeWidth={plain ? 2 : 1.2}
        />
        {!plain && (
          <g fill="var(--ground-deep)" stroke="var(--edge)" strokeWidth="1.1">
            <ellipse cx="52" cy="31" rx="6.300" ry="7.600" />
            <ellipse cx="62.500" cy="29.500" rx="4.200" ry="5.400" />
            <ellipse cx="70" cy="33.500" rx="3.500" ry="4.600" />
            <ellipse cx="75.500" cy="39.500" rx="3" ry="3.900" />
            <ellipse cx="79.300" cy="46.500" rx="2.600" ry="3.300" />
          </g>
        )}
      </g>
      {gauge && <path d={`M${x(low)} 14H${x(high)}V122H${x(low)}Z`} fill="var(--band)" />}
      {[low, high].map((edge, i) =>
        gauge && (i === 0 ? gauge.low : gauge.high) === null ? null : (
          <g key={edge}>
            <path d={`M${x(edge)} 12V124`} stroke="var(--steel-dark)" strokeWidth={plain ? 5.5 : 4.6} strokeLinecap="round" />
            <path d={`M${x(edge)} 13V123`} stroke="var(--steel-light)" strokeWidth={plain ? 2 : 1.5} strokeLinecap="round" />
            {!plain && [22, 114].map((y) => <circle key={y} cx={x(edge)} cy={y} r="1.500" fill="var(--steel-dark)" />)}
          </g>
        ),
      )}
      <g>
        {gauge && (
          <rect
            x={Math.min(x(gauge.value - gauge.reach), x(gauge.value + gauge.reach))}
            y="56"
            width={Math.max(1, Math.abs(x(gauge.value + gauge.reach) - x(gauge.value - gauge.reach)))}
            height="26"
            rx="3"
            fill={colour}
            opacity="0.22"
          />
        )}
        <rect
          x="8"
          y="65"
          width="108"
          height={plain ? 9 : 8}
          rx="2.500"
          fill={`url(#${metal})`}
          stroke="var(--steel-dark)"
          strokeWidth="0.8"
        />
        {!plain &&
          [-6, -5, -4, -3, -2, -1, 0, 1, 2, 3, 4, 5, 6].map((cm) => (
            <path
              key={cm}
              d={`M${MIDDLE + cm * PER_CM} ${cm % 3 === 0 ? 67 : 69.5}V73`}
              stroke="var(--steel-ink)"
              strokeWidth="0.9"
            />
          ))}
        {gauge && (
          <>
            <rect
              x={knee - 10}
              y="60"
              width="20"
              height="18"
              rx="4.500"
              fill="var(--paper)"
              stroke={colour}
              strokeWidth={plain ? 4.5 : 3}
            />
            <path d={`M${knee} 62.500V75.500`} stroke={colour} strokeWidth={plain ? 4 : 2.4} strokeLinecap="round" />
          </>
        )}
      </g>
    </svg>
  );
}

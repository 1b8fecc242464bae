import { useId } from 'react';
import { edges, type GaugeSize, gaugeLine, type Shown, within } from './gauge';
import { Brass } from './metal';

const HEIGHT: Record<GaugeSize, number> = { row: 48, panel: 112, bench: 260 };
const END = 48;
const FOOT = { x: 52, y: 118 };
const SHIN = 84;

/**
 * The plumb line, the instrument of the shin: a brass bob on a string over the ankle, the shin leaning beside it, the
 * accepted wedge behind. Forward is to the right on both sides, so that left and right can be laid over each other.
 */
export function PlumbLine({ gauge, size = 'panel' }: { gauge: Shown | null; size?: GaugeSize }) {
  const metal = useId();
  const plain = size === 'row';
  const at = (degrees: number, r: number) => {
    const a = (within(degrees, -END, END) * Math.PI) / 180;
    return { x: FOOT.x + Math.sin(a) * r, y: FOOT.y - Math.cos(a) * r };
  };
  const xy = (p: { x: number; y: number }) => `${p.x.toFixed(2)} ${p.y.toFixed(2)}`;
  const fan = (from: number, to: number, inner: number, outer: number) =>
    `M${xy(at(from, inner))}L${xy(at(from, outer))}A${outer} ${outer} 0 0 1 ${xy(at(to, outer))}L${xy(at(to, inner))}A${inner} ${inner} 0 0 0 ${xy(at(from, inner))}Z`;
  const [low, high] = gauge ? edges(gauge, END) : [0, 0];
  const colour = gaugeLine(gauge);
  const knee = at(gauge?.value ?? 0, SHIN);
  return (
    <svg
      viewBox={plain ? '22 2 90 128' : '0 0 124 132'}
      height={HEIGHT[size]}
      width={HEIGHT[size] * (plain ? 90 / 128 : 124 / 132)}
      aria-hidden="true"
      className="shrink-0"
    >
      <Brass id={metal} />
      {gauge && (
        <>
          <path d={fan(low, high, 30, 96)} fill="var(--band)" />
          {gauge.low !== null && <path d={`M${xy(at(low, 30))}L${xy(at(low, 96))}`} className="band-edge" />}
          {gauge.high !== null && <path d={`M${xy(at(high, 30))}L${xy(at(high, 96))}`} className="band-edge" />}
          <path d={fan(gauge.value - gauge.reach, gauge.value + gauge.reach, 22, SHIN + 4)} fill={colour} opacity="0.2" />
        </>
      )}
      {!plain && <path d="M36 4h32v5H36zM60 9v3" fill="var(--timber)" stroke="var(--timber)" strokeWidth="1.5" />}
      <path d={`M52 ${plain ? 6 : 9}V88`} stroke="var(--brass)" strokeWidth={plain ? 2.6 : 1.7} />
      {gauge && (
        <g>
          <path d={`M${FOOT.x} ${FOOT.y}L${xy(knee)}`} stroke="var(--paper)" strokeWidth={plain ? 10 : 9} strokeLinecap="round" />
          <path d={`M${FOOT.x} ${FOOT.y}L${xy(knee)}`} stroke={colour} strokeWidth={plain ? 7 : 5.5} strokeLinecap="round" />
          <circle
            cx={knee.x}
            cy={knee.y}
            r={plain ? 8 : 6.6}
            fill="var(--paper)"
            stroke={colour}
            strokeWidth={plain ? 4.5 : 3.2}
          />
        </g>
      )}
      <Bob metal={metal} />
      {!plain && (
        <path
          d="M41 116c-3 0-5 3-5 8v3.500h52c2-3-1-6.500-7-7.500-8-1.500-15-2.500-21-6-4-2-8-2-11 0z"
          fill="var(--ground-deep)"
          stroke="var(--edge)"
          strokeWidth="1.2"
        />
      )}
      <circle cx={FOOT.x} cy={FOOT.y} r={plain ? 4.5 : 3.4} fill="var(--paper)" stroke="var(--ink)" strokeWidth="2" />
      <path d="M14 128.500h96" stroke="var(--edge)" strokeWidth="2" strokeLinecap="round" />
    </svg>
  );
}

/** Cap, neck, turned body and steel point. */
function Bob({ metal }: { metal: string }) {
  return (
    <g stroke="var(--bob-edge)" strokeWidth="0.8" strokeLinejoin="round">
      <path d="M49.500 84h5v3h-5z" fill={`url(#${metal})`} />
      <path
        d="M46.500 87h11c1.600 1 2 3 1.400 5-1.300 4.500-3.400 9-5.200 13h-3.400c-1.800-4-3.900-8.500-5.200-13-.6-2-.2-4 1.400-5z"
        fill={`url(#${metal})`}
      />
      <path d="M50.300 105h3.400L52 112z" fill="var(--steel)" />
    </g>
  );
}

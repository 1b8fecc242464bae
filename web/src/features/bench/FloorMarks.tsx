import type { Schema } from '@/api/client';

/** A left sole in its own length: heel at 0, toe tip at 1, the big toe to the right. */
const SOLE =
  'M.5 0C.2 -.02 .02 .06 .0 .2C-.02 .34 .06 .46 .04 .62C.0 .82 .2 1 .52 1C.84 1 1 .88 1 .7C1 .52 .88 .42 .9 .26C.92 .08 .78 .02 .5 0Z';
const WIDE = 0.36;

/**
 * The floor from above, to scale, ahead is up: the foot that stays trodden dark, the other where it goes, and a brass tape
 * between what the tape is held to.
 */
export function FloorMarks({
  view,
  way,
  front,
}: {
  view: Schema['ReachView'];
  way: Schema['ReachWay'];
  /** The working leg. */
  front: Schema['BodySide'];
}) {
  const L = view.sizes.footCm;
  // The other foot stands on its own side of the working one: to the right of a working left.
  const out = front === 'left' ? 1 : -1;
  const heel = 0.25 * L;
  const turned = way === 'open';
  const workingStays = way === 'behind' || way === 'open' || way === 'slide';
  // Screen: right is +, ahead is up.
  const working: [number, number] = [0, heel];
  const along = (view.directionDegrees * Math.PI) / 180;
  const across = way === 'behind' || way === 'across' ? -1 : 1;
  const tapeFrom = working;
  const tapeTo: [number, number] = [
    tapeFrom[0] + out * across * view.tapeCm * Math.sin(along),
    tapeFrom[1] + view.tapeCm * Math.cos(along),
  ];
  // The tape ends at the toe tip of a foot that reaches on its ball, else at its heel.
  const otherHeel: [number, number] = way === 'behind' || way === 'slide' ? [tapeTo[0], tapeTo[1] + L] : tapeTo;
  const xs = [working[0], otherHeel[0], tapeTo[0]];
  const ys = [working[1], otherHeel[1], tapeTo[1], working[1] - L, otherHeel[1] - L];
  const pad = 26;
  const left = Math.min(...xs) - pad - L * 0.2;
  const right = Math.max(...xs) + pad + L * (turned ? 1 : 0.2);
  const top = Math.min(...ys) - pad;
  const bottom = Math.max(...ys) + pad;
  const middle: [number, number] = [(tapeFrom[0] + tapeTo[0]) / 2, (tapeFrom[1] + tapeTo[1]) / 2];
  const angle = (Math.atan2(tapeTo[1] - tapeFrom[1], tapeTo[0] - tapeFrom[0]) * 180) / Math.PI;
  const upright = Math.abs(angle) > 90 ? angle + 180 : angle;
  const said = view.card[0]?.value ?? '';
  // The label lies on the side of the tape that no foot is on.
  const under = way === 'across';
  const foot = (at: [number, number], isLeft: boolean, turn: number, fill: string, stays: boolean) => (
    <g transform={`translate(${at[0]} ${at[1]}) rotate(${turn})`}>
      <path
        d={SOLE}
        transform={`scale(${(isLeft ? 1 : -1) * WIDE * L} ${-L}) translate(-.5 0)`}
        fill={fill}
        stroke="var(--ink)"
        strokeWidth="1.4"
        strokeDasharray={stays ? undefined : '3 2.4'}
        vectorEffect="non-scaling-stroke"
      />
    </g>
  );
  const sideOf = (working: boolean) => (working === (front === 'left') ? 'L' : 'R');
  const letter = (at: [number, number], text: string, stays: boolean) => (
    <text
      x={at[0]}
      y={at[1] - L * 0.5 + 3}
      textAnchor="middle"
      fontSize="9"
      fontWeight="700"
      fill={stays ? 'var(--paper)' : 'var(--ink)'}
    >
      {text}
    </text>
  );
  return (
    <svg
      viewBox={`${left} ${top} ${right - left} ${bottom - top}`}
      className="block h-full w-full bg-ground/60"
      role="img"
      aria-label={`The floor from above: ${view.card[0]?.name.toLowerCase()} ${said}`}
      data-marks
    >
      {/* Straight ahead and straight back of the foot that stays. */}
      <path d={`M0 ${top}V${bottom}`} stroke="var(--hair)" strokeWidth="0.8" strokeDasharray="2 3" />
      {foot(working, front === 'left', 0, workingStays ? 'var(--slate)' : 'var(--paper)', workingStays)}
      {foot(otherHeel, front !== 'left', turned ? out * 90 : 0, workingStays ? 'var(--paper)' : 'var(--slate)', !workingStays)}
      {letter(working, sideOf(true), workingStays)}
      {!turned && letter(otherHeel, sideOf(false), !workingStays)}
      <g transform={`translate(${middle[0]} ${middle[1]}) rotate(${upright})`}>
        <rect
          x={-view.tapeCm / 2}
          y="-3.4"
          width={view.tapeCm}
          height="6.8"
          rx="1"
          fill="var(--tape)"
          stroke="var(--timber-dark)"
          strokeWidth="0.5"
        />
        {Array.from({ length: Math.max(0, Math.floor(view.tapeCm / 10)) }, (_, n) => (
          <path
            key={n}
            d={`M${-view.tapeCm / 2 + (n + 1) * 10} -3.4v${(n + 1) % 5 === 0 ? 4 : 2.4}`}
            stroke="var(--tape-ink)"
            strokeWidth="0.5"
          />
        ))}
        <g transform={under ? 'translate(0 20)' : undefined}>
          <rect x="-15" y="-15.5" width="30" height="11" rx="2.5" fill="var(--paper)" stroke="var(--hair)" strokeWidth="0.6" />
          <text y="-7" textAnchor="middle" fontSize="8.5" className="figure" fill="var(--ink)">
            {said}
          </text>
        </g>
      </g>
      <circle cx={tapeTo[0]} cy={tapeTo[1]} r="2.4" fill="var(--brass)" stroke="var(--ink)" strokeWidth="0.6" />
      <circle cx={tapeFrom[0]} cy={tapeFrom[1]} r="2.4" fill="var(--brass)" stroke="var(--ink)" strokeWidth="0.6" />
    </svg>
  );
}

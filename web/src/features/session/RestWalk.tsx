import type { ReactNode } from 'react';
import { type Side, sideWord } from '@/ui/SidePlate';
import { Print } from '@/ui/StrideLine';
import { useWidth } from '@/ui/useWidth';
import { type Rest, restLeft } from './run';
import { useNow } from './useNow';

export const clockWords = (seconds: number) => {
  const whole = Math.ceil(seconds);
  return `${Math.floor(whole / 60)}:${String(whole % 60).padStart(2, '0')}`;
};

/** The letter of a side, or both where they take turns or work at once. */
export function BigPlate({ side, size }: { side: Side | null; size: number }) {
  return (
    <svg
      width={size}
      height={size}
      viewBox="0 0 100 100"
      role="img"
      aria-label={side ? `${sideWord(side)} side` : 'both sides'}
      className="shrink-0"
    >
      <rect width="100" height="100" rx="18" fill="var(--plate)" />
      <text x="50" y={side ? 72 : 64} textAnchor="middle" fontSize={side ? 62 : 40} className="figure" fill="var(--plate-ink)">
        {side === 'left' ? 'L' : side === 'right' ? 'R' : 'L R'}
      </text>
    </svg>
  );
}

/** A rest is walked: one print each few seconds up to the stake of the side that comes next. */
export function RestWalk({ rest, next, children }: { rest: Rest; next: Side | null; children?: ReactNode }) {
  const now = useNow(200);
  const [box, width] = useWidth<HTMLDivElement>(390);
  const left = restLeft(rest, now);
  const prints = Math.max(4, Math.min(12, Math.round(rest.seconds / 5)));
  const gone = rest.seconds - left;
  const at = Math.min(prints, Math.floor((gone / rest.seconds) * prints + 1e-6));
  const big = width > 600;
  const [high, grow] = big ? [150, 1.55] : [92, 1];
  const end = width - 92 * grow;
  const x = (i: number) => 24 * grow + 4 + ((end - 40 * grow) * i) / Math.max(1, prints - 1);
  return (
    <div ref={box} className="relative" data-rest={Math.ceil(left)}>
      <p className="flex items-baseline gap-3 px-5">
        <span
          className="figure text-poster leading-[0.84] md:text-hall md:[@media(max-height:900px)]:text-poster [@media(max-height:760px)]:text-wall max-[360px]:text-card"
          role="timer"
        >
          {clockWords(left)}
        </span>
      </p>
      <p className="mt-1 flex items-center justify-between gap-2 px-5 text-lead text-soft">
        {left > 0 ? `rest, of ${clockWords(rest.seconds)}` : 'rested'}
        {children}
      </p>
      <svg width={width} height={high} viewBox={`0 0 ${width} ${high}`} className="mt-1 block" aria-hidden="true">
        <path
          d={`M0 ${high * 0.22}Q${width * 0.2} ${high * 0.1} ${width * 0.4} ${high * 0.2}T${width * 0.75} ${high * 0.16}T${width} ${high * 0.22}V${high * 0.87}Q${width * 0.8} ${high * 0.98} ${width * 0.55} ${high * 0.9}T${width * 0.2} ${high * 0.94}T0 ${high * 0.87}Z`}
          fill="var(--trail)"
        />
        {Array.from({ length: prints }, (_, i) => i).map((i) => (
          <g
            key={i}
            transform={`translate(${x(i).toFixed(1)} ${high * (i % 2 === 0 ? 0.39 : 0.7)}) scale(${(prints > 9 ? 0.56 : 0.72) * grow})`}
          >
            <Print state={i < at ? 'done' : i === at ? 'here' : 'ahead'} />
          </g>
        ))}
        <path
          d={`M${width - 44 * grow} ${high * 0.44}V${high - 10}`}
          stroke="var(--brass)"
          strokeWidth="6"
          strokeLinecap="round"
        />
        <path d={`M${width - 44 * grow - 12} ${high - 10}h24`} stroke="var(--brass-dark)" strokeWidth="4" strokeLinecap="round" />
      </svg>
      <span className="absolute" style={{ right: 44 * grow - 28 * grow, bottom: high * 0.52 }}>
        <BigPlate side={next} size={56 * grow} />
      </span>
    </div>
  );
}

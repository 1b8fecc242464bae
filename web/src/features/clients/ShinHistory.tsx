import type { Schema } from '@/api/client';
import { day } from '@/app/dates';
import { gaugeOf } from '@/ui/instruments/gauge';
import { PlumbLine } from '@/ui/instruments/PlumbLine';
import { standing } from '@/ui/results';
import { SIDES, type Side, SidePlate } from '@/ui/SidePlate';
import { type Result, resultLine, verdictWord } from '@/ui/verdict';

type Check = Schema['CheckView'];

type Reading = Result & { value: number; reach: number };

/** A shin's number on a visit; one that was only seen has none to draw. */
const numbered = (r: Result | null | undefined): Reading | null => (r?.value != null && r.reach !== null ? (r as Reading) : null);
const shin = (look: Check['look'], side: Side) => numbered(standing(look, 'front-shin', side));

const WIDTH = 460;
const HEIGHT = 168;
const PAD = { left: 44, right: 56, top: 14, bottom: 26 };

/**
 * Both shins over visits, one strip a side, left above right. The strip of each visit carries the band it was judged by,
 * so a change of school shows as a step in the band; the bar through a reading is its error.
 */
export function ShinHistory({ checks, schoolName }: { checks: Check[]; schoolName: string }) {
  return (
    <figure>
      <figcaption className="mb-2 flex items-baseline justify-between gap-4">
        <h2 className="say text-[21px]">Front shin at the bottom</h2>
        <span className="text-[13.5px] text-soft">{schoolName}; bars show the error</span>
      </figcaption>
      <div className="grid gap-2.5">
        {SIDES.map((side) => (
          <Strip key={side} side={side} checks={checks} />
        ))}
      </div>
    </figure>
  );
}

function Strip({ side, checks }: { side: Side; checks: Check[] }) {
  const visits = checks.map((c) => ({
    at: c.at,
    reading: shin(c.look, side),
    after: numbered(c.trials.findLast((t) => t.side === side && t.measureId === 'front-shin' && t.outcome === 'helped')?.after),
  }));
  const values = checks.flatMap((c) => SIDES.flatMap((s) => [shin(c.look, s)?.value ?? 0].flatMap((v) => [v + 4, v - 4])));
  const [low, high] = [Math.min(-8, ...values), Math.max(20, ...values)];
  const y = (degrees: number) => PAD.top + ((high - degrees) / (high - low)) * (HEIGHT - PAD.top - PAD.bottom);
  const inner = WIDTH - PAD.left - PAD.right;
  const slot = inner / Math.max(visits.length, 1);
  const x = (i: number) => PAD.left + slot * (i + 0.5);
  const ticks = [-10, 0, 10, 20, 30, 40].filter((t) => t >= low && t <= high);
  const last = visits.findLast((v) => v.reading)?.reading;
  return (
    <div className="grid grid-cols-[auto_minmax(0,1fr)] items-center gap-1 rounded-2xl bg-paper p-2.5 sm:p-3">
      <span className="flex flex-col items-start">
        <SidePlate side={side} />
        <span className="-mt-3 ml-2 max-sm:hidden">
          <PlumbLine gauge={gaugeOf(last)} />
        </span>
      </span>
      <svg viewBox={`0 0 ${WIDTH} ${HEIGHT}`} className="block w-full" role="img" aria-label={describe(side, visits)}>
        {visits.map(({ at, reading }, i) => {
          if (!reading) return null;
          if (!reading.band) return null;
          const { lower, upper } = reading.band;
          const top = upper === null ? PAD.top : Math.max(PAD.top, y(upper));
          const bottom = lower === null ? HEIGHT - PAD.bottom : Math.min(HEIGHT - PAD.bottom, y(lower));
          return <rect key={at} x={PAD.left + slot * i} y={top} width={slot} height={bottom - top} fill="var(--pine-wash)" />;
        })}
        {ticks.map((t) => (
          <g key={t}>
            <path
              d={`M${PAD.left} ${y(t)}H${WIDTH - PAD.right}`}
              stroke={t === 0 ? 'var(--brass)' : 'var(--hair)'}
              strokeWidth={t === 0 ? 1.6 : 1}
            />
            <text x={PAD.left - 8} y={y(t) + 4} textAnchor="end" fontSize="12.5" fill="var(--ink-soft)">
              {t === 0 ? 'plumb' : `${t}°`.replace('-', '−')}
            </text>
          </g>
        ))}
        <path
          d={visits
            .flatMap((v, i) => (v.reading ? [`${x(i)} ${y(v.reading.value)}`] : []))
            .reduce((d, p) => (d ? `${d}L${p}` : `M${p}`), '')}
          fill="none"
          stroke="var(--edge)"
          strokeWidth="1.5"
        />
        {visits.map(({ at, reading, after }, i) =>
          reading ? (
            <g key={at}>
              <path
                d={`M${x(i)} ${y(reading.value - reading.reach)}V${y(reading.value + reading.reach)}`}
                stroke={resultLine(reading)}
                strokeWidth="2"
              />
              <Dot x={x(i)} y={y(reading.value)} reading={reading} />
              {after && (
                <>
                  <path
                    d={`M${x(i)} ${y(reading.value)}L${x(i) + 20} ${y(after.value)}`}
                    stroke="var(--edge)"
                    strokeDasharray="2 3"
                  />
                  <circle
                    cx={x(i) + 20}
                    cy={y(after.value)}
                    r="4"
                    fill="var(--paper)"
                    stroke={resultLine(after)}
                    strokeWidth="2"
                  />
                </>
              )}
              <text x={x(i)} y={HEIGHT - 7} textAnchor="middle" fontSize="12.5" fill="var(--ink-soft)">
                {day(at)}
              </text>
            </g>
          ) : null,
        )}
        {last && (
          <text x={WIDTH - PAD.right + 10} y={y(last.value) + 8} fontSize="25" className="figure" fill="var(--ink)">
            {last.text}
          </text>
        )}
      </svg>
    </div>
  );
}

/** In band a full dot, outside a diamond, too close to call a ring. */
function Dot({ x, y, reading }: { x: number; y: number; reading: Reading }) {
  const colour = resultLine(reading);
  const { verdict } = reading;
  if (verdict === 'outside') return <path d={`M${x} ${y - 7}L${x + 7} ${y}L${x} ${y + 7}L${x - 7} ${y}Z`} fill={colour} />;
  if (verdict === 'tooCloseToCall') return <circle cx={x} cy={y} r="5" fill="var(--paper)" stroke={colour} strokeWidth="3" />;
  return <circle cx={x} cy={y} r="5.5" fill={colour} />;
}

const describe = (side: Side, visits: { at: string; reading: Reading | null }[]) =>
  `${side === 'left' ? 'Left' : 'Right'} front shin: ${visits
    .map((v) =>
      v.reading
        ? `${day(v.at)} ${v.reading.words} ${v.reading.reachText}, ${v.reading.verdict ? verdictWord[v.reading.verdict].toLowerCase() : 'noted'}`
        : '',
    )
    .filter(Boolean)
    .join('; ')}.`;

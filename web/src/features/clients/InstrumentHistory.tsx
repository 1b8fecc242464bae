import { useState } from 'react';
import type { Schema } from '@/api/client';
import { Choice } from '@/ui/Choice';
import { gaugeOf } from '@/ui/instruments/gauge';
import { PlumbLine } from '@/ui/instruments/PlumbLine';
import { Rail } from '@/ui/instruments/Rail';
import { SpiritLevel } from '@/ui/instruments/SpiritLevel';
import { standing } from '@/ui/results';
import { SIDES, type Side, SidePlate } from '@/ui/SidePlate';
import { useUnits } from '@/ui/useUnits';
import { useWidth } from '@/ui/useWidth';
import { day } from '@/words/dates';
import { type Result, resultLine, verdictWord } from '@/words/verdict';

type Check = Schema['PastCheckView'];

type Reading = Result & { value: number; reach: number };

/** A number on a visit; what was only seen has none to draw. */
const numbered = (r: Result | null | undefined): Reading | null => (r?.value != null && r.reach !== null ? (r as Reading) : null);

/** The measures that have an instrument, and how their histories are drawn. */
const instruments = {
  shin: { title: 'Front shin', ids: ['front-shin'], zero: 'plumb', unit: '°', least: [-8, 20], ticks: [-10, 0, 10, 20, 30, 40] },
  knee: {
    title: 'Knee over the foot',
    ids: ['knee-offset'],
    zero: 'rail',
    unit: 'length',
    least: [-4, 4],
    ticks: [-6, -3, 0, 3, 6, 9],
  },
  pelvis: {
    title: 'Pelvic level',
    ids: ['pelvic-level'],
    zero: 'level',
    unit: '°',
    least: [-8, 8],
    ticks: [-10, -5, 0, 5, 10, 15],
  },
} as const;
type Kind = keyof typeof instruments;
const KINDS: Kind[] = ['shin', 'knee', 'pelvis'];

const readingOf = (look: Check['look'], kind: Kind, side: Side) =>
  instruments[kind].ids.map((id) => numbered(standing(look, id, side))).find((r) => r !== null) ?? null;

/** Where the lines of an instrument that is read in inches lie. */
const INCHES = [-3, -2, -1, 0, 1, 2, 3, 4];

const HEIGHT = 168;
/** How wide the words of a day are, with the room between two. */
const DAY = 54;
const EDGES = { left: 44, right: 56, top: 14, bottom: 26 };
/** How wide a sign of the newest number is, at most. */
const SIGN = 13;

/** Whether what was wrong in the newest look has a history of numbers to be seen in. */
export function isDrawn(checks: Check[]) {
  const newest = checks.at(-1)?.look;
  if (!newest) return false;
  const { measureId } = newest.finding;
  const of = KINDS.filter((k) => !measureId || (instruments[k].ids as readonly string[]).includes(measureId));
  return of.some((kind) => SIDES.some((side) => readingOf(newest, kind, side)));
}

/**
 * One instrument over visits, one strip a side, left above right. The strip of each visit carries the band it was judged by,
 * so a change of school shows as a step in the band; the bar through a reading is its error.
 */
export function InstrumentHistory({ checks, schoolName }: { checks: Check[]; schoolName: string }) {
  const has = (kind: Kind) => checks.some((c) => SIDES.some((side) => readingOf(c.look, kind, side)));
  const there = KINDS.filter(has);
  // What was wrong last is what a coach wants to see first.
  const wrong = checks.at(-1)?.look.finding.measureId;
  const first = there.find((k) => (instruments[k].ids as readonly string[]).includes(wrong ?? '')) ?? there[0] ?? 'shin';
  const [kind, setKind] = useState<Kind>(first);
  if (there.length === 0) return null;
  const mine = checks.filter((c) => SIDES.some((side) => readingOf(c.look, kind, side)));
  return (
    <figure>
      <figcaption className="mb-2 flex flex-wrap items-center justify-between gap-x-4 gap-y-1">
        {there.length > 1 ? (
          <Choice
            label="Instrument"
            value={kind}
            options={there.map((k) => ({ value: k, text: instruments[k].title }))}
            onPick={setKind}
          />
        ) : (
          <h2 className="say text-head">{instruments[kind].title}</h2>
        )}
        <span className="text-small text-soft">{schoolName}; bars show the error</span>
      </figcaption>
      <div className="grid gap-2.5">
        {SIDES.map((side) => (
          <Strip key={side} side={side} checks={mine} kind={kind} />
        ))}
      </div>
    </figure>
  );
}

function Strip({ side, checks, kind }: { side: Side; checks: Check[]; kind: Kind }) {
  const { ids, least, zero, ...drawn } = instruments[kind];
  const { length } = useUnits();
  const inInches = drawn.unit === 'length' && length.name === 'in';
  const all: readonly number[] = inInches ? INCHES.map(length.to) : drawn.ticks;
  const tick = (kept: number) => (drawn.unit === 'length' ? `${length.from(kept)} ${length.name}` : `${kept}°`);
  const [svg, width] = useWidth<SVGSVGElement>(460);
  const visits = checks.map((c) => ({
    at: c.at,
    reading: readingOf(c.look, kind, side),
    after: numbered(
      c.trials.findLast((t) => t.side === side && (ids as readonly string[]).includes(t.measureId) && t.outcome === 'helped')
        ?.after,
    ),
  }));
  const values = checks.flatMap((c) =>
    SIDES.flatMap((s) => [readingOf(c.look, kind, s)?.value ?? 0].flatMap((v) => [v * 1.1 + 1, v * 1.1 - 1])),
  );
  const [low, high] = [Math.min(least[0], ...values), Math.max(least[1], ...values)];
  const last = visits.findLast((v) => v.reading)?.reading;
  // The newest number has its room, however many signs it takes in the studio's units.
  const pad = { ...EDGES, right: Math.max(EDGES.right, 14 + SIGN * (last?.text?.length ?? 0)) };
  const y = (value: number) => pad.top + ((high - value) / (high - low)) * (HEIGHT - pad.top - pad.bottom);
  const inner = width - pad.left - pad.right;
  const slot = inner / Math.max(visits.length, 1);
  // Where days stand closer than their words are wide, every second or third is named, counted from the last.
  const named = Math.ceil(DAY / slot);
  const x = (i: number) => pad.left + slot * (i + 0.5);
  const ticks = all.filter((t) => t >= low && t <= high);
  return (
    <div className="grid grid-cols-[auto_minmax(0,1fr)] items-center gap-1 rounded-2xl bg-paper p-2.5 sm:p-3">
      <span className="flex flex-col items-start">
        <SidePlate side={side} />
        <span className="-mt-3 ml-2 max-sm:hidden">
          {kind === 'shin' && <PlumbLine gauge={gaugeOf(last)} />}
          {kind === 'knee' && <Rail gauge={gaugeOf(last)} side={side} />}
          {kind === 'pelvis' && (
            <span className="mt-5 block">
              <SpiritLevel gauge={gaugeOf(last)} side={side} size="row" />
            </span>
          )}
        </span>
      </span>
      <svg
        ref={svg}
        viewBox={`0 0 ${width} ${HEIGHT}`}
        height={HEIGHT}
        className="block w-full"
        role="img"
        aria-label={describe(side, instruments[kind].title, visits)}
      >
        {visits.map(({ at, reading }, i) => {
          if (!reading) return null;
          if (!reading.band) return null;
          const { lower, upper } = reading.band;
          const top = upper === null ? pad.top : Math.max(pad.top, y(upper));
          const bottom = lower === null ? HEIGHT - pad.bottom : Math.min(HEIGHT - pad.bottom, y(lower));
          return <rect key={at} x={pad.left + slot * i} y={top} width={slot} height={bottom - top} fill="var(--pine-wash)" />;
        })}
        {ticks.map((t) => (
          <g key={t}>
            <path
              d={`M${pad.left} ${y(t)}H${width - pad.right}`}
              stroke={t === 0 ? 'var(--brass)' : 'var(--hair)'}
              strokeWidth={t === 0 ? 1.6 : 1}
            />
            <text x={pad.left - 8} y={y(t) + 4} textAnchor="end" fontSize="12.5" fill="var(--ink-soft)">
              {t === 0 ? zero : tick(t).replace('-', '−')}
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
              {(visits.length - 1 - i) % named === 0 && (
                <text x={x(i)} y={HEIGHT - 7} textAnchor="middle" fontSize="12.5" fill="var(--ink-soft)">
                  {day(at)}
                </text>
              )}
            </g>
          ) : null,
        )}
        {last && (
          <text x={width - pad.right + 10} y={y(last.value) + 8} fontSize="25" className="figure" fill="var(--ink)">
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

const describe = (side: Side, what: string, visits: { at: string; reading: Reading | null }[]) =>
  `${side === 'left' ? 'Left' : 'Right'} ${what.toLowerCase()}: ${visits
    .map((v) =>
      v.reading
        ? `${day(v.at)} ${v.reading.words} ${v.reading.reachText}, ${v.reading.verdict ? verdictWord[v.reading.verdict].toLowerCase() : 'noted'}`
        : '',
    )
    .filter(Boolean)
    .join('; ')}.`;

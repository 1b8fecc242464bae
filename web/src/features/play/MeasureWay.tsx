import type { Schema } from '@/api/client';
import { atPhase, type Played, type PlayedMeasure } from '@/clips/played';
import { SidePlate } from '@/ui/SidePlate';
import { useWidth } from '@/ui/useWidth';
import { nameIn, type Pair } from './pairs';

const HEIGHT = 196;
const TOP = 14;
/** The panel's own edge, both sides. */
const INSET = 24;

/**
 * A measure's way down and up between the two rails of its band: phase runs down the page, standing over the bottom to standing
 * again. The first picture's is a full line with how far its repetitions lie apart, the other's is dotted.
 */
export function MeasureWay({
  pair,
  measureId,
  phase,
  apart: between,
}: {
  pair: Pair;
  measureId: string;
  phase: number;
  /** How the two lie apart; null of one alone. */
  apart: Schema['ApartView'] | null;
}) {
  // Drawn as large as it stands there, so that its words are as large as those around it.
  const [paper, wide] = useWidth<HTMLElement>(240);
  const WIDTH = wide - INSET;
  const both = [pair.one, ...(pair.other ? [pair.other] : [])].flatMap((clip) => {
    const measure = clip.measures.find((m) => m.measureId === measureId);
    return measure ? [{ clip, measure }] : [];
  });
  const [first] = both;
  if (!first)
    return (
      <section aria-label="No measure" className="rounded-2xl bg-paper px-3 py-2.5 text-copy text-soft">
        Nothing is measured in these films yet. Two stickers on the pelvis, or how tall the client is, would change that; both are
        said on the check.
      </section>
    );
  const { lower, upper, name } = first.measure;
  const seen = both.flatMap(({ measure }) =>
    measure.mean.flatMap((v, i) => (v === null ? [] : [v - (measure.sd[i] ?? 0), v + (measure.sd[i] ?? 0)])),
  );
  const edges = [lower, upper].flatMap((e) => (e === null ? [] : [e]));
  const low = Math.min(...seen, ...edges);
  const high = Math.max(...seen, ...edges);
  const room = 0.14 * Math.max(1e-6, high - low);
  const x = (value: number) => 46 + ((value - low + room) / (high - low + 2 * room)) * (WIDTH - 56);
  const y = (p: number) => TOP + (p / 200) * (HEIGHT - 2 * TOP);
  const path = ({ mean }: PlayedMeasure) =>
    mean
      .map((v, i) =>
        v === null
          ? ''
          : `${i > 0 && mean[i - 1] !== null ? 'L' : 'M'}${x(v).toFixed(1)} ${y((200 * i) / (mean.length - 1)).toFixed(1)}`,
      )
      .join('');
  const apart = ({ mean, sd }: PlayedMeasure) => {
    const at = mean.flatMap((v, i) => (v === null ? [] : [{ v, s: sd[i] ?? 0, y: y((200 * i) / (mean.length - 1)) }]));
    return at.length < 2
      ? ''
      : `M${at.map((p) => `${x(p.v - p.s).toFixed(1)} ${p.y.toFixed(1)}`).join('L')}L${at
          .toReversed()
          .map((p) => `${x(p.v + p.s).toFixed(1)} ${p.y.toFixed(1)}`)
          .join('L')}Z`;
  };
  // Rungs from the one to the other wherever they lie further apart than measuring alone gives.
  const rungs =
    between && both[1]
      ? between.news.flatMap((news, i) => {
          const [from, to] = [first.measure.mean[i], both[1]?.measure.mean[i]];
          return news && from != null && to != null
            ? [{ from: x(from), to: x(to), y: y((200 * i) / (between.news.length - 1)) }]
            : [];
        })
      : [];
  const nicks = both.flatMap(({ clip, measure }) => {
    const value = measure.leaves === null ? null : atPhase(measure.mean, measure.leaves);
    return measure.leaves === null || value == null ? [] : [{ clip, at: measure.leaves, value }];
  });
  return (
    <section
      ref={paper}
      aria-label={`The way of ${name}`}
      // biome-ignore lint/a11y/noNoninteractiveTabindex: without it nothing rolls it but a finger.
      tabIndex={0}
      className="flex min-h-44 flex-col overflow-y-auto rounded-2xl bg-paper px-3 py-2.5"
      data-way={measureId}
    >
      <h2 className="text-copy leading-tight font-semibold">
        {name}, {first.clip.rises ? 'up and down' : 'down and up'}
      </h2>
      <p className="text-fine text-soft">
        Mean; pale: how far repetitions lie apart.
        {rungs.length > 0 && ' Rungs: a real difference.'}
      </p>
      <svg
        viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
        width={WIDTH}
        height={HEIGHT}
        className="mt-1 shrink-0"
        role="img"
        aria-label={both.map((b) => b.measure.alike).join(' ')}
      >
        {lower !== null && upper !== null && (
          <rect x={x(lower)} y={TOP} width={x(upper) - x(lower)} height={HEIGHT - 2 * TOP} fill="var(--band)" />
        )}
        {edges.map((e) => (
          <g key={e} stroke="var(--steel, var(--edge))" strokeWidth="1.3">
            <path d={`M${x(e) - 1.6} ${TOP}V${HEIGHT - TOP}`} />
            <path d={`M${x(e) + 1.6} ${TOP}V${HEIGHT - TOP}`} />
          </g>
        ))}
        <path d={`M44 ${y(100)}H${WIDTH - 4}`} stroke="var(--edge)" strokeDasharray="1.5 4" />
        <g fontSize="12" fill="var(--soft)">
          <text x="0" y={y(0) + 8}>
            {first.clip.rises ? 'floor' : 'stand'}
          </text>
          <text x="0" y={y(100) - 4}>
            {first.clip.rises ? 'top' : 'bottom'}
          </text>
          <text x="0" y={y(200) - 1}>
            {first.clip.rises ? 'floor' : 'stand'}
          </text>
        </g>
        <path d={apart(first.measure)} fill="var(--ink)" opacity="0.13" />
        <path
          d={rungs.map((r) => `M${r.from.toFixed(1)} ${r.y.toFixed(1)}H${r.to.toFixed(1)}`).join('')}
          stroke="var(--ink)"
          strokeWidth="0.8"
          opacity="0.55"
          data-rungs={rungs.length}
        />
        {both.map(({ clip, measure }, i) => (
          <path
            key={clip.clipId + clip.side}
            d={path(measure)}
            fill="none"
            stroke="var(--ink)"
            strokeWidth="2.6"
            strokeLinecap="round"
            strokeLinejoin="round"
            strokeDasharray={i === 0 ? undefined : '0.5 5'}
          />
        ))}
        {nicks.map(({ clip, at, value }) => (
          <g key={clip.clipId + clip.side}>
            <path
              d={`M${x(value) - 7} ${y(at) + 5}L${x(value) + 7} ${y(at) - 5}`}
              stroke="var(--brick)"
              strokeWidth="2.6"
              strokeLinecap="round"
            />
            <text x={Math.min(x(value) + 11, WIDTH - 88)} y={y(at) - 6} fontSize="12" fontWeight="600" fill="var(--brick)">
              {clip.side === 'left' ? 'L' : 'R'} leaves, {Math.round(at)} %
            </text>
          </g>
        ))}
        <path d={`M40 ${y(phase)}H${WIDTH - 2}`} stroke="var(--brass)" strokeWidth="2" />
        {both.map(({ clip, measure }) => {
          const value = atPhase(measure.mean, phase);
          return (
            value != null && (
              <circle
                key={clip.clipId + clip.side}
                cx={x(value)}
                cy={y(phase)}
                r="4.2"
                fill="var(--paper)"
                stroke="var(--ink)"
                strokeWidth="2.2"
              />
            )
          );
        })}
      </svg>
      <div className="mt-1 grid gap-1">
        {between && <p className="text-fine leading-snug font-semibold">{between.words}</p>}
        {both.map(({ clip, measure }) => (
          <Alike key={clip.clipId + clip.side} pair={pair} clip={clip} measure={measure} dotted={clip !== pair.one} />
        ))}
      </div>
    </section>
  );
}

function Alike({ pair, clip, measure, dotted }: { pair: Pair; clip: Played; measure: PlayedMeasure; dotted: boolean }) {
  const name = nameIn(pair, clip);
  return (
    <p className="flex items-start gap-1.5 text-fine leading-snug" data-alike={clip.side}>
      <SidePlate side={clip.side} size="s" />
      <span>
        {name === 'Before' || name === 'After' ? `${name}: ` : ''}
        {measure.alike}
        {dotted && <span className="text-soft"> Dotted.</span>}
      </span>
    </p>
  );
}

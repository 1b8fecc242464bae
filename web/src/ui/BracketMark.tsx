import { type Gauge, within } from '@/ui/instruments/gauge';
import { verdictLine } from '@/words/verdict';

/**
 * The verdict's own shape: the band as a pair of brackets, the reading as a dot with its error as a bar through it.
 * In band the dot stands between the brackets, outside beyond them, too close to call on one of them. An open edge has
 * no bracket, and a reading off the drawing is an arrow that points to where it is.
 */
export function BracketMark({
  gauge,
  each = [],
  width = 64,
  height = 22,
}: {
  gauge: Gauge;
  /** Repetitions, each judged by itself: small marks over the line. */
  each?: { repetition: number; value: number; verdict: Gauge['verdict'] | null }[];
  width?: number;
  height?: number;
}) {
  const { low, high } = gauge;
  const span = low !== null && high !== null ? high - low : 20;
  const from = (low ?? (high ?? 0) - span) - span * 0.75;
  const to = (high ?? (low ?? 0) + span) + span * 0.75;
  const x = (value: number) => 4 + within((value - from) / (to - from), 0, 1) * (width - 8);
  const [dot, a, b] = [x(gauge.value), x(gauge.value - gauge.reach), x(gauge.value + gauge.reach)];
  const mid = height / 2;
  const colour = verdictLine[gauge.verdict];
  const bracket = (at: number, into: number) => `M${at + into * 4} ${mid - 8}H${at}V${mid + 8}H${at + into * 4}`;
  const beyond = dot <= 5 ? -1 : dot >= width - 5 ? 1 : 0;
  return (
    <svg width={width} height={height} viewBox={`0 0 ${width} ${height}`} aria-hidden="true" className="shrink-0">
      <g fill="none" stroke={colour} strokeWidth="2.25" strokeLinecap="round" strokeLinejoin="round">
        {low !== null && <path d={bracket(x(low), 1)} />}
        {high !== null && <path d={bracket(x(high), -1)} />}
        <path d={`M${a} ${mid}H${b}`} strokeWidth="1.5" opacity="0.75" />
      </g>
      {each.length > 1 &&
        each.map((e) => (
          <path
            key={e.repetition}
            d={`M${x(e.value)} 0v${e.verdict === 'outside' ? 6 : 4}`}
            stroke={e.verdict ? verdictLine[e.verdict] : 'var(--edge)'}
            strokeWidth="2"
            strokeLinecap="round"
          />
        ))}
      {beyond === 0 ? (
        <circle cx={dot} cy={mid} r="3.6" fill={colour} />
      ) : (
        <path
          d={`M${dot - beyond * 6} ${mid - 4.5}L${dot + beyond * 2} ${mid}L${dot - beyond * 6} ${mid + 4.5}Z`}
          fill={colour}
        />
      )}
    </svg>
  );
}

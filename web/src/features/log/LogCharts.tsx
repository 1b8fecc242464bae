import type { Schema } from '@/api/client';
import { useWidth } from '@/ui/useWidth';
import { day } from '@/words/dates';

type Entry = Schema['LogEntryView'];

const LABEL = 138;
const RIGHT = 44;
/** The latest so many sessions are drawn; more would be a fence. */
const MOST = 40;

/**
 * Four questions under each other, a session in one column: does it grow, is it clean, left against right, what does it cost. A column is
 * picked by a tap and stands in the list below.
 */
export function LogCharts({
  entries,
  painLimit,
  cleanShare,
  picked,
  onPick,
}: {
  entries: Entry[];
  painLimit: number;
  cleanShare: number;
  picked: string | null;
  onPick: (id: string) => void;
}) {
  const [box, width] = useWidth<HTMLDivElement>(1100);
  const its = entries.slice(0, MOST).reverse();
  const label = width < 640 ? 0 : LABEL;
  // A finger's width at least: a longer log is scrolled.
  const step = Math.max(46, Math.min(74, (width - label - RIGHT) / Math.max(1, its.length)));
  const x = (i: number) => label + 14 + (i + 0.5) * step;
  const wide = label + 14 + its.length * step + RIGHT;
  const heaviest = Math.max(1, ...its.map((e) => Math.max(e.loadKg, e.askedLoadKg)));
  const most = Math.max(1, ...its.map((e) => Math.max(e.askedSets * e.askedAmount, e.left?.amount ?? 0, e.right?.amount ?? 0)));
  const rows = [
    { top: 16, height: 120, title: 'Does it grow?', about: ['boards: repetitions', 'line: kilograms'] },
    { top: 158, height: 74, title: 'Is it clean?', about: [`${cleanShare} % is good`, 'left and right'] },
    { top: 254, height: 74, title: 'What does it cost?', about: ['○ effort', `▲ pain, limit ${painLimit}`] },
  ] as const;
  const [grow, clean, cost] = rows;
  const height = 362;
  const kg = (v: number) => grow.top + grow.height * (1 - (0.92 * v) / heaviest);
  const reps = (n: number) => (grow.height * 0.86 * n) / most;
  const share = (v: number) => clean.top + clean.height * (1 - v);
  const ten = (v: number) => cost.top + cost.height * (1 - v / 10);
  const w = Math.max(3, Math.min(9, step / 4.2));
  return (
    <div ref={box} className="mt-4 overflow-x-auto">
      <svg width={Math.max(wide, 280)} height={height} role="group" aria-label="The log, drawn" className="block select-none">
        {rows.map((r) => (
          <g key={r.title}>
            <rect x={label} y={r.top} width={wide - label} height={r.height} rx="6" fill="var(--ground-deep)" />
            {label > 0 && (
              <>
                <text x="0" y={r.top + 16} fontSize="14" fontWeight="650" fill="var(--ink)">
                  {r.title}
                </text>
                {r.about.map((a, i) => (
                  <text key={a} x="0" y={r.top + 34 + 15 * i} fontSize="12.5" fill="var(--ink-soft)">
                    {a}
                  </text>
                ))}
              </>
            )}
          </g>
        ))}
        <line
          x1={label}
          x2={wide}
          y1={share(cleanShare / 100)}
          y2={share(cleanShare / 100)}
          stroke="var(--pine)"
          strokeWidth="1.5"
          strokeDasharray="5 4"
        />
        <line
          x1={label}
          x2={wide}
          y1={ten(painLimit)}
          y2={ten(painLimit)}
          stroke="var(--brick)"
          strokeWidth="1.5"
          strokeDasharray="5 4"
        />
        <polyline
          points={its.map((e, i) => `${x(i)},${kg(e.loadKg)}`).join(' ')}
          fill="none"
          stroke="var(--brass)"
          strokeWidth="2.4"
          strokeLinejoin="round"
        />
        {its.map((e, i) => {
          const asked = e.askedSets * e.askedAmount;
          const done = Math.min(e.left?.amount ?? Infinity, e.right?.amount ?? Infinity);
          const here = e.log.id === picked;
          const base = grow.top + grow.height;
          const good = e.cleanEnough === true;
          return (
            <g
              key={e.log.id}
              role="button"
              tabIndex={0}
              aria-pressed={here}
              aria-label={`${day(e.log.day)}: ${e.log.did}`}
              onClick={() => onPick(e.log.id)}
              onKeyDown={(k) => {
                if (k.key !== 'Enter' && k.key !== ' ') return;
                k.preventDefault();
                onPick(e.log.id);
              }}
              className="plan-visit cursor-pointer outline-none"
            >
              <title>{`${day(e.log.day)}: ${e.log.did}`}</title>
              <rect
                x={x(i) - step / 2 + 1}
                y="8"
                width={Math.max(6, step - 2)}
                height={height - 14}
                rx="7"
                fill={here ? 'var(--paper)' : 'transparent'}
                fillOpacity={here ? 0.7 : 0}
                stroke={here ? 'var(--brass)' : 'none'}
                strokeWidth="2"
                className="plan-visit-frame"
              />
              <rect
                x={x(i) - w}
                y={base - reps(asked)}
                width={2 * w}
                height={reps(asked)}
                rx="2"
                fill="none"
                stroke="var(--edge)"
                strokeWidth="1.3"
              />
              {Number.isFinite(done) && (
                <rect
                  x={x(i) - w}
                  y={base - reps(done)}
                  width={2 * w}
                  height={reps(done)}
                  rx="2"
                  fill="var(--plate)"
                  opacity="0.86"
                />
              )}
              <circle cx={x(i)} cy={kg(e.loadKg)} r="4" fill="var(--brass)" stroke="var(--paper)" strokeWidth="1.5" />
              {([e.left, e.right] as const).map(
                (side, n) =>
                  side &&
                  side.amount > 0 && (
                    <rect
                      key={n === 0 ? 'L' : 'R'}
                      x={x(i) + (n === 0 ? -w - 1 : 1)}
                      y={share(side.clean / side.amount)}
                      width={w}
                      height={clean.top + clean.height - share(side.clean / side.amount)}
                      rx="1.5"
                      fill={good ? 'var(--pine)' : 'var(--slate)'}
                      opacity={n === 0 ? 1 : 0.62}
                    />
                  ),
              )}
              {e.log.effort !== null && (
                <circle cx={x(i)} cy={ten(e.log.effort)} r="5" fill="var(--paper)" stroke="var(--ink)" strokeWidth="2" />
              )}
              {(e.painCounted ?? 0) > 0 && (
                <path
                  d={`M${x(i)} ${ten(e.painCounted ?? 0) - 7} l7 12 h-14 z`}
                  fill={e.overLimit ? 'var(--brick)' : 'var(--brick-wash)'}
                  stroke="var(--brick)"
                  strokeWidth="1.6"
                />
              )}
              {(step > 46 || i % Math.ceil(46 / step) === 0) && (
                <text x={x(i)} y={height - 12} textAnchor="middle" fontSize="12.5" fill="var(--ink-soft)">
                  {day(e.log.day)}
                </text>
              )}
            </g>
          );
        })}
        <text x={wide - 4} y={kg(heaviest) + 4} textAnchor="end" fontSize="12.5" fill="var(--brass-text)">
          {heaviest > 1 ? `${heaviest} kg` : ''}
        </text>
        {[0, 10].map((v) => (
          <text key={v} x={wide - 6} y={ten(v) + (v === 0 ? -3 : 12)} textAnchor="end" fontSize="12" fill="var(--ink-soft)">
            {v}
          </text>
        ))}
      </svg>
      {label === 0 && (
        <p className="mt-1 text-small text-soft">
          Top: repetitions as boards, kilograms as a line. Middle: clean share, left and right. Bottom: ○ effort, ▲ pain.
        </p>
      )}
    </div>
  );
}

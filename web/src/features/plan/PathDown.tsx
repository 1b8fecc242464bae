import { type ReactNode, useState } from 'react';
import { day } from '@/words/dates';
import { boardsOf, lanesOf } from './boards';
import { longDay } from './days';
import type { Plan, Visit } from './moves';

const MATERIAL: Record<string, string> = {
  warmUp: 'var(--pad)',
  knee: 'var(--plate)',
  hip: 'var(--timber-dark)',
  whole: 'var(--pine)',
  upper: 'var(--steel-dark)',
};

/** So many visits that are over stay in sight. */
const PAST = 2;

/** The same path down a phone: a visit a step, its boards across, today's tape between what is over and what is to come. */
export function PathDown({
  plan,
  picked,
  onPick,
  children,
}: {
  plan: Plan;
  picked: string | null;
  onPick: (id: string | null) => void;
  /** What is said of the picked one, below it. */
  children: ReactNode;
}) {
  const lanes = lanesOf(plan.visits, plan.today);
  const clashing = new Set(plan.clashes.flatMap((c) => [c.oneVisit, c.otherVisit]));
  const [all, setAll] = useState(false);
  const ahead = plan.visits.findIndex((v) => v.day >= plan.today);
  // What is next is in sight: of what is over only the last few.
  const from = all ? 0 : Math.max(0, (ahead < 0 ? plan.visits.length : ahead) - PAST);
  const shown = plan.visits.slice(from);
  const next = shown.findIndex((v) => v.day >= plan.today);
  return (
    <ol className="grid gap-1.5" aria-label="The weeks, visit by visit">
      {from > 0 && (
        <li>
          <button
            type="button"
            onClick={() => setAll(true)}
            className="min-h-11 text-body text-soft underline underline-offset-4"
          >
            {from === 1 ? 'One visit before' : `${from} visits before`}
          </button>
        </li>
      )}
      {shown.map((visit, i) => (
        <li key={visit.id}>
          {i === next && <div aria-hidden="true" className="mb-1.5 h-1.5 rounded-full bg-[var(--tape)]" />}
          <button
            type="button"
            aria-pressed={visit.id === picked}
            onClick={() => onPick(visit.id === picked ? null : visit.id)}
            className={`grid min-h-16 w-full grid-cols-[5.5rem_1fr] items-center gap-x-3 rounded-xl border px-3 py-2 text-left ${visit.id === picked ? 'border-brass bg-paper' : 'border-hair bg-ground-deep'}`}
          >
            <span
              className={`leading-tight ${visit.state === 'missed' ? 'text-soft line-through' : clashing.has(visit.id) ? 'text-brick' : ''}`}
            >
              <span className="block text-body font-semibold">
                {longDay(visit.day).slice(0, 3)} {day(visit.day)}
              </span>
              <span className="text-small text-soft">{visit.time}</span>
            </span>
            <span className="flex min-w-0 flex-wrap items-center gap-x-3 gap-y-1">
              {lanes.map((lane) => (
                <Boards key={lane.id} visit={visit} lane={lane.id} />
              ))}
            </span>
            {(visit.due.length > 0 || clashing.has(visit.id)) && (
              <span className="col-start-2 text-small text-brass-text">
                {[...(clashing.has(visit.id) ? ['a clash over a box'] : []), ...visit.due.map((d) => d.short)].join(' · ')}
              </span>
            )}
          </button>
          {visit.id === picked && <div className="px-3 py-3">{children}</div>}
        </li>
      ))}
    </ol>
  );
}

function Boards({ visit, lane }: { visit: Visit; lane: Parameters<typeof boardsOf>[1] }) {
  const boards = boardsOf(visit, lane).flatMap((b) => b.boards);
  if (boards.length === 0) return null;
  const fill = MATERIAL[lane] ?? 'var(--plate)';
  return (
    <svg width={boards.length * 8} height="30" aria-hidden="true" className="shrink-0">
      {boards.map((b, i) => {
        const long = Math.min(30, 8 + 2 * Math.max(b.amount, b.done ?? 0));
        const done = b.done === null ? 0 : (long * b.done) / Math.max(1, b.amount, b.done);
        return (
          <g key={i}>
            {visit.state === 'missed' ? (
              <line
                x1={i * 8 + 3}
                x2={i * 8 + 3}
                y1={30 - long}
                y2="30"
                stroke="var(--ink-soft)"
                strokeWidth="1.6"
                strokeDasharray="1.5 3.5"
              />
            ) : (
              <>
                <rect
                  x={i * 8 + 0.75}
                  y={30 - long + 0.75}
                  width="4.5"
                  height={long - 1.5}
                  rx="1.5"
                  fill="var(--paper)"
                  stroke={fill}
                  strokeWidth="1.4"
                  strokeDasharray={b.done === null ? '3 2' : undefined}
                />
                {done > 0 && <rect x={i * 8} y={30 - done} width="6" height={done} rx="1.5" fill={fill} />}
              </>
            )}
          </g>
        );
      })}
    </svg>
  );
}

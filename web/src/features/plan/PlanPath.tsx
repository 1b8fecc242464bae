import { useDrag } from '@use-gesture/react';
import { useEffect, useRef, useState } from 'react';
import { useWidth } from '@/ui/useWidth';
import { day as dayWords } from '@/words/dates';
import { type Board, boardsOf, type Lane, lanesOf, span, within } from './boards';
import { between, longDay, plus, shortDay } from './days';
import { movable, type Plan, type Visit } from './moves';

const LABELS = 146;
/** A stake's board is so high; a crowd of them goes up a level. */
const STAKE = 42;
const LEVEL = STAKE + 5;
const FOOT = 46;
/** A day is never narrower: three boards and a gap need that much every other day. */
const LEAST_DAY = 30;

const laneHeight = (lane: Lane) => (lane.id === 'warmUp' ? 40 : lane.id === 'upper' ? 60 : 84);

/** How long a board is: its repetitions, held against ten. */
const length = (amount: number, room: number) => Math.round(Math.min(1, 0.35 + 0.065 * amount) * room);

/**
 * The weeks as a boarded path. A board is a set, its length the repetitions, runners tie what belongs together; filled is done, open was
 * asked and not done, dashed is to come. Level, because a plan moves nobody up.
 */
export function PlanPath({
  plan,
  picked,
  onPick,
  onMove,
}: {
  plan: Pick<Plan, 'visits' | 'first' | 'block' | 'today' | 'clashes'>;
  picked: string | null;
  onPick?: (id: string) => void;
  onMove?: (visit: Visit, day: string) => void;
}) {
  const [box, width] = useWidth<HTMLDivElement>(1120);
  const scroll = useRef<HTMLDivElement>(null);
  const { visits, today } = plan;
  const of = span(plan.first, visits, plan.block?.block.weeks ?? 4);
  // Where nothing can be picked it is drawn to fit; else a day keeps the width of its boards and the drawing is scrolled.
  const perDay = Math.max(onPick ? LEAST_DAY : 4, (width - LABELS - 12) / of.days);
  const x = (iso: string) => LABELS + (between(of.first, iso) + 0.5) * perDay;
  const wide = LABELS + of.days * perDay + 12;
  const marks = stakesOf(
    visits.filter((v) => within(v.day, of)),
    plan.clashes,
    x,
    wide,
  );
  const top = marks.length === 0 ? 26 : 14 + LEVEL * (1 + Math.max(...marks.map((m) => m.level)));
  const lanes = lanesOf(visits, today);
  let y = top;
  const placed = lanes.map((lane) => {
    const at = { lane, top: y, height: laneHeight(lane) };
    y += at.height;
    return at;
  });
  const bottom = y;
  const height = bottom + FOOT;
  const clashing = new Set(plan.clashes.flatMap((c) => [c.oneVisit, c.otherVisit]));
  const gap = Math.min(...visits.slice(1).map((v, i) => Math.max(1, between(visits[i]?.day ?? v.day, v.day))), 7) * perDay;
  // The drawing opens with today in sight.
  useEffect(() => {
    const element = scroll.current;
    if (element && element.scrollWidth > element.clientWidth)
      element.scrollLeft = LABELS + between(of.first, today) * perDay - element.clientWidth / 2;
  }, [of.first, today, perDay]);
  return (
    <div ref={box}>
      <div ref={scroll} className="overflow-x-auto overscroll-x-contain">
        <svg
          width={wide}
          height={height}
          viewBox={`0 0 ${wide} ${height}`}
          role="group"
          aria-label="The weeks as a path: a board is a set"
          className="block select-none"
        >
          <Ground placed={placed} width={wide} />
          {Array.from({ length: of.days / 7 - 1 }, (_, i) => (
            <line
              key={i}
              x1={LABELS + (i + 1) * 7 * perDay}
              x2={LABELS + (i + 1) * 7 * perDay}
              y1={top - 4}
              y2={bottom}
              stroke="var(--edge)"
              strokeDasharray="1.5 5"
              strokeLinecap="round"
            />
          ))}
          <Trodden first={of.first} today={today} x={x} placed={placed} until={wide - 8} />
          {visits
            .filter((v) => within(v.day, of))
            .map((visit) => (
              <VisitColumn
                key={visit.id === '00000000-0000-0000-0000-000000000000' ? visit.day : visit.id}
                visit={visit}
                x={x(visit.day)}
                room={Math.min(gap, 4 * perDay)}
                placed={placed}
                bottom={bottom}
                picked={visit.id === picked && Boolean(onPick)}
                clash={clashing.has(visit.id)}
                perDay={perDay}
                today={today}
                {...(onPick ? { onPick: () => onPick(visit.id) } : {})}
                {...(onMove && movable(visit)
                  ? {
                      onDrop: (days: number) => {
                        const to = plus(visit.day, days);
                        const there = visits.some((v) => v.id !== visit.id && v.day === to && v.state !== 'missed');
                        if (to >= today && !there && to !== visit.day) onMove(visit, to);
                      },
                    }
                  : {})}
              />
            ))}
          {within(today, of) && (
            <TodayTape x={x(today) - perDay / 2} top={top} bottom={bottom} busy={visits.some((v) => v.day === today)} />
          )}
          <Hops visits={visits} x={x} of={of} placed={placed} />
          <Stakes marks={marks} placed={placed} top={top} />
          <LaneNames placed={placed} />
        </svg>
      </div>
    </div>
  );
}

type Placed = { lane: Lane; top: number; height: number };

/** Trodden ground under the main work, verges above and below it: one wavering line each. */
function Ground({ placed, width }: { placed: Placed[]; width: number }) {
  const wave = (y: number, back = false) => {
    const points = Array.from({ length: 9 }, (_, i) => (i * width) / 8);
    const at = (px: number) => `${px.toFixed(1)} ${(y + 3 * Math.sin(px / 97 + y)).toFixed(1)}`;
    return (back ? points.reverse() : points).map(at).join(' L');
  };
  const main = placed.filter((p) => p.lane.id !== 'warmUp' && p.lane.id !== 'upper');
  const [top, bottom] = [main[0]?.top ?? 0, (main.at(-1)?.top ?? 0) + (main.at(-1)?.height ?? 0)];
  const [all, end] = [placed[0]?.top ?? 0, (placed.at(-1)?.top ?? 0) + (placed.at(-1)?.height ?? 0)];
  return (
    <g>
      <path d={`M${wave(all - 2)} L${wave(end + 2, true)} Z`} fill="var(--ground-deep)" />
      {main.length > 0 && <path d={`M${wave(top)} L${wave(bottom, true)} Z`} fill="var(--trail)" />}
    </g>
  );
}

/** Prints up to today, a dotted line ahead of it: between the knee's lane and the next. */
function Trodden({
  first,
  today,
  x,
  placed,
  until,
}: {
  first: string;
  today: string;
  x: (iso: string) => number;
  placed: Placed[];
  until: number;
}) {
  const knee = placed.find((p) => p.lane.id === 'knee') ?? placed[0];
  if (!knee) return null;
  const y = knee.top + knee.height;
  const to = Math.max(LABELS, Math.min(until, x(today) - 12));
  const from = x(first) - 14;
  const prints = today > first ? Math.max(0, Math.floor((to - from) / 24)) : 0;
  return (
    <g>
      {Array.from({ length: prints }, (_, i) => (
        <ellipse
          key={i}
          cx={from + i * 24}
          cy={y + (i % 2 ? 5 : -5)}
          rx="8"
          ry="3.4"
          fill="var(--pine)"
          opacity={0.35 + (0.5 * i) / Math.max(1, prints)}
        />
      ))}
      <line
        x1={Math.max(to + 6, from)}
        x2={until}
        y1={y}
        y2={y}
        stroke="var(--ink-soft)"
        strokeWidth="1.6"
        strokeDasharray="2 5"
        strokeLinecap="round"
      />
    </g>
  );
}

function TodayTape({ x, top, bottom, busy }: { x: number; top: number; bottom: number; busy: boolean }) {
  return (
    <g>
      <path d={`M${x - 3} ${top - 8} h7 L${x + 3} ${bottom + 3} h-7 Z`} fill="var(--tape)" />
      {!busy && (
        <text x={x} y={bottom + 20} textAnchor="middle" fontSize="13.5" fontWeight="650" fill="var(--ink)">
          today
        </text>
      )}
    </g>
  );
}

const MATERIAL: Record<string, string> = {
  warmUp: 'var(--pad)',
  knee: 'var(--plate)',
  hip: 'var(--timber-dark)',
  whole: 'var(--pine)',
  upper: 'var(--steel-dark)',
};

/** All boards of a visit, one column; a button that is picked, dragged, or moved by its keys. */
function VisitColumn({
  visit,
  x,
  room,
  placed,
  bottom,
  picked,
  clash,
  perDay,
  today,
  onPick,
  onDrop,
}: {
  visit: Visit;
  x: number;
  room: number;
  placed: Placed[];
  bottom: number;
  picked: boolean;
  clash: boolean;
  perDay: number;
  today: string;
  onPick?: () => void;
  onDrop?: (days: number) => void;
}) {
  const [by, setBy] = useState(0);
  const bind = useDrag(
    ({ movement: [dx], last, tap }) => {
      if (tap) return;
      if (!last) return setBy(dx);
      setBy(0);
      onDrop?.(Math.round(dx / perDay));
    },
    { enabled: Boolean(onDrop), filterTaps: true, axis: 'x', pointer: { touch: true } },
  );
  const most = Math.max(1, ...placed.map((p) => boardsOf(visit, p.lane.id).reduce((n, b) => n + b.boards.length, 0)));
  const half = Math.min(room - 8, Math.max(26, most * 13)) / 2;
  const top = placed[0]?.top ?? 0;
  const faded = visit.state === 'missed';
  const label =
    perDay * 2 > 66 || room > 66 ? `${shortDay(visit.day)} ${Number(visit.day.slice(8))}` : `${Number(visit.day.slice(8))}`;
  // What is read out begins with what is seen.
  const words = `${label}${visit.lighter ? ', a lighter week' : ''}: ${longDay(visit.day)} ${dayWords(visit.day)}, ${visit.time}, ${visit.items.map((i) => `${i.name}, ${i.asked}`).join('; ')}`;
  return (
    <g
      {...(onDrop ? bind() : {})}
      transform={by ? `translate(${by} -4)` : undefined}
      opacity={by ? 0.85 : 1}
      style={onDrop ? { cursor: by ? 'grabbing' : 'grab', touchAction: 'pan-y' } : undefined}
      {...(onPick
        ? {
            role: 'button',
            tabIndex: 0,
            'aria-pressed': picked,
            'aria-label': words,
            onClick: onPick,
            onFocus: onPick,
            onKeyDown: (e: React.KeyboardEvent) => {
              if (e.key !== 'Enter' && e.key !== ' ') return;
              e.preventDefault();
              onPick();
            },
          }
        : { 'aria-hidden': true })}
      className="plan-visit outline-none"
    >
      <title>{words}</title>
      <rect
        x={x - half - 6}
        y={top}
        width={2 * half + 12}
        height={bottom - top + FOOT - 6}
        rx="9"
        fill={picked ? 'var(--paper)' : 'transparent'}
        fillOpacity={picked ? 0.75 : 0}
        stroke={picked ? 'var(--brass)' : 'none'}
        strokeWidth="2"
        className="plan-visit-frame"
      />
      {placed.map((p) => (
        <Lanes key={p.lane.id} visit={visit} placed={p} x={x} half={half} faded={faded} />
      ))}
      <text
        x={x}
        y={bottom + 20}
        textAnchor="middle"
        fontSize="13.5"
        fontWeight={picked || visit.day === today ? 700 : 500}
        fill={clash ? 'var(--brick)' : visit.state === 'missed' ? 'var(--ink-soft)' : 'var(--ink)'}
        textDecoration={visit.state === 'missed' ? 'line-through' : undefined}
      >
        {label}
      </text>
      {picked && onDrop && (
        <path
          d={`M${x - 16} ${bottom + 31} h-8 m4 -4 l-4 4 l4 4 M${x + 16} ${bottom + 31} h8 m-4 -4 l4 4 l-4 4`}
          fill="none"
          stroke="var(--brass)"
          strokeWidth="2"
          strokeLinecap="round"
          strokeLinejoin="round"
        />
      )}
    </g>
  );
}

function Lanes({ visit, placed, x, half, faded }: { visit: Visit; placed: Placed; x: number; half: number; faded: boolean }) {
  const rows = boardsOf(visit, placed.lane.id);
  if (rows.length === 0) return null;
  const stacked =
    placed.lane.id === 'upper'
      ? rows
      : [{ item: rows[0]?.item, boards: rows.flatMap((r, n) => (n === 0 ? r.boards : [null, ...r.boards])) }];
  const each = placed.height / stacked.length;
  return stacked.map((row, i) => (
    <Boards
      key={i}
      boards={row.boards}
      x={x}
      y={placed.top + i * each + each / 2}
      room={each - (placed.lane.id === 'upper' ? 8 : 22)}
      half={half}
      fill={MATERIAL[placed.lane.id] ?? 'var(--plate)'}
      faded={faded}
      light={placed.lane.id === 'warmUp' || placed.lane.id === 'upper'}
    />
  ));
}

/** Sets side by side, tied by two runners. */
function Boards({
  boards,
  x,
  y,
  room,
  half,
  fill,
  faded,
  light,
}: {
  /** Null is a gap between two exercises. */
  boards: (Board | null)[];
  x: number;
  y: number;
  room: number;
  half: number;
  fill: string;
  faded: boolean;
  light: boolean;
}) {
  const step = Math.min(13, (2 * half) / Math.max(1, boards.length));
  const w = Math.max(3, step - 2.5);
  const from = x - (step * boards.length) / 2 + (step - w) / 2;
  const longest = Math.max(...boards.map((b) => (b ? length(Math.max(b.amount, b.done ?? 0), room) : 0)));
  const ahead = boards.every((b) => b === null || b.done === null);
  if (faded)
    return boards.map(
      (b, i) =>
        b && (
          <line
            key={i}
            x1={from + i * step + w / 2}
            x2={from + i * step + w / 2}
            y1={y - longest / 2}
            y2={y + longest / 2}
            stroke="var(--ink-soft)"
            strokeWidth="1.6"
            strokeDasharray="1.5 4"
            strokeLinecap="round"
          />
        ),
    );
  return (
    <g>
      {!light &&
        [-0.28, 0.28].map((at) => (
          <line
            key={at}
            x1={from - 4}
            x2={from + step * boards.length + 1.5}
            y1={y + at * longest}
            y2={y + at * longest}
            stroke="var(--timber)"
            strokeWidth="3"
            strokeDasharray={ahead ? '3 3' : undefined}
          />
        ))}
      {boards.map((board, i) => {
        if (board === null) return null;
        const long = length(Math.max(board.amount, board.done ?? 0), room);
        const done = board.done === null ? 0 : Math.round((long * board.done) / Math.max(board.amount, board.done, 1));
        const left = from + i * step;
        return (
          <g key={i}>
            {done < long && (
              <rect
                x={left + 0.75}
                y={y - long / 2}
                width={w - 1.5}
                height={long}
                rx="2.5"
                fill="var(--paper)"
                stroke={fill}
                strokeWidth={board.done === null ? 1.6 : 1.3}
                strokeDasharray={board.done === null ? '3.5 2.5' : undefined}
              />
            )}
            {done > 0 && <rect x={left} y={y + long / 2 - done} width={w} height={done} rx="2.5" fill={fill} />}
          </g>
        );
      })}
    </g>
  );
}

/** A visit that moved leaves a dotted hop from where it was. */
function Hops({
  visits,
  x,
  of,
  placed,
}: {
  visits: Visit[];
  x: (iso: string) => number;
  of: { first: string; days: number };
  placed: Placed[];
}) {
  const y = (placed[0]?.top ?? 0) + 2;
  return (
    <g>
      {visits
        .flatMap((v) => v.movedFrom.slice(-1).map((from) => ({ id: v.id, from, to: v.day })))
        .filter((h) => within(h.from, of) && within(h.to, of) && h.from !== h.to)
        .map((h) => {
          const [a, b] = [x(h.from), x(h.to)];
          const way = b > a ? 1 : -1;
          return (
            <g key={h.id} fill="none" stroke="var(--ink)" strokeWidth="1.8" strokeLinecap="round">
              <path d={`M${a} ${y} Q${(a + b) / 2} ${y - 16} ${b - way * 3} ${y - 2}`} strokeDasharray="1 5" />
              <path d={`M${b - way * 8} ${y - 6} L${b - way * 2} ${y - 1} L${b - way * 8} ${y + 3}`} />
            </g>
          );
        })}
    </g>
  );
}

type Mark = { key: string; title: string; about: string; off: boolean; at: number; left: number; width: number; level: number };

/**
 * Where the boards of the stakes hang: each over its own foot and beside the feet of its neighbours, the second of a visit on the other
 * side of its stake; where there is no room it goes up a level.
 */
function stakesOf(visits: Visit[], clashes: Plan['clashes'], x: (iso: string) => number, wide: number): Mark[] {
  const all = visits
    .map((visit) => {
      const clash = clashes.find((c) => c.oneVisit === visit.id || c.otherVisit === visit.id);
      const other = clash ? (clash.oneVisit === visit.id ? clash.other : clash.one) : '';
      return {
        at: x(visit.day),
        its: [
          ...(clash ? [{ title: clash.piece.replace(/^the /, ''), about: `${other} too, ${clash.time}`, off: true }] : []),
          ...visit.due.map((d) => {
            const [title = '', about = ''] = d.short.split(/[,:] /);
            return { title, about, off: false };
          }),
        ],
        id: visit.id || visit.day,
      };
    })
    .filter((v) => v.its.length > 0);
  const placed: Mark[] = [];
  for (const [i, visit] of all.entries()) {
    const [from, to] = [(all[i - 1]?.at ?? -6) + 8, (all[i + 1]?.at ?? wide + 8) - 8];
    visit.its.forEach((mark, n) => {
      const width = Math.max(84, 7.6 * Math.max(mark.title.length, mark.about.length * 0.9) + 18);
      const alone = visit.its.length === 1;
      const at = alone ? visit.at : visit.at + (n === 0 ? -4 : 4);
      const wanted = alone ? at - width / 2 : n === 0 ? at - width + 3 : at - 3;
      const left = Math.max(2, Math.min(wide - width - 2, Math.max(Math.min(wanted, to - width), Math.min(from, at - 6))));
      const level = [0, 1, 2, 3].find((l) =>
        placed.every((p) => p.level !== l || left >= p.left + p.width + 1 || left + width + 1 <= p.left),
      );
      placed.push({ ...mark, key: `${visit.id}-${n}`, at, left, width, level: level ?? 3 });
    });
  }
  return placed;
}

/** What is due on a day is a stake with its board; a clash is a brick one. */
function Stakes({ marks, placed, top }: { marks: Mark[]; placed: Placed[]; top: number }) {
  const knee = placed.find((p) => p.lane.id === 'knee') ?? placed[0];
  return (
    <g>
      {marks.map((m) => {
        const tall = m.about ? STAKE : 27;
        const upper = top - 12 - LEVEL * m.level - tall;
        const foot = (knee?.top ?? 0) + (m.off ? (knee?.height ?? 0) - 8 : 6);
        const line = m.off ? 'var(--brick)' : 'var(--brass)';
        return (
          <g key={m.key}>
            <line x1={m.at} x2={m.at} y1={upper + tall} y2={foot} stroke={line} strokeWidth="3" />
            <line x1={m.at - 5} x2={m.at + 5} y1={foot} y2={foot} stroke={line} strokeWidth="2" />
            <rect
              x={m.left}
              y={upper}
              width={m.width}
              height={tall}
              rx="6"
              fill={m.off ? 'var(--brick-wash)' : 'var(--paper)'}
              stroke={m.off ? 'var(--brick)' : 'var(--edge)'}
              strokeWidth="1.5"
            />
            <text
              x={m.left + m.width / 2}
              y={upper + 18}
              textAnchor="middle"
              fontSize="13.5"
              fontWeight="650"
              fill={m.off ? 'var(--brick)' : 'var(--ink)'}
            >
              {m.title}
            </text>
            {m.about && (
              <text
                x={m.left + m.width / 2}
                y={upper + 35}
                textAnchor="middle"
                fontSize="12.5"
                fill={m.off ? 'var(--brick)' : 'var(--ink-soft)'}
              >
                {m.about}
              </text>
            )}
          </g>
        );
      })}
    </g>
  );
}

function LaneNames({ placed }: { placed: Placed[] }) {
  return (
    <g>
      {placed.map(({ lane, top, height }) => (
        <g key={lane.id}>
          <text x="2" y={top + height / 2 - 2} fontSize="14" fontWeight="650" fill="var(--ink)">
            {lane.name}
          </text>
          {wrap(lane.about).map((line, i) => (
            <text key={line} x="2" y={top + height / 2 + 14 + 14 * i} fontSize="12.5" fill="var(--ink-soft)">
              {line}
            </text>
          ))}
        </g>
      ))}
    </g>
  );
}

const ROOM = 21;

/** Words on two lines at most; a longer name is cut with a mark. */
function wrap(text: string): string[] {
  if (text.length <= ROOM) return text ? [text] : [];
  const cut = text.lastIndexOf(' ', ROOM);
  const [first, rest] = cut > 6 ? [text.slice(0, cut), text.slice(cut + 1)] : [text.slice(0, ROOM), text.slice(ROOM)];
  return [first, rest.length > ROOM ? `${rest.slice(0, ROOM - 1)}…` : rest];
}

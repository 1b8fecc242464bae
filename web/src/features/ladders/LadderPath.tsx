import type { KeyboardEvent } from 'react';
import type { Schema } from '@/api/client';
import { Print } from '@/ui/StrideLine';
import { useWidth } from '@/ui/useWidth';

const COLUMN = 160;
const LEAST = 112;
const ROW = 172;
const PAD = { left: 84, top: 74 };

/**
 * A ladder as trodden ways over the ground, from left to right: two prints for each rung, left above right, and a way to each
 * rung that follows. Branches lie below each other. A board names who stands there; their prints are the outlined ones.
 */
export function LadderPath(props: { view: Schema['LadderView']; at: string | null; onPick: (rungId: string) => void }) {
  const [frame, width] = useWidth<HTMLDivElement>(1000);
  return <div ref={frame}>{width < NARROW ? <Upward {...props} /> : <Across {...props} room={width} />}</div>;
}

/** Below this width the ways run from top to bottom, so that all of them are seen. */
const NARROW = 620;

type Drawn = { view: Schema['LadderView']; at: string | null; onPick: (rungId: string) => void };

const LINE = 76;
const LANE = 30;

/** The same ways from top to bottom, a rung a line: the names keep their size, and nothing lies beside the screen. */
function Upward({ view, at, onPick }: Drawn) {
  const rows = lanes(view);
  const depth = (p: Schema['RungPlaceView']) => p.depth;
  const lane = (id: string) => rows.get(id) ?? 0;
  const order = [...view.places].sort((a, b) => depth(a) - depth(b) || lane(a.rungId) - lane(b.rungId));
  const most = Math.min(4, Math.max(...rows.values()));
  const place = new Map(order.map((p, i) => [p.rungId, { x: 30 + Math.min(lane(p.rungId), 4) * LANE, y: LINE * (i + 0.5) }]));
  const ways = waysOf(view, place, (a, b) => `M${a.x} ${a.y}C${a.x} ${(a.y + b.y) / 2} ${b.x} ${(a.y + b.y) / 2} ${b.x} ${b.y}`);
  const inset = 60 + most * LANE;
  return (
    <div className="relative rounded-2xl bg-paper" data-path>
      <svg
        width={inset}
        height={LINE * order.length}
        viewBox={`0 0 ${inset} ${LINE * order.length}`}
        className="absolute top-0 left-0 block"
        aria-hidden="true"
      >
        {ways.map((w) => (
          <path key={w.key} d={w.d} fill="none" stroke="var(--trail)" strokeWidth="24" strokeLinecap="round" />
        ))}
        <Trodden ways={ways} />
        {order.map((p) => {
          const spot = place.get(p.rungId);
          return spot ? (
            <g key={p.rungId} transform={`translate(${spot.x} ${spot.y})`}>
              {(['left', 'right'] as const).map((side) => (
                <g
                  key={side}
                  transform={`translate(${side === 'left' ? -7 : 7} ${side === 'left' ? 3 : -3}) rotate(90) scale(0.5 ${side === 'left' ? 0.5 : -0.5})`}
                >
                  <Print state={p.standers.some((s) => s.side === side) ? 'here' : 'ahead'} />
                </g>
              ))}
            </g>
          ) : null;
        })}
      </svg>
      <ol>
        {order.map((p) => {
          const board = who(p.standers, p.standerCount);
          return (
            <li
              key={p.rungId}
              style={{ height: LINE, paddingLeft: inset }}
              className="not-first:border-t not-first:border-hair/60"
            >
              <button
                type="button"
                data-rung={p.rungId}
                aria-pressed={at === p.rungId}
                onClick={() => onPick(p.rungId)}
                className="flex size-full flex-col justify-center py-1 pr-2.5 text-left aria-pressed:bg-ground"
              >
                <span className="leading-tight font-semibold">{view.ladder.rungs.find((r) => r.id === p.rungId)?.name}</span>
                <span className="text-small text-soft">{doseOf(p)}</span>
                {board && (
                  <span className="max-w-full self-start truncate rounded bg-act px-1.5 text-small font-semibold text-act-ink">
                    {board}
                  </span>
                )}
              </button>
            </li>
          );
        })}
      </ol>
    </div>
  );
}

/** The fine line along the middle of each way. */
function Trodden({ ways }: { ways: { key: string; d: string }[] }) {
  return ways.map((w) => (
    <path key={w.key} d={w.d} fill="none" stroke="var(--paper)" strokeWidth="2" strokeDasharray="1.5 9" strokeLinecap="round" />
  ));
}

type Spot = { x: number; y: number };

/** A way to each rung that follows, drawn as the given line. */
const waysOf = <S extends Spot>(view: Schema['LadderView'], place: Map<string, S>, line: (a: S, b: S) => string) =>
  view.ladder.rungs.flatMap((r) =>
    r.next.flatMap((to) => {
      const [a, b] = [place.get(r.id), place.get(to)];
      return a && b ? [{ key: `${r.id}${to}`, d: line(a, b) }] : [];
    }),
  );

function Across({ view, at, onPick, room }: Drawn & { room: number }) {
  const deepest = Math.max(...view.places.map((p) => p.depth));
  // The whole ladder on the page where its names leave room for it.
  const column = Math.max(LEAST, Math.min(COLUMN, deepest > 0 ? (room - PAD.left * 2) / deepest : COLUMN));
  const rows = lanes(view);
  const place = new Map(
    view.places.map((p) => [p.rungId, { x: PAD.left + p.depth * column, y: PAD.top + (rows.get(p.rungId) ?? 0) * ROW, p }]),
  );
  const width = PAD.left * 2 + deepest * column;
  const height = PAD.top + 106 + Math.max(...rows.values()) * ROW;
  const ways = waysOf(view, place, (a, b) => {
    const mid = (a.x + b.x) / 2;
    // A way that passes rungs on its own row bows over them.
    return a.y === b.y && b.p.depth - a.p.depth > 1
      ? `M${a.x} ${a.y}C${a.x + column} ${a.y - BOW} ${b.x - column} ${b.y - BOW} ${b.x} ${b.y}`
      : `M${a.x} ${a.y}C${mid} ${a.y} ${mid} ${b.y} ${b.x} ${b.y}`;
  });
  return (
    <div className="overflow-x-auto rounded-2xl bg-paper" data-path>
      <svg
        viewBox={`0 0 ${width} ${height}`}
        width={width}
        height={height}
        className="block max-w-none"
        role="group"
        aria-label={`${view.ladder.name}, drawn as a path`}
      >
        {ways.map((w) => (
          <path key={w.key} d={w.d} fill="none" stroke="var(--trail)" strokeWidth="44" strokeLinecap="round" />
        ))}
        {view.places.length === 1 && (
          <path d={`M${PAD.left - 30} ${PAD.top}h60`} stroke="var(--trail)" strokeWidth="44" strokeLinecap="round" />
        )}
        <Trodden ways={ways} />
        {view.ladder.rungs.map((r) => {
          const spot = place.get(r.id);
          if (!spot) return null;
          const { x, y, p } = spot;
          const lines = inLines(r.name, Math.floor((column - 6) / 7.6));
          const under = y + 42 + 17 * lines.length;
          const standers = [...new Set(p.standers.map((s) => s.name))];
          const board = who(p.standers, p.standerCount);
          return (
            <g
              key={r.id}
              role="button"
              tabIndex={0}
              aria-pressed={at === r.id}
              aria-label={[board, r.name, doseOf(p), standers.length > 0 && `stood on by ${standers.join(', ')}`]
                .filter(Boolean)
                .join(' ')}
              className="cursor-pointer [&:hover>text]:underline"
              data-rung={r.id}
              onClick={() => onPick(r.id)}
              onKeyDown={(e: KeyboardEvent) => {
                if (e.key !== 'Enter' && e.key !== ' ') return;
                e.preventDefault();
                onPick(r.id);
              }}
            >
              <rect x={x - column / 2 + 2} y={y - 30} width={column - 4} height="124" rx="10" fill="transparent" />
              {(['left', 'right'] as const).map((side) => (
                <g
                  key={side}
                  transform={`translate(${x + (side === 'left' ? 14 : -14)} ${y + (side === 'left' ? -10 : 10)}) scale(0.72 ${side === 'left' ? 0.72 : -0.72})`}
                >
                  <Print state={p.standers.some((s) => s.side === side) ? 'here' : 'ahead'} />
                </g>
              ))}
              {board && (
                <>
                  <path d={`M${x} ${y - 42}v14`} stroke="var(--brass)" strokeWidth="3" strokeLinecap="round" />
                  <rect
                    x={x - board.length * 3.6 - 11}
                    y={y - 62}
                    width={board.length * 7.2 + 22}
                    height="24"
                    rx="4"
                    fill="var(--act)"
                  />
                  <text x={x} y={y - 45} fontSize="12.5" textAnchor="middle" fontWeight="650" fill="var(--act-ink)">
                    {`${board} `}
                  </text>
                </>
              )}
              {lines.map((line, i) => (
                <text
                  key={line}
                  x={x}
                  y={y + 42 + 17 * i}
                  textAnchor="middle"
                  fontSize="14"
                  fontWeight="680"
                  fill="var(--ink)"
                >{`${line} `}</text>
              ))}
              <text x={x} y={under} textAnchor="middle" fontSize="12.5" fill="var(--ink-soft)">
                {doseOf(p)}
              </text>
              {at === r.id && (
                <path d={`M${x - 30} ${under + 7}h60`} stroke="var(--brass)" strokeWidth="3.5" strokeLinecap="round" />
              )}
            </g>
          );
        })}
      </svg>
    </div>
  );
}

const doseOf = (place: Schema['RungPlaceView']) => place.doseText.replace(' a side', '').split(',')[0] ?? '';

const BOW = 58;

/** A branch keeps its row, taken from the rung just below it; where ways meet again they meet in the upper one. */
function lanes(view: Schema['LadderView']) {
  const rows = new Map<string, number>();
  const taken = new Map<number, Set<number>>();
  const free = (depth: number, from: number) => {
    const used = taken.get(depth) ?? new Set<number>();
    let row = from;
    while (used.has(row)) row++;
    used.add(row);
    taken.set(depth, used);
    return row;
  };
  const depth = new Map(view.places.map((p) => [p.rungId, p.depth]));
  for (const rung of [...view.ladder.rungs].sort((a, b) => (depth.get(a.id) ?? 0) - (depth.get(b.id) ?? 0))) {
    const from = view.ladder.rungs
      .filter((r) => r.next.includes(rung.id) && rows.has(r.id))
      .sort((a, b) => (depth.get(b.id) ?? 0) - (depth.get(a.id) ?? 0))[0];
    rows.set(
      rung.id,
      free(depth.get(rung.id) ?? 0, from ? (rows.get(from.id) ?? 0) + Math.max(0, from.next.indexOf(rung.id)) : 0),
    );
  }
  return rows;
}

/** A name in at most three lines; it may break behind a hyphen too. */
function inLines(name: string, most: number) {
  const lines: string[] = [];
  for (const part of name.split(/(?<=[ -])/)) {
    const last = lines.at(-1);
    if (last !== undefined && (`${last}${part}`.trimEnd().length <= most || lines.length === 3))
      lines[lines.length - 1] = last + part;
    else lines.push(part);
  }
  return lines.map((line) => line.trimEnd());
}

/** "Maren, Dov L". A side is named only where the other stands elsewhere. */
const who = (standers: Schema['StanderView'][], count: number) => {
  const names = [...new Set(standers.map((s) => s.clientId))].map((id) => {
    const sides = standers.filter((s) => s.clientId === id);
    const name = sides[0]?.name.split(' ')[0] ?? '';
    return sides.length === 2 ? name : `${name} ${sides[0]?.side === 'left' ? 'L' : 'R'}`;
  });
  return count <= 2 || (count === 3 && names.join(', ').length < 22) ? names.join(', ') : `${names[0]} and ${count - 1}`;
};

import { type PointerEvent, useEffect, useId, useRef } from 'react';
import type { Played } from '@/clips/played';
import { sideWord } from '@/ui/SidePlate';
import { useWidth } from '@/ui/useWidth';
import { nameIn, type Pair } from './pairs';
import type { At, Player } from './usePlayer';

const LEAST = 64;
const LETTER = 46;
const GAP = 34;
const ROW = 62;
const DEEP = 38;
const TOP = 14;

/**
 * The repetitions as chalk strokes on the rubber floor: down, stay and up as deep as they went, each as wide as the next whatever its
 * time, so that both rows are in step by phase. A nick cut through a stroke is where something left its band. One string with a bob
 * goes over both: it is drawn along, tapped or gone with by key.
 */
export function StrokeFloor({ pair, player, only = null }: { pair: Pair; player: Player; only?: Played | null }) {
  const rows = only ? [only] : [pair.one, ...(pair.other ? [pair.other] : [])];
  const count = Math.max(...rows.map((c) => c.repetitions.length), player.lead.repetitions.length);
  const [room, wide] = useWidth<HTMLDivElement>(700);
  const REP = Math.max(LEAST, Math.min(240, (wide - LETTER) / count - GAP));
  const width = LETTER + count * (REP + GAP);
  const height = rows.length * ROW + 30;
  const { at, go } = player;
  const grain = useId();
  const held = useRef(false);
  const drawing = useRef<SVGSVGElement>(null);
  const x = (repetition: number, phase: number) => LETTER + repetition * (REP + GAP) + (phase / 200) * REP;
  const y = (row: number, depth: number) => TOP + row * ROW + (pair.one.rises ? 1 - depth : depth) * DEEP;
  const here = x(at.repetition, at.phase);

  // Where the string hangs is in sight, however many repetitions there are.
  useEffect(() => {
    const floor = room.current;
    if (!floor || held.current) return;
    if (here < floor.scrollLeft + 8 || here > floor.scrollLeft + floor.clientWidth - 8)
      floor.scrollLeft = here - floor.clientWidth / 2;
  }, [room, here]);

  const reach = (event: PointerEvent): At | null => {
    const into = drawing.current?.getScreenCTM()?.inverse();
    if (!into) return null;
    const along = new DOMPoint(event.clientX, event.clientY).matrixTransform(into).x - LETTER;
    const repetition = Math.min(Math.max(0, Math.floor(along / (REP + GAP))), count - 1);
    return { repetition, phase: Math.min(Math.max(0, ((along - repetition * (REP + GAP)) / REP) * 200), 200) };
  };
  const draw = (event: PointerEvent) => {
    const to = reach(event);
    if (to) go(to);
  };

  return (
    <div
      ref={room}
      className="min-w-0 flex-1 cursor-ew-resize touch-none select-none overflow-x-auto"
      data-floor
      role="slider"
      tabIndex={0}
      aria-label="Where in the repetitions"
      aria-valuemin={0}
      aria-valuemax={count * 200}
      aria-valuenow={Math.round(at.repetition * 200 + at.phase)}
      aria-valuetext={`Repetition ${at.repetition + 1}, ${phaseWords(at.phase, pair.one.rises)}`}
      onPointerDown={(e) => {
        held.current = true;
        e.currentTarget.setPointerCapture(e.pointerId);
        draw(e);
      }}
      onPointerMove={(e) => held.current && draw(e)}
      onPointerUp={() => {
        held.current = false;
      }}
      onPointerCancel={() => {
        held.current = false;
      }}
    >
      <svg ref={drawing} viewBox={`0 0 ${width} ${height}`} width={width} height={height} className="block" aria-hidden="true">
        <filter id={grain}>
          <feTurbulence type="fractalNoise" baseFrequency="0.9" numOctaves="2" result="n" />
          <feDisplacementMap in="SourceGraphic" in2="n" scale="2.2" />
        </filter>
        {rows.map((clip, row) => (
          <g key={clip.clipId + clip.side}>
            <g>
              <rect x="4" y={TOP + row * ROW + 8} width="26" height="26" rx="5" fill="#f1eee6" />
              <text x="17" y={TOP + row * ROW + 26} textAnchor="middle" fontSize="15" fontWeight="700" fill="#26312d">
                {clip.side === 'left' ? 'L' : 'R'}
              </text>
              {pair.other && pair.one.side === pair.other.side && (
                <text x="4" y={TOP + row * ROW + 48} fontSize="10" fill="#b4bdb4">
                  {nameIn(pair, clip)}
                </text>
              )}
            </g>
            {clip.repetitions.map((r, i) => {
              const lit = i === Math.min(at.repetition, clip.repetitions.length - 1);
              const d = r.stroke
                .map(
                  (depth, p) =>
                    `${p === 0 ? 'M' : 'L'}${x(i, (200 * p) / (r.stroke.length - 1)).toFixed(1)} ${y(row, depth).toFixed(1)}`,
                )
                .join('');
              return (
                <g key={r.number} data-stroke={r.number}>
                  <path
                    d={d}
                    fill="none"
                    stroke="#f1eee6"
                    strokeOpacity={lit ? 0.95 : 0.45}
                    strokeWidth={lit ? 8 : 5.5}
                    strokeLinecap="round"
                    strokeLinejoin="round"
                    filter={`url(#${grain})`}
                  />
                  {clip.nicks
                    .filter((n) => n.repetition === r.number)
                    .map((n) => {
                      const at = r.stroke[Math.round((n.phase / 200) * (r.stroke.length - 1))] ?? 0;
                      const [nx, ny] = [x(i, n.phase), y(row, at)];
                      return (
                        <path
                          key={n.measureId}
                          d={`M${nx - 8} ${ny + 8}L${nx + 8} ${ny - 8}`}
                          stroke="#f0907a"
                          strokeWidth="3.2"
                          strokeLinecap="round"
                          strokeDasharray={n.sure ? undefined : '2 4'}
                          data-nick={n.measureId}
                        />
                      );
                    })}
                  <text
                    x={x(i, 200) + 10}
                    y={y(row, 0.25)}
                    fontSize="13"
                    fontWeight="600"
                    fill="#f1eee6"
                    fillOpacity={lit ? 1 : 0.6}
                  >
                    {r.number}
                  </text>
                </g>
              );
            })}
          </g>
        ))}
        <path d={`M${here} 4V${height - 22}`} stroke="#dfa443" strokeWidth="1.6" />
        {rows.map((clip, row) => {
          const r = clip.repetitions[Math.min(at.repetition, clip.repetitions.length - 1)];
          const depth = r?.stroke[Math.round((at.phase / 200) * (r.stroke.length - 1))] ?? 0;
          const i = Math.min(at.repetition, clip.repetitions.length - 1);
          return (
            <circle
              key={clip.clipId + clip.side}
              cx={x(i, at.phase)}
              cy={y(row, depth)}
              r="6"
              fill="#dfa443"
              stroke="#26312d"
              strokeWidth="1.5"
            />
          );
        })}
        <path d={`M${here - 7} ${height - 22}h14l-7 20Z`} fill="#dfa443" stroke="#8a5710" />
      </svg>
    </div>
  );
}

/** Where in a repetition: "41 % down", "20 % up"; what steps up goes up first. */
export const phaseWords = (phase: number, rises = false) => {
  const [out, back] = rises ? ['up', 'down'] : ['down', 'up'];
  return phase < 1
    ? rises
      ? 'on the floor'
      : 'standing'
    : phase <= 99
      ? `${Math.round(phase)} % ${out}`
      : phase <= 101
        ? rises
          ? 'at the top'
          : 'at the bottom'
        : phase < 199
          ? `${Math.round(phase - 100)} % ${back}`
          : `${back} again`;
};

const PARTS = { down: 'down', pause: 'bottom', up: 'up', top: 'top' } as const;

/** The tempo done as tape pulled out against the dotted length that is asked. */
export function TempoTape({ clips, asked, taps }: { clips: Played[]; asked: string | null; taps: string | null }) {
  const missed = clips.find((c) => c.tempoMissed);
  // The longest part is as long as the tape goes; a slow tempo is pulled out at a smaller scale.
  const longest = Math.max(4, ...clips.flatMap((c) => c.tempo.flatMap((t) => [t.asked ?? 0, t.done ?? 0])));
  const second = 120 / longest;
  const give = Math.max(0, ...clips.flatMap((c) => c.tempo.map((t) => t.reach ?? 0)));
  return (
    <section aria-label="Tempo" className="grid w-72 shrink-0 content-center gap-1 text-[#f1eee6]">
      <h2 className="text-copy font-semibold">
        {asked ? `Asked: ${asked}` : 'Tempo'}
        {give > 0 && <span className="font-normal text-fine"> done ±{give.toFixed(1)} s</span>}
      </h2>
      {clips.map((clip) => (
        <div key={clip.clipId + clip.side} className="flex items-start gap-2" data-tempo={clip.side}>
          <span className="mt-1.5 w-3 text-small font-semibold">
            {clip.side === 'left' ? 'L' : 'R'}
            <span className="sr-only">{sideWord(clip.side)}</span>
          </span>
          {clip.tempo.map((t) => (
            <span key={t.part} className="grid">
              <svg width={Math.max(26, second * Math.max(t.asked ?? 0, t.done ?? 0, 0.5) + 4)} height="22" aria-hidden="true">
                {t.asked !== null && (
                  <rect
                    x="1"
                    y="2"
                    width={Math.max(3, second * t.asked)}
                    height="18"
                    fill="none"
                    stroke="#b4bdb4"
                    strokeDasharray="3 3"
                  />
                )}
                {t.done !== null && (
                  <>
                    <rect x="1" y="4" width={Math.max(2, second * t.done)} height="14" fill="#e6b962" />
                    {Array.from({ length: Math.floor(t.done * 4) }, (_, i) => (
                      <path
                        key={i}
                        d={`M${1 + ((i + 1) * second) / 4} 4v${(i + 1) % 4 === 0 ? 8 : 4}`}
                        stroke="#26312d"
                        strokeWidth="1"
                      />
                    ))}
                    <path d={`M${1 + second * t.done} 2v18`} stroke="#f1eee6" strokeWidth="2.4" />
                  </>
                )}
              </svg>
              <span
                className={`text-fine whitespace-nowrap tabular-nums ${t.verdict === 'short' || t.verdict === 'long' ? 'font-semibold text-[#f0907a]' : ''}`}
              >
                {t.done === null ? 'not timed' : `${t.done.toFixed(1)} s`} {PARTS[t.part]}
              </span>
            </span>
          ))}
        </div>
      ))}
      {taps && <p className="text-fine">In the session: {taps}.</p>}
      {missed?.tempoMissed && (
        <p className="text-fine">{`${missed.side === 'left' ? 'Left' : 'Right'}: ${missed.tempoMissed}`}</p>
      )}
    </section>
  );
}

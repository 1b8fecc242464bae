import { type KeyboardEvent, useLayoutEffect, useRef } from 'react';
import { type Side, sideWord } from './SidePlate';
import { Sideways } from './Sideways';

export type Rung = {
  id: string;
  name: string;
  note?: string;
  /** Which sides have been on it; without it every rung behind counts as walked. */
  been?: Record<Side, boolean>;
};

/** Where a side stands on the line and what is to be done there. */
export type Standing = { rung: number; say: string };

const STEP = 168;
const EDGE = 70;
const TRAIL = { middle: 116, half: 36, sway: 12 };

/**
 * The stride line: a trodden path, left prints above its middle and right prints below, a rung two prints. What is done
 * is pressed in solid, a rung behind that a side never was on is a bare outline, where a side stands is outlined in brass,
 * what lies ahead is dashed. A stake says what to do; sides that
 * stand apart have a stake each, so that one foot is seen to be ahead of the other.
 */
export function StrideLine({
  rungs,
  left,
  right,
  asked,
  onAsk,
}: {
  rungs: Rung[];
  left: Standing;
  right: Standing;
  /** The rung whose story is open, and what opens another one's; without them the line is only looked at. */
  asked?: string | undefined;
  onAsk?: (rungId: string) => void;
}) {
  const width = EDGE * 2 + STEP * (rungs.length - 1) + 40;
  const y = (x: number) => TRAIL.middle + TRAIL.sway * Math.sin(x / 190 + 0.6);
  const slope = (x: number) => (Math.atan((TRAIL.sway / 190) * Math.cos(x / 190 + 0.6)) * 180) / Math.PI;
  const xs = Array.from({ length: Math.ceil(width / 12) + 1 }, (_, i) => Math.min(i * 12, width));
  const border = (by: number) => xs.map((x) => `${x} ${(y(x) + by + 1.6 * Math.sin(x / 23 + by)).toFixed(1)}`);
  const trail = `M${border(-TRAIL.half).join('L')}L${border(TRAIL.half).reverse().join('L')}Z`;
  const centre = (i: number) => EDGE + STEP * i;
  const prints = (['left', 'right'] as const).flatMap((side) =>
    rungs.map((rung, i) => {
      const here = (side === 'left' ? left : right).rung;
      const x = centre(i) + (side === 'left' ? 20 : -18);
      return {
        key: `${side}-${rung.id}`,
        side,
        x,
        y: y(x) + (side === 'left' ? -15 : 15),
        turn: slope(x),
        state:
          i < here
            ? rung.been?.[side] === false
              ? ('passed' as const)
              : ('done' as const)
            : i === here
              ? ('here' as const)
              : ('ahead' as const),
      };
    }),
  );
  const together = left.rung === right.rung;
  // The boards of two stakes share the room at its middle: neither ever covers the other.
  const between = (centre(left.rung) + centre(right.rung)) / 2;
  // On a narrow screen the line opens where the weaker side stands.
  const view = useRef<HTMLDivElement>(null);
  const here = centre(Math.min(left.rung, right.rung));
  useLayoutEffect(() => {
    const frame = view.current;
    if (frame) frame.scrollLeft = here - frame.clientWidth / 2;
  }, [here]);
  return (
    <Sideways
      label="The stride line"
      // The path comes from somewhere and goes on: what is cut by the edge fades, so that nobody takes half a word for a whole one.
      className="pb-1 print:mask-none mask-[linear-gradient(to_right,transparent,black_36px,black_calc(100%-36px),transparent)]"
      ref={view}
    >
      <svg
        viewBox={`0 0 ${width} 236`}
        width={width}
        height={236}
        className="block max-w-none"
        role={onAsk ? 'group' : 'img'}
        aria-label={`${describe('left', left, rungs)} ${describe('right', right, rungs)}`}
      >
        <path d={trail} fill="var(--trail)" />
        <path
          d={`M${border(0).join('L')}`}
          fill="none"
          stroke="var(--ground)"
          strokeWidth="2"
          strokeDasharray="1.5 9"
          strokeLinecap="round"
        />
        {prints.map((p) => (
          <g key={p.key} transform={`translate(${p.x} ${p.y}) rotate(${p.turn}) scale(1 ${p.side === 'left' ? 1 : -1})`}>
            <Print state={p.state} />
          </g>
        ))}
        <text x="16" y={y(16) - 10} className="figure" fontSize="15" fill="var(--ink-soft)">
          L
        </text>
        <text x="16" y={y(16) + 21} className="figure" fontSize="15" fill="var(--ink-soft)">
          R
        </text>
        {together ? (
          <Stake
            x={centre(left.rung)}
            ground={y(centre(left.rung)) - 30}
            room={[0, width]}
            text={left.say === right.say ? left.say : `L ${left.say} · R ${right.say}`}
          />
        ) : (
          <>
            <Stake
              x={centre(left.rung) + 20}
              ground={y(centre(left.rung)) - 26}
              text={`L: ${left.say}`}
              room={left.rung < right.rung ? [0, between] : [between, width]}
            />
            <Stake
              x={centre(right.rung) - 18}
              ground={y(centre(right.rung)) + 4}
              text={`R: ${right.say}`}
              room={left.rung < right.rung ? [between, width] : [0, between]}
            />
          </>
        )}
        {rungs.map((rung, i) => {
          const ahead = i > Math.max(left.rung, right.rung);
          const now = i === left.rung || i === right.rung;
          return (
            <g
              key={rung.id}
              textAnchor="middle"
              {...(onAsk && {
                role: 'button',
                tabIndex: 0,
                'aria-label': `${[rung.name, rung.note].filter(Boolean).join(' ')}: why?`,
                'aria-pressed': asked === rung.id,
                className: 'cursor-pointer [&:hover>text]:underline',
                onClick: () => onAsk(rung.id),
                onKeyDown: (e: KeyboardEvent) => {
                  if (e.key !== 'Enter' && e.key !== ' ') return;
                  e.preventDefault();
                  onAsk(rung.id);
                },
              })}
            >
              {onAsk && (
                <rect
                  x={centre(i) - STEP / 2 + 6}
                  y={y(centre(i)) - 44}
                  width={STEP - 12}
                  height="132"
                  fill="transparent"
                  rx="10"
                />
              )}
              {asked === rung.id && (
                <path
                  d={`M${centre(i) - 24} ${y(centre(i)) + 86}h48`}
                  stroke="var(--brass)"
                  strokeWidth="3"
                  strokeLinecap="round"
                />
              )}
              <text
                x={centre(i)}
                y={y(centre(i)) + 62}
                fontSize="15"
                fontWeight={now ? 700 : 500}
                fill={ahead ? 'var(--ink-soft)' : 'var(--ink)'}
              >
                {rung.note ? `${rung.name} ` : rung.name}
              </text>
              {rung.note && (
                <text x={centre(i)} y={y(centre(i)) + 80} fontSize="13" fill="var(--ink-soft)">
                  {rung.note}
                </text>
              )}
            </g>
          );
        })}
      </svg>
    </Sideways>
  );
}

/** A boot print that walks to the right: heel, waist and sole in one outline, tread across it when it is pressed in. */
export function Print({ state }: { state: 'done' | 'passed' | 'here' | 'ahead' }) {
  const outline =
    'M-25 1c0-5 3.500-7.500 8.500-7.500 4.500 0 7 1.500 11.500 1.200C1-5.700 5-9 12-9.500c8.500-.5 14.500 3.500 14.500 9S21.500 8.500 13 8.500c-6 0-9.500-2.500-15-2.800-5-.2-8.500 2-14 1.800-5.500-.2-9-2.500-9-6.500z';
  if (state === 'done')
    return (
      <>
        <path d={outline} fill="var(--pine)" />
        <path d="M-18-4v9M-12.500-4.500v10M6-6v12M12-7v13M18-6v11" stroke="var(--trail)" strokeWidth="2" strokeLinecap="round" />
      </>
    );
  if (state === 'passed') return <path d={outline} fill="none" stroke="var(--edge)" strokeWidth="1.500" />;
  if (state === 'here') return <path d={outline} fill="var(--paper)" stroke="var(--brass)" strokeWidth="3" />;
  return <path d={outline} fill="none" stroke="var(--edge)" strokeWidth="1.500" strokeDasharray="3.500 3.500" />;
}

/** A brass stake in the ground with its board, which keeps within its room; what is longer than that goes on in a second line. */
function Stake({ x, ground, text, room: [from, to] }: { x: number; ground: number; text: string; room: [number, number] }) {
  const lines = inLines(text, Math.max(12, Math.floor((to - from - 34) / 7.6)));
  const width = Math.max(...lines.map((l) => l.length)) * 7.6 + 26;
  const middle = Math.max(from + 4 + width / 2, Math.min(to - 4 - width / 2, x));
  return (
    <g>
      <path d={`M${x} 36V${ground}`} stroke="var(--brass)" strokeWidth="3.500" strokeLinecap="round" />
      <path d={`M${x - 4} ${ground - 2}h8`} stroke="var(--brass-dark)" strokeWidth="2" strokeLinecap="round" />
      <rect x={middle - width / 2} y="4" width={width} height={16 + 17 * lines.length} rx="5" fill="var(--act)" />
      {lines.map((line, i) => (
        <text key={line} x={middle} y={26 + 17 * i} textAnchor="middle" fontSize="15" fontWeight="650" fill="var(--act-ink)">
          {line}
        </text>
      ))}
    </g>
  );
}

/** Words in at most two lines of about as many letters as there is room for. */
function inLines(text: string, most: number): string[] {
  if (text.length <= most) return [text];
  const words = text.split(' ');
  let first = words.shift() ?? '';
  while (words[0] !== undefined && `${first} ${words[0]}`.length <= Math.max(most, text.length / 2)) first += ` ${words.shift()}`;
  return words.length > 0 ? [first, words.join(' ')] : [first];
}

const describe = (side: Side, standing: Standing, rungs: Rung[]) =>
  `The ${sideWord(side)} stands on rung ${standing.rung + 1} of ${rungs.length}, ${rungs[standing.rung]?.name ?? ''}: ${standing.say}.`;

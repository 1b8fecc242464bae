import { useId, useRef } from 'react';
import { Brass } from '@/ui/instruments/metal';
import { type Side, sideWord } from '@/ui/SidePlate';
import type { Call, Item } from './run';
import { type Given, useTempo } from './tempo';

const WORD: Record<Call, string> = { lower: 'Lower', pause: 'Stay', up: 'Up', top: 'Top' };
const TOP = 34;

/** What the house calls out, with the sides by name. */
export const calledOut = (words: string, side: Side) =>
  words
    .replace('{side}', sideWord(side))
    .replace('{other}', sideWord(side === 'left' ? 'right' : 'left'))
    .replace(/^./, (c) => c.toUpperCase());

/**
 * The tempo as a bob that is let down on its string onto the pad, lies still, and is drawn up: knots are seconds on the way
 * down. It is moved past React, frame by frame, by the clock.
 */
export function Bob({
  item,
  begun,
  given,
  side,
  height,
}: {
  item: Item;
  begun: number | null;
  given: Given;
  /** The side of the set; where the sides take turns, the one that began. */
  side: Side;
  height: number;
}) {
  const metal = useId();
  const bob = useRef<SVGGElement>(null);
  const string = useRef<SVGLineElement>(null);
  const left = useRef<SVGTextElement>(null);
  const word = useRef<HTMLParagraphElement>(null);
  const box = useRef<HTMLDivElement>(null);
  const pad = height - 30;
  const way = pad - 34 - TOP;
  useTempo(item, begun, given, (at, since, audible) => {
    const y = TOP + at.depth * way;
    bob.current?.setAttribute('transform', `translate(0 ${y.toFixed(1)})`);
    string.current?.setAttribute('y2', String(y));
    const turn = item.alternating && at.repetition % 2 === 0 ? (side === 'left' ? 'right' : 'left') : side;
    const own = item.calls.find((c) => c.when === at.call);
    const says = own ? calledOut(own.words, turn) : WORD[at.call];
    if (word.current && word.current.textContent !== says) word.current.textContent = says;
    const number = String(at.left);
    if (left.current) {
      if (left.current.textContent !== number || box.current?.dataset.call !== at.call) {
        left.current.textContent = number;
        if (box.current) {
          box.current.dataset.call = at.call;
          // When the mark changed, by the clock of sound, since the set began: read by the bench.
          box.current.dataset.mark = `${since.toFixed(4)} ${audible ? 'sound' : 'page'}`;
        }
      }
    }
  });
  if (!item.tempo || !given.mark) return null;
  const down = item.tempo.down;
  return (
    <div ref={box} className="pointer-events-none absolute inset-y-0 right-0 w-[168px]" data-bob aria-hidden="true">
      <p
        ref={word}
        className="figure absolute right-[92px] w-[150px] text-right text-shout text-[var(--brass-light)]"
        style={{ top: height / 2 - 34 }}
      />
      <svg width="90" height={height} viewBox={`0 0 90 ${height}`} className="absolute top-0 right-2" aria-hidden="true">
        <Brass id={metal} />
        <rect x="6" y="0" width="78" height="9" fill="var(--timber)" />
        <rect x="6" y="9" width="78" height="2.500" fill="var(--timber-dark)" />
        <line x1="45" x2="45" y1={TOP} y2={pad} stroke="var(--chalk-soft)" strokeWidth="1.600" strokeDasharray="2 7" />
        {Array.from({ length: down }, (_, i) => i).map((i) => (
          <path
            key={i}
            d={`M35 ${TOP + 34 + (way * i) / down}h20`}
            stroke="var(--chalk-soft)"
            strokeWidth="2.200"
            strokeLinecap="round"
            opacity={i === 0 ? 0 : 0.75}
          />
        ))}
        <line ref={string} x1="45" x2="45" y1="11" y2={TOP} stroke="var(--brass-light)" strokeWidth="2.400" />
        <rect x="10" y={pad} width="70" height="17" rx="5" fill="var(--pad)" />
        <g ref={bob} transform={`translate(0 ${TOP})`}>
          <g transform="translate(45 -4)" stroke="var(--bob-edge)" strokeWidth="0.800" strokeLinejoin="round">
            <path d="M-5-6h10v6H-5z" fill={`url(#${metal})`} />
            <path
              d="M-11 0h22c3.500 2 4 6 2.800 10C11 19 6 27 2.500 33h-5C-6 27-11 19-13.800 10-15 6-14.500 2-11 0z"
              fill={`url(#${metal})`}
            />
            <path d="M-2.500 33h5L0 41z" fill="var(--steel)" />
          </g>
        </g>
        <text ref={left} x="84" y={height / 2 - 6} textAnchor="end" className="figure" fontSize="40" fill="var(--brass-light)" />
      </svg>
    </div>
  );
}

/** The tempo of an item in a few words: "lower 3, pause 1, up 1". */
export const tempoWords = (item: Item) =>
  item.tempo
    ? `lower ${item.tempo.down}, pause ${item.tempo.pause}, up ${item.tempo.up}${item.tempo.top > 0 ? `, top ${item.tempo.top}` : ''}`
    : '';

import type { Schema } from '@/api/client';
import { Button } from '@/ui/Button';

type View = Schema['OneLegView'];
type Position = Schema['PositionDto'];

/** Whether it balances, what alone would do it, the box from which the free leg hangs clear, and what the knee further back costs. */
export function OneLegNotes({
  name,
  view,
  position,
  onSet,
}: {
  name: 'A' | 'B';
  view: View;
  position: Position;
  onSet: (next: Position) => void;
}) {
  const falls = view.balance === 'falls';
  return (
    <section aria-label={`Balance of ${name}`} className="rounded-2xl bg-paper px-4 py-3" data-balance={view.balance}>
      <h2 className={`text-lead font-semibold ${falls ? 'text-brick' : ''}`}>
        {name}: {view.sentence}
      </h2>
      {view.gives && <p className="mt-0.5 text-body text-brick">{view.gives}</p>}
      {view.ways.length > 0 && (
        <ul className="mt-1.5 grid gap-1.5">
          {view.ways.map((w) => (
            <li key={w.kind}>
              <Button
                className="w-full justify-start! text-left"
                onClick={() => onSet({ ...position, oneLeg: w.posture, load: w.load })}
              >
                {w.sentence}
              </Button>
            </li>
          ))}
        </ul>
      )}
      <Trade trade={view.trade} />
      <p className="mt-1 text-small text-soft">
        Box for the free leg to hang clear: {view.clearBox}. {view.sideways}
      </p>
    </section>
  );
}

/** The knee from forward to back: the hip's share as ground that rises, the weight that it takes as plates hung over it. */
function Trade({ trade }: { trade: View['trade'] }) {
  const [wide, high, left] = [340, 112, 8];
  const x = (i: number) => left + 20 + (i * (wide - left - 44)) / Math.max(1, trade.length - 1);
  const y = (percent: number) => high - 24 - (Math.min(100, Math.max(0, percent)) / 100) * 44;
  const heaviest = Math.max(4, ...trade.map((t) => t.kilograms ?? 0));
  // What nothing balances has no share to tell.
  const held = trade.flatMap((t, i) => (t.kilograms === null ? [] : [{ i, percent: t.hipPercent }]));
  const [forward, back] = [held[0], held.at(-1)];
  return (
    <svg viewBox={`0 0 ${wide} ${high}`} className="mt-1 block h-auto w-full max-w-[420px]" role="img" aria-label={said(trade)}>
      <path d={`M${x(0)} ${high - 24}H${x(trade.length - 1)}`} stroke="var(--edge)" />
      {forward && back && (
        <path
          d={`M${x(forward.i)} ${high - 24}${held.map((h) => `L${x(h.i)} ${y(h.percent)}`).join('')}L${x(back.i)} ${high - 24}Z`}
          fill="var(--trail)"
        />
      )}
      {trade.map((t, i) => (
        <g key={t.shinDegrees}>
          {t.kilograms === null ? (
            <path d={`M${x(i) - 4} 8l8 8m0 -8l-8 8`} stroke="var(--brick)" strokeWidth="2" />
          ) : (
            t.kilograms > 0.05 && (
              <rect
                x={x(i) - 6}
                y={24 - (18 * t.kilograms) / heaviest}
                width="12"
                height={Math.max(2, (18 * t.kilograms) / heaviest)}
                rx="1.500"
                fill="var(--plate)"
              />
            )
          )}
          {i % 4 === 0 && (
            <text x={x(i)} y={high - 4} textAnchor="middle" fontSize="16" fill="var(--ink-soft)">
              {Math.round(t.shinDegrees)}°
            </text>
          )}
        </g>
      ))}
      {(forward && back && back.i - forward.i < 4 ? [back] : [forward, back]).map(
        (end) =>
          end && (
            <text
              key={end.i}
              x={x(end.i)}
              y={y(end.percent) - 5}
              textAnchor={end.i === 0 ? 'start' : 'middle'}
              fontSize="16"
              fill="var(--ink)"
            >
              hip {Math.round(end.percent)} %
            </text>
          ),
      )}
    </svg>
  );
}

const said = (trade: View['trade']) =>
  `Knee from forward to back: ${trade
    .map(
      (t) =>
        `shin ${Math.round(t.shinDegrees)} degrees, hip ${Math.round(t.hipPercent)} percent, ${
          t.kilograms === null ? 'no weight balances it' : `${t.kilograms.toFixed(1)} kilograms`
        }`,
    )
    .join('; ')}`;

import { useEffect, useState } from 'react';

/** A number that can be stepped, typed, or reached by the arrow keys. */
export function Dial({
  label,
  value,
  unit,
  step = 1,
  onSet,
}: {
  label: string;
  value: number;
  unit: string;
  step?: number;
  onSet: (value: number) => void;
}) {
  const shown = String(Math.round(value * 10) / 10).replace('-', '−');
  const [text, setText] = useState(shown);
  useEffect(() => setText(shown), [shown]);
  const commit = () => {
    const number = Number(text.replace(',', '.').replace('−', '-'));
    if (text.trim() !== '' && Number.isFinite(number)) onSet(number);
    else setText(shown);
  };
  return (
    <div role="group" aria-label={label} className="min-w-0">
      <p className="truncate text-[12.5px] text-soft">{label}</p>
      <div className="flex items-center rounded-[10px] border border-edge/60 bg-paper">
        <button
          type="button"
          aria-label={`${label}: less`}
          onClick={() => onSet(value - step)}
          className="h-11 w-9 shrink-0 text-[19px] hover:bg-ground"
        >
          −
        </button>
        <input
          aria-label={`${label}, ${unit === '°' ? 'degrees' : unit}`}
          inputMode="decimal"
          value={text}
          onChange={(e) => setText(e.target.value)}
          onBlur={commit}
          onKeyDown={(e) => {
            if (e.key === 'Enter') commit();
            const by = { ArrowUp: step, ArrowDown: -step }[e.key];
            if (by) {
              e.preventDefault();
              onSet(value + by * (e.shiftKey ? 5 : 1));
            }
          }}
          className="figure h-11 w-full min-w-0 bg-transparent text-center text-[20px] outline-offset-0"
        />
        <span className="shrink-0 pr-0.5 text-[12.5px] text-soft">{unit}</span>
        <button
          type="button"
          aria-label={`${label}: more`}
          onClick={() => onSet(value + step)}
          className="h-11 w-9 shrink-0 text-[19px] hover:bg-ground"
        >
          +
        </button>
      </div>
    </div>
  );
}

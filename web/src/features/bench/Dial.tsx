import { NumberInput } from '@/ui/NumberInput';

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
  return (
    <div role="group" aria-label={label} className="min-w-0">
      <p className="truncate text-fine text-soft">{label}</p>
      <div className="flex items-center rounded-[10px] border border-edge bg-paper">
        <button
          type="button"
          aria-label={`${label}: less`}
          onClick={() => onSet(value - step)}
          className="h-11 w-9 pointer-coarse:w-11 shrink-0 text-head hover:bg-ground"
        >
          −
        </button>
        <NumberInput
          aria-label={`${label}, ${unit === '°' ? 'degrees' : unit}`}
          value={value}
          decimals={1}
          onSay={onSet}
          onKeyDown={(e) => {
            const by = { ArrowUp: step, ArrowDown: -step }[e.key];
            if (by) {
              e.preventDefault();
              onSet(value + by * (e.shiftKey ? 5 : 1));
            }
          }}
          className="figure h-11 w-full min-w-0 bg-transparent text-center text-head outline-offset-0"
        />
        <span className="shrink-0 pr-0.5 text-fine text-soft">{unit}</span>
        <button
          type="button"
          aria-label={`${label}: more`}
          onClick={() => onSet(value + step)}
          className="h-11 w-9 pointer-coarse:w-11 shrink-0 text-head hover:bg-ground"
        >
          +
        </button>
      </div>
    </div>
  );
}

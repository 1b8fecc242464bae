import type { Unit } from '@/words/units';
import { NumberInput } from './NumberInput';

/** The two edges of a band; an empty one is open. */
export function BandEdges({
  unit,
  low,
  high,
  onLow,
  onHigh,
}: {
  unit: Unit;
  low: number | null;
  high: number | null;
  onLow: (edge: number | null) => void;
  onHigh: (edge: number | null) => void;
}) {
  return (
    <div className="flex flex-wrap items-center gap-2">
      {(
        [
          ['From', low, onLow],
          ['to', high, onHigh],
        ] as const
      ).map(([name, value, set]) => (
        <label key={name} className="flex items-center gap-1.5">
          {name}
          <NumberInput
            value={value === null ? null : unit.from(value)}
            live
            onSay={(said) => set(unit.to(said))}
            onEmpty={() => set(null)}
            className="h-11 w-18 rounded-[10px] border border-edge bg-ground px-2 text-entry text-ink"
          />
        </label>
      ))}
      {unit.name}
    </div>
  );
}

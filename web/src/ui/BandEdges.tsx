/** The two edges of a band; an empty one is open. */
export function BandEdges({
  low,
  high,
  onLow,
  onHigh,
}: {
  low: string;
  high: string;
  onLow: (text: string) => void;
  onHigh: (text: string) => void;
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
          <input
            type="number"
            step="any"
            value={value}
            onChange={(e) => set(e.target.value)}
            className="h-11 w-18 rounded-[10px] border border-edge/60 bg-ground px-2 text-[16px] text-ink"
          />
        </label>
      ))}
    </div>
  );
}

/** An edge as it is sent: nothing typed is an open edge. */
export const edgeOf = (text: string) => (text.trim() === '' ? null : Number(text));

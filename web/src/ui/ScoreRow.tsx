/** Eleven taps from 0 to 10. */
export function ScoreRow({
  label,
  value,
  onPick,
  plain = false,
}: {
  label: string;
  value: number | null;
  onPick: (score: number) => void;
  /** Whether a high score is nothing to worry about. */
  plain?: boolean;
}) {
  return (
    <fieldset>
      <legend className="mb-1.5 font-semibold">{label}</legend>
      <div className="grid grid-cols-[repeat(11,minmax(0,1fr))] gap-1 max-lg:grid-cols-6 pointer-coarse:grid-cols-6">
        {Array.from({ length: 11 }, (_, score) => score).map((score) => (
          <button
            key={score}
            type="button"
            aria-pressed={value === score}
            onClick={() => onPick(score)}
            className={`h-11 rounded-lg border text-body font-semibold ${
              value === score
                ? 'border-ink bg-ink text-paper'
                : score >= 5 && !plain
                  ? 'border-brick/45 text-brick hover:border-brick'
                  : 'border-edge hover:border-ink'
            } ${score === 0 ? 'max-lg:col-span-2 pointer-coarse:col-span-2' : ''}`}
          >
            {score}
          </button>
        ))}
      </div>
    </fieldset>
  );
}

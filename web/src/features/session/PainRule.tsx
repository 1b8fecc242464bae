import { useState } from 'react';
import { useWidth } from '@/ui/useWidth';

/**
 * Pain read off a folding rule: the brackets of the band hold what is ordinary for this client, a dot is the last answer, and
 * below stands what each part leads to.
 */
export function PainRule({
  label,
  limit,
  last,
  onPick,
}: {
  label: string;
  limit: number;
  last: number | null;
  onPick: (score: number) => void;
}) {
  const [box, width] = useWidth<HTMLDivElement>(350);
  const [more, setMore] = useState(false);
  const parts = more ? [5, 6, 7, 8, 9, 10] : [0, 1, 2, 3, 4, 5];
  const part = width / parts.length;
  const held = limit + 1;
  return (
    <section aria-label={label} className="min-w-0" data-pain-rule>
      <h2 className="say text-title">{label}</h2>
      <div ref={box} className="relative mt-2 h-[74px]">
        <div className="absolute inset-x-0 top-2 flex h-[56px] overflow-hidden rounded-[4px] border-b-[3px] border-[var(--timber-dark)] bg-[#f2dfae]">
          {parts.map((score) => (
            <button
              key={score}
              type="button"
              aria-label={score === 5 && !more ? 'Pain 5 or more' : `Pain ${score}`}
              onClick={() => (score === 5 && !more ? setMore(true) : onPick(score))}
              className={`figure relative flex-1 text-big text-[#33240a] active:bg-black/10 ${score > (more ? 5 : 0) ? 'border-l-2 border-[#a88a4c]/60' : ''}`}
            >
              <span
                aria-hidden="true"
                className="absolute inset-x-0 top-0 h-[9px] bg-[repeating-linear-gradient(to_right,#8a6a2c_0_1.5px,transparent_1.5px_10%)] opacity-60"
              />
              {score === 5 && !more ? '5+' : score}
            </button>
          ))}
        </div>
        {!more && (
          <svg width={width} height="74" className="pointer-events-none absolute inset-0" aria-hidden="true">
            <path
              d={`M18 4H3V68H18M${part * held - 18} 4H${part * held - 3}V68H${part * held - 18}`}
              fill="none"
              stroke="var(--pine)"
              strokeWidth="5"
            />
            {last !== null && last < 5 && <circle cx={part * (last + 0.5)} cy="70" r="4" fill="var(--ink)" />}
          </svg>
        )}
      </div>
      {more ? (
        <p className="flex items-baseline justify-between gap-3 text-body font-semibold text-brick">
          How much? From five on it stops for today.
          <button
            type="button"
            onClick={() => setMore(false)}
            className="min-h-11 px-2 text-ink underline decoration-hair underline-offset-4"
          >
            Less than five
          </button>
        </p>
      ) : (
        <p className="relative flex h-6 text-body font-semibold" aria-hidden="true">
          <span className="text-pine" style={{ width: part * held }}>
            Go on{last !== null && last <= limit && <span className="pl-2 font-normal text-soft">last {last}</span>}
          </span>
          {limit < 4 && (
            <span className="whitespace-nowrap" style={{ width: part * (5 - held) }}>
              Change one thing
            </span>
          )}
          <span className="flex-1 text-right text-brick">Stop</span>
        </p>
      )}
    </section>
  );
}

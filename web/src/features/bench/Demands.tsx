import type { Schema } from '@/api/client';

/** What the stance asks of each joint, as used of available. What runs out first stands on top and is the largest. */
export function Demands({ demands }: { demands: Schema['DemandView'][] }) {
  const sorted = [...demands].sort((a, b) => Number(b.binding) - Number(a.binding));
  return (
    <ul className="grid gap-1.5" aria-label="What it asks of the joints">
      {sorted.map((d) => {
        const tone = d.exceeds ? 'var(--brick)' : d.binding ? 'var(--slate)' : 'var(--pine)';
        return (
          <li key={d.joint} data-joint={d.joint} data-exceeds={d.exceeds} className={d.binding ? 'mb-1.5' : ''}>
            <div className="flex items-baseline justify-between gap-3">
              <span className={d.binding ? 'say text-head' : 'text-copy'}>
                {d.binding
                  ? d.exceeds
                    ? `${capital(d.name)} is past its end`
                    : `${capital(d.name)} runs out first`
                  : capital(d.name)}
              </span>
              <span className={`whitespace-nowrap ${d.binding ? 'text-entry font-semibold' : 'text-copy'}`}>
                {d.usedText} <span className="text-soft">of {d.limitText}</span>
              </span>
            </div>
            <div className={`relative mt-0.5 overflow-hidden rounded-full bg-hair ${d.binding ? 'h-3' : 'h-1.5'}`}>
              <div
                className="absolute inset-y-0 left-0 rounded-full"
                style={{ width: `${Math.min(100, d.share * 100)}%`, background: tone }}
              />
              {d.exceeds && (
                <div className="absolute inset-y-0 right-0 w-2 bg-[repeating-linear-gradient(45deg,var(--brick),var(--brick)_2px,var(--paper)_2px,var(--paper)_4px)]" />
              )}
            </div>
            {d.binding && (
              <p className="mt-0.5 text-fine text-soft">{d.measured ? 'measured on this client' : 'assumed until measured'}</p>
            )}
          </li>
        );
      })}
    </ul>
  );
}

const capital = (text: string) => text.charAt(0).toUpperCase() + text.slice(1);

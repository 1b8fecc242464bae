import type { Schema } from '@/api/client';
import { outcomeWord } from './words';

const look = {
  helped: { tone: 'bg-pine-wash text-pine', path: 'M4 13l5 5L20 6' },
  noDifference: { tone: 'bg-slate-wash text-slate', path: 'M4 9h16M4 15h16' },
  worse: { tone: 'bg-brick-wash text-brick', path: 'M6 6l12 12M18 6L6 18' },
} as const;

/** What one change did, as shape, word and tone, with the facts. */
export function OutcomeMark({ trial }: { trial: Pick<Schema['TrialView'], 'outcome' | 'short' | 'because'> }) {
  const { tone, path } = look[trial.outcome];
  return (
    <div className={`flex gap-3 rounded-xl p-3 ${tone}`} data-outcome={trial.outcome}>
      <svg viewBox="0 0 24 24" className="size-7 shrink-0" aria-hidden="true">
        <path d={path} fill="none" stroke="currentColor" strokeWidth="3" strokeLinecap="round" strokeLinejoin="round" />
      </svg>
      <p>
        <span className="say block text-[19px]">
          {outcomeWord[trial.outcome]}: {trial.short.toLowerCase()}
        </span>
        <span className="text-[13.5px] text-ink">{trial.because}</span>
      </p>
    </div>
  );
}

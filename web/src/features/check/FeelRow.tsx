import type { Schema } from '@/api/client';

export type Feel = Schema['TrialFeel'];

export const feelWord: Record<Feel, string> = { easier: 'Easier', steadier: 'Steadier', feltRight: 'Felt in the right place' };

/** What the client says of a change, besides pain. */
export function FeelRow({ feels, onChange }: { feels: Feel[]; onChange: (feels: Feel[]) => void }) {
  return (
    <fieldset>
      <legend className="mb-1 text-small text-soft">What does the client say?</legend>
      <div className="flex flex-wrap gap-1.5">
        {(Object.keys(feelWord) as Feel[]).map((feel) => (
          <button
            key={feel}
            type="button"
            aria-pressed={feels.includes(feel)}
            onClick={() => onChange(feels.includes(feel) ? feels.filter((f) => f !== feel) : [...feels, feel])}
            className={`min-h-11 rounded-[10px] border px-3 text-copy font-semibold ${feels.includes(feel) ? 'border-ink bg-spine text-spine-ink' : 'border-edge bg-paper'}`}
          >
            {feelWord[feel]}
          </button>
        ))}
      </div>
    </fieldset>
  );
}

import { useState } from 'react';
import { Choice } from '@/ui/Choice';
import { ScoreRow } from '@/ui/ScoreRow';
import type { PainAnswer } from './draft';

export const painComplete = (pain: PainAnswer | null) =>
  pain !== null && (pain.score === 0 || (pain.leg !== null && pain.role !== null));

export const painWords = (pain: PainAnswer) =>
  pain.score === 0
    ? 'No pain'
    : `Pain ${pain.score}${pain.leg ? `, ${pain.leg} leg` : ''}${pain.role ? (pain.role === 'front' ? ' in front' : ' behind') : ''}`;

/** Pain from 0 to 10 with leg and role. Folds to one line once answered. */
export function PainAsk({
  id,
  label,
  pain,
  onChange,
  about,
}: {
  id?: string;
  label: string;
  pain: PainAnswer | null;
  onChange: (pain: PainAnswer) => void;
  about?: string | undefined;
}) {
  const [open, setOpen] = useState(!painComplete(pain));
  if (!open && pain && painComplete(pain))
    return (
      <p id={id} className="flex items-center justify-between gap-2 text-[14.5px]">
        <span>
          <span className="text-soft">{label}</span> <span className="font-semibold">{painWords(pain)}</span>
        </span>
        <button
          type="button"
          onClick={() => setOpen(true)}
          className="min-h-11 px-2 text-[13.5px] text-soft underline decoration-hair underline-offset-4 hover:text-ink"
        >
          Change
        </button>
      </p>
    );
  const set = (next: PainAnswer) => {
    onChange(next);
    if (painComplete(next)) setOpen(false);
  };
  return (
    <div id={id} className="grid gap-2.5">
      <ScoreRow
        label={label}
        value={pain?.score ?? null}
        onPick={(score) =>
          set(score === 0 ? { score, leg: null, role: null } : { score, leg: pain?.leg ?? null, role: pain?.role ?? null })
        }
      />
      {pain && pain.score > 0 && (
        <div className="flex flex-wrap gap-2">
          <Choice
            label="Which leg"
            value={pain.leg}
            options={[
              { value: 'left', text: 'Left leg' },
              { value: 'right', text: 'Right leg' },
            ]}
            onPick={(leg) => set({ ...pain, leg })}
          />
          <Choice
            label="Where the leg is"
            value={pain.role}
            options={[
              { value: 'front', text: 'In front' },
              { value: 'rear', text: 'Behind' },
            ]}
            onPick={(role) => set({ ...pain, role })}
          />
        </div>
      )}
      {about && <p className="text-[13px] text-soft">{about}</p>}
    </div>
  );
}

import { useState } from 'react';
import type { Schema } from '@/api/client';
import { Button } from '@/ui/Button';
import { NumberInput } from '@/ui/NumberInput';
import { ScoreRow } from '@/ui/ScoreRow';
import { useUnits } from '@/ui/useUnits';
import { asAsked, type Entry } from './log';

/** What was done: one tap when it was as asked, a few more when it was not. */
export function QuickLog({
  asked,
  entry,
  morning,
  onChange,
}: {
  asked: Schema['PrescriptionView'];
  entry: Entry | null;
  /** Whether the morning after last time has not been asked about yet. */
  morning: boolean;
  onChange: (entry: Entry | null) => void;
}) {
  const [open, setOpen] = useState(false);
  const { mass } = useUnits();
  if (!entry)
    return (
      <section aria-label="Log" className="grid gap-2">
        <p className="text-body">
          <span className="text-soft">Asked for</span> <span className="font-semibold">{asked.text}</span>
        </p>
        <div className="grid grid-cols-2 gap-2">
          <Button className="min-h-13 px-2!" hint="L" onClick={() => onChange(asAsked(asked))}>
            Done as asked
          </Button>
          <Button
            className="min-h-13 px-2!"
            onClick={() => {
              onChange(asAsked(asked));
              setOpen(true);
            }}
          >
            Otherwise…
          </Button>
        </div>
      </section>
    );
  const most = entry.sets * entry.amount;
  const set = (part: Partial<Entry>) => {
    const next = { ...entry, ...part };
    const all = next.sets * next.amount;
    // A changed count of sets keeps how many were not clean.
    const kept = (clean: number) => Math.max(0, Math.min(all, 'sets' in part || 'amount' in part ? all - (most - clean) : clean));
    onChange({ ...next, cleanLeft: kept(next.cleanLeft), cleanRight: kept(next.cleanRight) });
  };
  return (
    <section aria-label="Log" className="grid gap-2.5">
      {!open && (
        <p className="flex items-center justify-between gap-2 text-body">
          <span>
            <span className="text-soft">Done</span>{' '}
            <span className="font-semibold">
              {entry.sets} × {entry.amount}
              {asked.held ? ' s' : ''},{' '}
              {entry.cleanLeft === most && entry.cleanRight === most
                ? 'all clean'
                : `clean L ${entry.cleanLeft}, R ${entry.cleanRight}`}
              {entry.loadKg > 0 && `, ${mass.from(entry.loadKg)} ${mass.name}`}
            </span>
          </span>
          <span className="shrink-0">
            <button
              type="button"
              onClick={() => setOpen(true)}
              className="min-h-11 px-2 text-small text-soft underline decoration-hair underline-offset-4 hover:text-ink"
            >
              Change
            </button>
            <button
              type="button"
              onClick={() => onChange(null)}
              aria-label="Clear the log"
              className="min-h-11 px-2 text-small text-soft underline decoration-hair underline-offset-4 hover:text-ink"
            >
              Clear
            </button>
          </span>
        </p>
      )}
      <div className={`grid-cols-3 gap-2 ${open ? 'grid' : 'hidden'}`}>
        <Stepper label="Sets" value={entry.sets} least={1} most={20} onSet={(sets) => set({ sets })} />
        <Stepper
          label={`${asked.held ? 'Seconds' : 'Reps'}${asked.sides}`}
          value={entry.amount}
          least={0}
          most={200}
          by={asked.held ? 5 : 1}
          onSet={(amount) => set({ amount })}
        />
        <label className="rounded-[10px] border border-hair p-1.5 text-center">
          <span className="block text-fine text-soft">Load, {mass.name}</span>
          <NumberInput
            value={mass.from(entry.loadKg)}
            live
            onSay={(load) => set({ loadKg: mass.to(load) })}
            onEmpty={() => set({ loadKg: 0 })}
            className="figure h-11 w-full bg-transparent text-center text-title"
          />
        </label>
        <Stepper label="Clean, left" value={entry.cleanLeft} least={0} most={most} onSet={(cleanLeft) => set({ cleanLeft })} />
        <Stepper
          label="Clean, right"
          value={entry.cleanRight}
          least={0}
          most={most}
          onSet={(cleanRight) => set({ cleanRight })}
        />
        <Stepper label="Stops to reset" value={entry.resets} least={0} most={60} onSet={(resets) => set({ resets })} />
      </div>
      <Score label="Effort" plain value={entry.effort} onPick={(effort) => set({ effort })} />
      {/* One question at a time leaves the recommendation in sight. */}
      {morning && entry.effort !== null && (
        <Score label="Pain, the morning after last time" value={entry.morning} onPick={(score) => set({ morning: score })} />
      )}
    </section>
  );
}

/** Eleven taps that fold to a line once one was made. */
function Score({
  label,
  value,
  plain = false,
  onPick,
}: {
  label: string;
  value: number | null;
  plain?: boolean;
  onPick: (score: number | null) => void;
}) {
  if (value === null) return <ScoreRow label={label} plain={plain} value={value} onPick={onPick} />;
  return (
    <p className="flex items-center justify-between gap-2 text-body">
      <span>
        <span className="text-soft">{label}</span> <span className="font-semibold">{value}</span>
      </span>
      <button
        type="button"
        aria-label={`Change: ${label.toLowerCase()}`}
        onClick={() => onPick(null)}
        className="min-h-11 px-2 text-small text-soft underline decoration-hair underline-offset-4 hover:text-ink"
      >
        Change
      </button>
    </p>
  );
}

function Stepper({
  label,
  value,
  least,
  most,
  by = 1,
  onSet,
}: {
  label: string;
  value: number;
  least: number;
  most: number;
  by?: number;
  onSet: (value: number) => void;
}) {
  return (
    <div role="group" aria-label={label} className="rounded-[10px] border border-hair p-1.5 text-center">
      <p className="text-fine text-soft">{label}</p>
      <div className="flex items-center justify-between">
        <button
          type="button"
          aria-label={`${label}: fewer`}
          disabled={value <= least}
          onClick={() => onSet(Math.max(least, value - by))}
          className="size-11 text-head disabled:opacity-30"
        >
          −
        </button>
        <output className="figure text-title">{value}</output>
        <button
          type="button"
          aria-label={`${label}: more`}
          disabled={value >= most}
          onClick={() => onSet(Math.min(most, value + by))}
          className="size-11 text-head disabled:opacity-30"
        >
          +
        </button>
      </div>
    </div>
  );
}

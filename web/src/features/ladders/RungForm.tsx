import { useState } from 'react';
import type { Schema } from '@/api/client';
import { Button } from '@/ui/Button';
import { Choice } from '@/ui/Choice';
import { Field } from '@/ui/Field';
import { Trouble } from '@/ui/Notice';
import { NumberInput } from '@/ui/NumberInput';

type Ladder = Schema['LadderDto'];
type Rung = Schema['RungDto'];

const phases: { value: Schema['Phase']; text: string }[] = [
  { value: 'learning', text: 'Learn' },
  { value: 'practising', text: 'Practise' },
  { value: 'training', text: 'Train' },
  { value: 'strength', text: 'Strength' },
];

/** One rung, changed in place: what is done on it, how much, where it leads, why it is here. */
export function RungForm({
  ladder,
  rung,
  place,
  exercises,
  error,
  pending,
  onKeep,
  onClose,
  onOpen,
}: {
  ladder: Ladder;
  rung: Rung;
  place: Schema['RungPlaceView'] | undefined;
  exercises: Schema['ExerciseView'][];
  error: unknown;
  pending: boolean;
  onKeep: (ladder: Ladder, then?: () => void) => void;
  onClose: () => void;
  onOpen: (rungId: string) => void;
}) {
  const [draft, setDraft] = useState(rung);
  const set = (part: Partial<Rung>) => setDraft({ ...draft, ...part });
  const dose = (part: Partial<Rung['dose']>) => set({ dose: { ...draft.dose, ...part } });
  const others = ladder.rungs.filter((r) => r.id !== rung.id);
  const named = [...new Set((place?.standers ?? []).map((s) => s.name))];
  const addAfter = () => {
    const id = `${ladder.id}-${Date.now().toString(36)}`;
    const fresh: Rung = {
      ...draft,
      id,
      name: 'A new rung',
      entry: `Clean on ${draft.name.toLowerCase()}.`,
      reason: 'Say why it is here.',
      next: draft.next,
      fallback: rung.id,
    };
    const at = ladder.rungs.findIndex((r) => r.id === rung.id);
    onKeep(
      { ...ladder, rungs: [...ladder.rungs.slice(0, at), { ...draft, next: [id] }, fresh, ...ladder.rungs.slice(at + 1)] },
      () => onOpen(id),
    );
  };
  // What led to the rung leads on past it.
  const away = () =>
    onKeep(
      {
        ...ladder,
        rungs: others.map((r) => ({
          ...r,
          next: [...new Set(r.next.flatMap((n) => (n === rung.id ? rung.next : [n])))],
          fallback: r.fallback === rung.id ? rung.fallback : r.fallback,
        })),
      },
      onClose,
    );
  return (
    <form
      className="grid gap-x-8 gap-y-3.5 rounded-2xl bg-paper p-5 lg:grid-cols-[minmax(0,1fr)_minmax(0,1fr)]"
      aria-label={`The rung ${rung.name}`}
      onSubmit={(e) => {
        e.preventDefault();
        onKeep({ ...ladder, rungs: ladder.rungs.map((r) => (r.id === rung.id ? draft : r)) });
      }}
    >
      <div className="grid content-start gap-3.5">
        <Field label="Called" required maxLength={40} value={draft.name} onChange={(e) => set({ name: e.target.value })} />
        <label className="block">
          <span className="mb-1 block font-semibold">Exercise</span>
          <select
            value={draft.exerciseId}
            onChange={(e) => set({ exerciseId: e.target.value })}
            className="h-11 w-full rounded-[10px] border border-edge bg-ground px-3 text-entry"
          >
            {exercises.map((e) => (
              <option key={e.id} value={e.id}>
                {e.name}
              </option>
            ))}
          </select>
        </label>
        <Choice label="What for" value={draft.dose.phase} options={phases} onPick={(phase) => dose({ phase })} />
        <div className="grid grid-cols-4 gap-2">
          {(
            [
              ['Sets', 'setsLow'],
              ['to', 'setsHigh'],
              [draft.dose.held ? 'Seconds' : 'Reps', 'low'],
              ['to', 'high'],
            ] as const
          ).map(([label, field]) => (
            <label key={field} className="text-small text-soft">
              {label}
              <NumberInput
                value={draft.dose[field]}
                live
                onSay={(number) => dose({ [field]: number })}
                className="h-11 w-full rounded-[10px] border border-edge bg-ground px-2 text-entry text-ink"
              />
            </label>
          ))}
        </div>
        <label className="flex min-h-11 items-center gap-2.5 text-body">
          <input
            type="checkbox"
            checked={draft.dose.held}
            onChange={(e) => dose({ held: e.target.checked })}
            className="size-5 accent-ink"
          />
          Held, counted in seconds
        </label>
      </div>
      <div className="grid content-start gap-3.5">
        <fieldset>
          <legend className="mb-1 font-semibold">Leads to</legend>
          <div className="flex flex-wrap gap-1.5">
            {others.map((r) => (
              <button
                key={r.id}
                type="button"
                aria-pressed={draft.next.includes(r.id)}
                onClick={() =>
                  set({ next: draft.next.includes(r.id) ? draft.next.filter((n) => n !== r.id) : [...draft.next, r.id] })
                }
                className="min-h-11 rounded-[10px] border border-hair px-2.5 text-small hover:border-ink aria-pressed:border-ink aria-pressed:bg-ground aria-pressed:font-semibold"
              >
                {r.name}
              </button>
            ))}
          </div>
        </fieldset>
        <label className="block">
          <span className="mb-1 block font-semibold">A step back goes to</span>
          <select
            value={draft.fallback ?? ''}
            onChange={(e) => set({ fallback: e.target.value || null })}
            className="h-11 w-full rounded-[10px] border border-edge bg-ground px-3 text-entry"
          >
            <option value="">nowhere: the ladder begins here</option>
            {others.map((r) => (
              <option key={r.id} value={r.id}>
                {r.name}
              </option>
            ))}
          </select>
        </label>
        <Field label="What it needs" value={draft.entry} onChange={(e) => set({ entry: e.target.value })} />
        <Field label="Why it is here" value={draft.reason} onChange={(e) => set({ reason: e.target.value })} />
      </div>
      <div className="grid gap-3 lg:col-span-2">
        <p className="text-small text-soft">
          {named.length > 0 &&
            `${named.slice(0, 8).join(', ')}${(place?.standerCount ?? 0) > 8 ? ` and ${(place?.standerCount ?? 0) - 8} more` : ''} ${named.length === 1 ? 'stands' : 'stand'} here. `}
          Whoever stands here keeps standing here; new numbers count from the next session on.
        </p>
        <Trouble error={error} />
        <div className="flex flex-wrap gap-2">
          <Button kind="act" type="submit" disabled={pending || JSON.stringify(draft) === JSON.stringify(rung)}>
            Keep the rung
          </Button>
          <Button disabled={pending} onClick={addAfter}>
            Add one after it
          </Button>
          <Button kind="quiet" disabled={pending} onClick={away}>
            Take it away
          </Button>
          <Button kind="quiet" onClick={onClose}>
            Close
          </Button>
        </div>
      </div>
    </form>
  );
}

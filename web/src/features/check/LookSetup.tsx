import type { Schema } from '@/api/client';
import { Choice } from '@/ui/Choice';
import type { Draft } from './draft';

/** What this look is of, and how much of it. */
export function Extent({
  studio,
  notOffered,
  draft,
  onChange,
}: {
  studio: Schema['StudioView'];
  /** Exercises that something on record forbids. */
  notOffered: string[];
  draft: Draft;
  onChange: (change: (draft: Draft) => Draft) => void;
}) {
  return (
    <>
      <select
        aria-label="Exercise"
        value={draft.exerciseId}
        onChange={(e) => onChange((d) => ({ ...d, exerciseId: e.target.value }))}
        className="h-11 w-40 min-w-0 rounded-[10px] border border-edge/60 bg-paper px-2 text-copy font-semibold max-md:flex-1"
      >
        {studio.exercises
          .filter((e) => e.id === draft.exerciseId || !notOffered.includes(e.id))
          .map((e) => (
            <option key={e.id} value={e.id}>
              {e.name}
            </option>
          ))}
      </select>
      <Choice
        label="How much"
        value={draft.mode}
        options={[
          { value: 'quick', text: 'Quick' },
          { value: 'whole', text: 'Full' },
        ]}
        onPick={(mode) => onChange((d) => ({ ...d, mode }))}
      />
    </>
  );
}

export function SchoolChoice({
  studio,
  standard,
  onPick,
}: {
  studio: Schema['StudioView'];
  standard: Schema['StandardView'];
  onPick: (school: Schema['SchoolCode']) => void;
}) {
  const source = {
    check: 'chosen for this check',
    client: 'set for this client',
    exercise: 'usual for this exercise',
    school: 'style',
    studio: 'studio default',
  }[standard.standard.source];
  return (
    <div className="flex items-center gap-2.5 max-sm:w-full max-sm:flex-col-reverse max-sm:items-start max-sm:gap-0.5">
      <p className="text-right text-small leading-tight text-soft max-sm:text-left">Style, {source}</p>
      <Choice
        label="Style"
        value={standard.standard.school}
        options={studio.schools.map((s) => ({ value: s.code, text: s.name }))}
        onPick={onPick}
      />
    </div>
  );
}

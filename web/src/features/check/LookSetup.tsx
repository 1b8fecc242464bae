import type { Schema } from '@/api/client';
import { Choice } from '@/ui/Choice';
import type { Draft } from './draft';

type Change = (change: (draft: Draft) => Draft) => void;

/** What this look is of. */
export function Exercise({
  studio,
  notOffered,
  draft,
  onChange,
}: {
  studio: Schema['StudioView'];
  /** Exercises that something on record forbids. */
  notOffered: string[];
  draft: Draft;
  onChange: Change;
}) {
  return (
    <select
      aria-label="Exercise"
      value={draft.exerciseId}
      onChange={(e) => onChange((d) => ({ ...d, exerciseId: e.target.value }))}
      className="h-11 min-w-0 flex-1 rounded-[10px] border border-edge bg-paper px-2 text-copy font-semibold pointer-coarse:text-entry"
    >
      {studio.exercises
        .filter((e) => e.id === draft.exerciseId || !notOffered.includes(e.id))
        .map((e) => (
          <option key={e.id} value={e.id}>
            {e.name}
          </option>
        ))}
    </select>
  );
}

/** How much of it: the question that leads, or every view. */
export function Amount({ standard, draft, onChange }: { standard: Schema['StandardView']; draft: Draft; onChange: Change }) {
  return (
    <Choice
      label="How much"
      value={draft.mode}
      options={[
        { value: 'quick', text: standard.quick?.measures.includes('front-shin') ? 'Shin only' : 'Quick look' },
        { value: 'whole', text: 'Full check' },
      ]}
      onPick={(mode) => onChange((d) => ({ ...d, mode }))}
    />
  );
}

/** By whose style it is judged, and who said so. */
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
    <label className="relative min-w-0 flex-1">
      <span className="sr-only">Style</span>
      <select
        aria-label={`Style, ${source}`}
        title={`Style, ${source}`}
        value={standard.standard.school}
        onChange={(e) => onPick(e.target.value as Schema['SchoolCode'])}
        className="h-11 w-full rounded-[10px] border border-edge bg-paper px-2 text-copy font-semibold pointer-coarse:text-entry"
      >
        {studio.schools.map((s) => (
          <option key={s.code} value={s.code}>
            {s.name}
          </option>
        ))}
      </select>
    </label>
  );
}

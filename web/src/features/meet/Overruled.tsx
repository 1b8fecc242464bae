import { useState } from 'react';
import type { Schema } from '@/api/client';
import { useStudio } from '@/api/queries';
import { Button } from '@/ui/Button';
import { Field } from '@/ui/Field';
import { day } from '@/words/dates';

type Overrule = Schema['OverruleDto'];

/** What the record keeps from being offered, and the coach's own call with its reason; a clinician's word is not among it. */
export function Overruled({ view, onChange }: { view: Schema['IntakeView']; onChange: (overruled: Overrule[]) => void }) {
  const studio = useStudio();
  const [open, setOpen] = useState<string | null>(null);
  const [reason, setReason] = useState('');
  const given = view.intake.overruled ?? [];
  const name = (id: string) => studio.data?.forbids.find((f) => f.id === id)?.name ?? id;
  const barred = view.conditions
    .filter((c) => !c.clinician)
    .flatMap((c) => c.forbids.filter((f) => f.id !== 'everything').map((kind) => ({ field: c.fieldId ?? '', who: c.who, kind })));
  return (
    <div className="grid gap-1.5">
      {given.map((o) => (
        <p key={`${o.fieldId}${o.forbids}`} className="flex flex-wrap items-center gap-x-4 text-body">
          <span>
            <span className="first-letter:uppercase">{name(o.forbids)}</span> is offered all the same: {o.reason}. {o.by}
            {o.on && `, ${day(o.on)}`}.
          </span>
          <Button kind="quiet" onClick={() => onChange(given.filter((x) => x !== o))}>
            Take that back
          </Button>
        </p>
      ))}
      {barred.map(({ field, who, kind }) => {
        const key = `${field}-${kind.id}`;
        return open === key ? (
          <form
            key={key}
            className="flex flex-wrap items-end gap-2"
            onSubmit={(e) => {
              e.preventDefault();
              onChange([...given, { fieldId: field, forbids: kind.id, reason, by: null, on: null }]);
              setOpen(null);
              setReason('');
            }}
          >
            <Field
              label={`Your call to offer ${kind.name}, because`}
              required
              value={reason}
              onChange={(e) => setReason(e.target.value)}
            />
            <Button type="submit">Keep</Button>
          </form>
        ) : (
          <p key={key} className="flex flex-wrap items-center gap-x-4 text-body">
            <span>
              No {kind.name} ({who}).
            </span>
            <Button kind="quiet" onClick={() => setOpen(key)}>
              Your call, because…
            </Button>
          </p>
        );
      })}
    </div>
  );
}

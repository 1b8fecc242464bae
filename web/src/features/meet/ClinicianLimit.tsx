import { useState } from 'react';
import type { Schema } from '@/api/client';
import { Button } from '@/ui/Button';
import { Choice } from '@/ui/Choice';
import { Field } from '@/ui/Field';
import { day } from '@/words/dates';

type Limit = Schema['PainLimitDto'];

/** The highest pain that is ordinary for this client, when a clinician set it: never without their name and the day. */
export function ClinicianLimit({ limit, onKeep }: { limit: Limit | null | undefined; onKeep: (limit: Limit) => void }) {
  const [open, setOpen] = useState(false);
  const [score, setScore] = useState<string | null>(null);
  const [by, setBy] = useState('');
  const [on, setOn] = useState('');
  if (limit?.score != null && !open)
    return (
      <p className="flex flex-wrap items-center gap-x-4 text-body" data-limit>
        <span>
          Pain up to <span className="font-semibold">{limit.score}</span> is ordinary for this client: {limit.by},{' '}
          {limit.on && day(limit.on)}.
        </span>
        <Button kind="quiet" onClick={() => onKeep({ score: null, by: null, on: null })}>
          Back to the house’s limit
        </Button>
      </p>
    );
  if (!open)
    return (
      <Button kind="quiet" className="justify-self-start px-0!" onClick={() => setOpen(true)}>
        A clinician set another pain limit…
      </Button>
    );
  return (
    <form
      className="grid max-w-[34em] gap-3 rounded-2xl bg-paper p-4"
      onSubmit={(e) => {
        e.preventDefault();
        if (score === null) return;
        onKeep({ score: Number(score), by, on: on || null });
        setOpen(false);
      }}
    >
      <Choice
        label="Pain limit"
        value={score}
        options={['0', '1', '2', '3', '4'].map((value) => ({ value, text: value }))}
        onPick={setScore}
      />
      <Field
        label="Which clinician"
        required
        value={by}
        onChange={(e) => setBy(e.target.value)}
        placeholder="Name and profession"
      />
      <Field label="On which day" type="date" required value={on} onChange={(e) => setOn(e.target.value)} />
      <Button type="submit" disabled={score === null} className="justify-self-start">
        Keep this limit
      </Button>
    </form>
  );
}

import { useMutation } from '@tanstack/react-query';
import { useNavigate } from '@tanstack/react-router';
import { useEffect, useRef, useState } from 'react';
import { v7 as uuid } from 'uuid';
import { api, type Schema, take } from '@/api/client';
import { refresh, useClient, useFloor, useStudio } from '@/api/queries';
import { useUnsent } from '@/outbox/device';
import { Button } from '@/ui/Button';
import { Field } from '@/ui/Field';
import { Trouble } from '@/ui/Notice';
import { Sheet } from '@/ui/Sheet';
import { Unsent } from '@/ui/Unsent';

const refreshDay = () => refresh('floor', 'clients', 'sessions');

const quarter = () => {
  const now = new Date();
  now.setMinutes(Math.ceil(now.getMinutes() / 15) * 15);
  return now.toTimeString().slice(0, 5);
};

export function AddClient({ open, onOpenChange }: { open: boolean; onOpenChange: (open: boolean) => void }) {
  return (
    <Sheet title="Add a client" open={open} onOpenChange={onOpenChange}>
      <AddForm done={() => onOpenChange(false)} />
    </Sheet>
  );
}

function AddForm({ done }: { done: () => void }) {
  const studio = useStudio();
  const navigate = useNavigate();
  const [ids] = useState(() => ({ operationId: uuid(), id: uuid() }));
  const unsent = useUnsent((e) => e.makes === ids.id);
  const here = useRef(true);
  useEffect(() => {
    here.current = true;
    return () => {
      here.current = false;
    };
  }, []);
  const [name, setName] = useState('');
  const [goal, setGoal] = useState('');
  const [school, setSchool] = useState<Schema['SchoolCode'] | ''>('');
  const add = useMutation({
    mutationFn: () => take(api.POST('/api/clients', { body: { ...ids, name, goal, school: school || null } })),
    onSuccess: async () => {
      await refreshDay();
      // Whoever closed this while it was sent is left where they are.
      if (!here.current) return;
      done();
      await navigate({ to: '/clients/$clientId', params: { clientId: ids.id } });
    },
  });
  return (
    <form
      className="grid gap-4"
      onSubmit={(e) => {
        e.preventDefault();
        add.mutate();
      }}
    >
      <Field label="Name" required autoFocus value={name} onChange={(e) => setName(e.target.value)} />
      <Field
        label="What they come for"
        value={goal}
        onChange={(e) => setGoal(e.target.value)}
        hint="In their own words, if you have them"
      />
      <fieldset>
        <legend className="mb-1 font-semibold">Style</legend>
        <div className="grid gap-1.5">
          {[
            { code: '' as const, name: 'The exercise’s usual', suits: 'Vertical shin for the split squat.' },
            ...(studio.data?.schools ?? []),
          ].map((s) => (
            <label
              key={s.code}
              className="flex min-h-11 items-baseline gap-2.5 rounded-[10px] border border-hair px-3 py-2 has-checked:border-ink"
            >
              <input
                type="radio"
                name="school"
                checked={school === s.code}
                onChange={() => setSchool(s.code)}
                className="accent-ink"
              />
              <span>
                <span className="font-semibold">{s.name}</span> <span className="text-small text-soft">{s.suits}</span>
              </span>
            </label>
          ))}
        </div>
      </fieldset>
      <Unsent entries={unsent} />
      <Trouble error={add.error} />
      <Button kind="act" type="submit" disabled={add.isPending}>
        Add
      </Button>
    </form>
  );
}

export function PlanVisit({ client, onClose }: { client: Schema['ClientSummary'] | null; onClose: () => void }) {
  return (
    <Sheet title={client ? `A visit for ${client.name}` : ''} open={client !== null} onOpenChange={(open) => !open && onClose()}>
      {client && <PlanForm client={client} done={onClose} />}
    </Sheet>
  );
}

function PlanForm({ client, done }: { client: Schema['ClientSummary']; done: () => void }) {
  const [ids] = useState(() => ({ operationId: uuid(), id: uuid() }));
  const today = useFloor().data?.day;
  const [picked, setDay] = useState<string | null>(null);
  const day = picked ?? today ?? '';
  const [time, setTime] = useState(quarter);
  // What the client does today anyway, until another one is picked.
  const person = useClient(client.id);
  const [other, setExercise] = useState<string | null>(null);
  const exerciseId = other ?? person.data?.today.exerciseId ?? 'split-squat-to-pad';
  const studio = useStudio();
  const plan = useMutation({
    mutationFn: () =>
      take(api.POST('/api/visits', { body: { ...ids, clientId: client.id, time, exerciseId, day: day === today ? null : day } })),
    onSuccess: async () => {
      await refreshDay();
      done();
    },
  });
  return (
    <form
      className="grid gap-4"
      onSubmit={(e) => {
        e.preventDefault();
        plan.mutate();
      }}
    >
      <Field label="Day" type="date" required min={today} value={day} onChange={(e) => setDay(e.target.value)} />
      <Field label="Time" type="time" required value={time} onChange={(e) => setTime(e.target.value)} />
      <label className="block">
        <span className="mb-1 block font-semibold">Exercise</span>
        <select
          value={exerciseId}
          onChange={(e) => setExercise(e.target.value)}
          className="h-11 w-full rounded-[10px] border border-edge bg-ground px-3 text-entry"
        >
          {(studio.data?.exercises ?? [])
            .filter((e) => !person.data?.today.notOffered.includes(e.id))
            .map((e) => (
              <option key={e.id} value={e.id}>
                {e.name}
              </option>
            ))}
        </select>
      </label>
      <Trouble error={plan.error} />
      <Button kind="act" type="submit" disabled={plan.isPending || (person.isFetching && !person.data)}>
        {day === today ? 'Put into today' : 'Plan the visit'}
      </Button>
    </form>
  );
}

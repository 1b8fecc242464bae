import { useMutation, useQuery } from '@tanstack/react-query';
import { v7 as uuid } from 'uuid';
import { api, type Schema, take } from '@/api/client';
import { askedQuery } from '@/api/options';
import { refreshClient } from '@/api/queries';
import { forgetKept, useKept } from '@/device/kept';
import { type PainAnswer, PainAsk, painComplete } from '@/features/pain/PainAsk';
import { useUnsent } from '@/outbox/device';
import { Button } from '@/ui/Button';
import { Field } from '@/ui/Field';
import { Trouble, Waiting } from '@/ui/Notice';
import { Sheet } from '@/ui/Sheet';
import { Unsent, useLate } from '@/ui/Unsent';
import { Why } from '@/ui/Why';
import { type Entry, toLog } from './log';
import { QuickLog } from './QuickLog';

/** What was done, without a look: on the floor, or later from memory of the same day. */
export function LogSheet({
  client,
  exercise,
  instead,
  open,
  onOpenChange,
}: {
  client: Schema['ClientSummary'];
  exercise: { id: string; name: string };
  /** What was logged wrongly: the new entry takes its place, and both stay on record. */
  instead?: Schema['LogView'];
  open: boolean;
  onOpenChange: (open: boolean) => void;
}) {
  return (
    <Sheet title={`${client.name.split(' ')[0]}: ${exercise.name.toLowerCase()}`} open={open} onOpenChange={onOpenChange}>
      {open && <Form client={client} exerciseId={exercise.id} instead={instead} done={() => onOpenChange(false)} />}
    </Sheet>
  );
}

function Form({
  client,
  exerciseId,
  instead,
  done,
}: {
  client: Schema['ClientSummary'];
  exerciseId: string;
  instead: Schema['LogView'] | undefined;
  done: () => void;
}) {
  // A sheet that is closed with the work half done finds it again.
  const place = `log-${client.id}-${exerciseId}${instead ? `-${instead.id}` : ''}`;
  const [work, setWork] = useKept<{ id: string; entry: Entry | null; pain: PainAnswer | null; day: string }>(place, () => ({
    id: uuid(),
    entry: null,
    pain: null,
    day: instead?.day ?? '',
  }));
  const { id, entry, pain, day } = work;
  const set = (part: Partial<typeof work>) => setWork((w) => ({ ...w, ...part }));
  const unsent = useUnsent((e) => e.kind === 'log' && e.lane === client.id && e.json?.exerciseId === exerciseId);
  const late = useLate(unsent);
  const asked = useQuery(askedQuery(client.id, exerciseId));
  const keep = useMutation({
    mutationFn: () => {
      if (!entry) throw new Error('Enter what was done first.');
      return take(
        api.POST('/api/logs', {
          body: {
            id,
            clientId: client.id,
            day: day || null,
            exerciseId,
            log: toLog(entry, painComplete(pain) ? pain : null),
            supersedes: instead?.id ?? null,
          },
        }),
      );
    },
    onSuccess: () => {
      forgetKept(place);
      return refreshClient(client.id);
    },
  });
  if (late.some((e) => e.state !== 'refused'))
    return (
      <div className="grid gap-4">
        <Unsent entries={unsent} />
        <Button kind="act" onClick={done}>
          Back to today
        </Button>
      </div>
    );
  if (!asked.data) return <Waiting what="what is asked for" error={asked.error} />;
  if (keep.data)
    return (
      <div className="grid gap-4" data-logged>
        <p>{keep.data.did}</p>
        <div>
          <p className="text-soft">Next time</p>
          <p className="say text-big">{keep.data.next}</p>
          <Why>{keep.data.why} Another rung needs a look.</Why>
        </div>
        <Button kind="act" onClick={done}>
          Back to today
        </Button>
      </div>
    );
  return (
    <form
      className="grid gap-4"
      onSubmit={(e) => {
        e.preventDefault();
        keep.mutate();
      }}
    >
      {instead && <p className="text-body text-soft">In place of: {instead.did}. It stays on record as it was entered.</p>}
      <QuickLog asked={asked.data} entry={entry} morning onChange={(next) => set({ entry: next })} />
      <PainAsk label="Pain in the set" pain={pain} onChange={(next) => set({ pain: next })} />
      {!instead && (
        <Field label="Day" type="date" value={day} onChange={(e) => set({ day: e.target.value })} hint="Empty for today" />
      )}
      <Unsent entries={unsent} />
      <Trouble error={keep.error} />
      <Button kind="act" type="submit" disabled={keep.isPending || !entry}>
        Keep the log
      </Button>
    </form>
  );
}

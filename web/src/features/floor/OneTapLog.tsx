import { useMutation } from '@tanstack/react-query';
import { useEffect, useRef } from 'react';
import { v7 as uuid } from 'uuid';
import { api, type Schema, take } from '@/api/client';
import { refreshClient } from '@/api/queries';
import { useKept } from '@/device/kept';
import { asAsked, toLog } from '@/features/log/log';
import { Button } from '@/ui/Button';

/** For so long a slip can be taken back, milliseconds. */
const SLIP = 5000;

/** Done as asked, in one tap: logged a moment later, so that a slip can be taken back before anything is kept. */
export function OneTapLog({ visit, asked }: { visit: Schema['VisitView']; asked: Schema['PrescriptionView'] }) {
  const [pending, setPending] = useKept<{ id: string; at: number } | null>(`one-log-${visit.id}`, () => null);
  const keep = useMutation({
    mutationFn: (id: string) =>
      take(
        api.POST('/api/logs', {
          body: {
            id,
            clientId: visit.client.id,
            day: null,
            exerciseId: visit.today.exerciseId,
            log: toLog(asAsked(asked), null),
            supersedes: null,
          },
        }),
      ),
    onSettled: () => setPending(null),
    onSuccess: () => refreshClient(visit.client.id),
  });
  const mutate = useRef(keep.mutate);
  mutate.current = keep.mutate;
  const id = pending?.id;
  const left = pending ? SLIP - (Date.now() - pending.at) : 0;
  useEffect(() => {
    if (!id) return;
    const timer = setTimeout(() => mutate.current(id), Math.max(0, left));
    return () => clearTimeout(timer);
  }, [id, left]);
  if (pending)
    return (
      <Button aria-label={`Take the log back: ${visit.client.name}`} disabled={keep.isPending} onClick={() => setPending(null)}>
        {keep.isPending ? 'Logged' : 'Not done'}
      </Button>
    );
  return (
    <Button
      aria-label={`Log: ${visit.client.name}, ${asked.text}`}
      title={`Done as asked: ${asked.text}`}
      onClick={() => setPending({ id: uuid(), at: Date.now() })}
    >
      Log
    </Button>
  );
}

import { useMutation } from '@tanstack/react-query';
import { useEffect, useState } from 'react';
import { v7 as uuid } from 'uuid';
import { api, type Schema, take } from '@/api/client';
import { refreshClient, useIntake } from '@/api/queries';
import { Button } from '@/ui/Button';
import { Trouble } from '@/ui/Notice';
import { Sheet } from '@/ui/Sheet';
import { SIDES, type Side, SidePlate } from '@/ui/SidePlate';

type Try = Schema['WedgeTry'];

const answers: { id: Schema['WedgeAnswer']; text: string }[] = [
  { id: 'better', text: 'Easier or steadier' },
  { id: 'same', text: 'No different' },
  { id: 'worse', text: 'Worse' },
];

/** A wedge explored foot by foot: attention first, then the foot, then one edge and the other; kept only if better. */
export function WedgeSheet({
  clientId,
  open,
  onOpenChange,
}: {
  clientId: string;
  open: boolean;
  onOpenChange: (open: boolean) => void;
}) {
  return (
    <Sheet title="Foot by foot" open={open} onOpenChange={onOpenChange}>
      <p className="mb-4 text-body text-soft">A thin wedge that does not tip, one foot at a time. Three split squats each.</p>
      <div className="grid gap-6">
        {SIDES.map((side) => (
          <Foot key={side} side={side} clientId={clientId} />
        ))}
      </div>
    </Sheet>
  );
}

function Foot({ side, clientId }: { side: Side; clientId: string }) {
  const intake = useIntake(clientId);
  const [tries, setTries] = useState<Try[]>([]);
  const type = (side === 'left' ? intake.data?.intake.leftFoot : intake.data?.intake.rightFoot) ?? null;
  const next = useMutation({
    mutationFn: (list: Try[]) => take(api.POST('/api/compute/wedge', { body: { foot: side, type, tries: list } })),
  });
  const { mutate } = next;
  useEffect(() => mutate(tries), [mutate, tries]);
  const lend = useMutation({
    mutationFn: async (place: Schema['WedgePlace']) => {
      const versions = await take(api.GET('/api/settings', { params: { query: { client: clientId } } }));
      await take(
        api.PUT('/api/props', {
          body: {
            operationId: uuid(),
            version: versions.clientVersion ?? 0,
            clientId,
            correctionId: place === 'innerEdge' ? 'ia-wedge' : 'ro-wedge',
            lent: true,
            review: null,
          },
        }),
      );
      await refreshClient(clientId);
    },
  });
  const step = next.data;
  const wedge = step?.keep === 'innerEdge' || step?.keep === 'outerEdge' ? step.keep : null;
  return (
    <section aria-label={`${side} foot`} className="grid gap-2.5">
      <p className="say flex items-center gap-2.5 text-head">
        <SidePlate side={side} /> {step?.say}
      </p>
      {step?.watch && <p className="text-copy text-soft">{step.watch}</p>}
      {step?.next && (
        <div className="grid grid-cols-3 gap-2">
          {answers.map((answer) => (
            <Button
              key={answer.id}
              className="px-1.5! text-copy!"
              onClick={() => step.next && setTries([...tries, { place: step.next, answer: answer.id }])}
            >
              {answer.text}
            </Button>
          ))}
        </div>
      )}
      <div className="flex flex-wrap gap-2">
        {wedge &&
          (lend.isSuccess ? (
            <p className="text-copy text-soft">Borrowed: try without it in two weeks.</p>
          ) : (
            <Button kind="act" onClick={() => lend.mutate(wedge)}>
              Keep it for two weeks
            </Button>
          ))}
        {tries.length > 0 && (
          <Button kind="quiet" onClick={() => setTries(tries.slice(0, -1))}>
            Undo
          </Button>
        )}
      </div>
      <Trouble error={next.error ?? lend.error} />
    </section>
  );
}

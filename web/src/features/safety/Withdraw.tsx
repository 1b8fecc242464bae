import { useMutation } from '@tanstack/react-query';
import { v7 as uuid } from 'uuid';
import { api, type Schema, take } from '@/api/client';
import { refreshClient } from '@/api/queries';
import { Button } from '@/ui/Button';
import { Trouble } from '@/ui/Notice';

/** A slip is taken back in one tap, the same day; it stays in the record. */
export function Withdraw({ flag, clientId, className = '' }: { flag: Schema['FlagView']; clientId: string; className?: string }) {
  const back = useMutation({
    mutationFn: () => take(api.POST('/api/flags/{id}/withdrawal', { params: { path: { id: flag.id } }, body: { id: uuid() } })),
    onSettled: () => refreshClient(clientId),
  });
  return (
    <>
      <Button className={className} disabled={back.isPending} onClick={() => back.mutate()}>
        Raised by mistake
      </Button>
      <Trouble error={back.error} />
    </>
  );
}

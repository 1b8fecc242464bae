import { useMutation } from '@tanstack/react-query';
import { Dialog } from 'radix-ui';
import { v7 as uuid } from 'uuid';
import { api, take } from '@/api/client';
import { refresh, useStudio } from '@/api/queries';
import { Button } from '@/ui/Button';
import { Trouble } from '@/ui/Notice';

/** Once per studio a coach confirms what the product is and is not. Nothing else can be done before. */
export function CautionGate() {
  const studio = useStudio();
  const confirm = useMutation({
    mutationFn: () => take(api.POST('/api/cautions', { body: { id: uuid() } })),
    onSuccess: () => refresh('studio'),
  });
  if (!studio.data || studio.data.cautions.confirmed) return null;
  return (
    <Dialog.Root open>
      <Dialog.Portal>
        <Dialog.Overlay className="fixed inset-0 z-40 bg-black/55" />
        <Dialog.Content
          aria-describedby={undefined}
          onEscapeKeyDown={(e) => e.preventDefault()}
          className="fixed inset-x-3 top-1/2 z-50 mx-auto max-h-[94dvh] max-w-[600px] -translate-y-1/2 overflow-y-auto rounded-2xl bg-paper p-6 sm:p-9"
        >
          <Dialog.Title className="say text-big">You are the coach. This helps you look.</Dialog.Title>
          <ul className="my-5 space-y-3 text-entry">
            {studio.data.cautions.sentences.map((s) => (
              <li key={s} className="border-l-3 border-hair pl-3.5">
                {s}
              </li>
            ))}
          </ul>
          <Trouble error={confirm.error} />
          <Button kind="act" className="mt-2 w-full" disabled={confirm.isPending} onClick={() => confirm.mutate()}>
            Understood, for {studio.data.name}
          </Button>
          <p className="mt-3 text-small text-soft">Asked once. Your name and the time are kept with it.</p>
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}

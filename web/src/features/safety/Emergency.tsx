import { Dialog } from 'radix-ui';
import { useState } from 'react';
import type { Schema } from '@/api/client';
import { useStudio } from '@/api/queries';
import { Button } from '@/ui/Button';
import { Withdraw } from './Withdraw';

/** Whom to call and what to do, and nothing else, until somebody says that help is there. */
export function Emergency({ flag, clientId }: { flag: Schema['FlagView']; clientId: string }) {
  const [open, setOpen] = useState(true);
  const studio = useStudio();
  const number = studio.data?.emergency;
  return (
    <Dialog.Root open={open} onOpenChange={setOpen}>
      <Dialog.Portal>
        <Dialog.Content
          aria-describedby={undefined}
          onInteractOutside={(e) => e.preventDefault()}
          className="fixed inset-0 z-50 grid content-center justify-items-center gap-6 overflow-y-auto bg-brick p-6 text-center text-paper"
          data-emergency
        >
          <Dialog.Title className="say text-big sm:text-grand">{flag.text}.</Dialog.Title>
          <p className="text-head">Call for help now</p>
          <p className="say text-huge leading-none sm:text-wall">{number || 'your emergency number'}</p>
          <p className="max-w-[26em] text-head">{flag.whatToDo}</p>
          <div className="flex flex-wrap justify-center gap-3">
            <Button className="min-h-14! px-6! text-lead" onClick={() => setOpen(false)}>
              Help is here
            </Button>
            {flag.canWithdraw && <Withdraw flag={flag} clientId={clientId} className="min-h-14! px-6! text-lead" />}
          </div>
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}

import { useMutation } from '@tanstack/react-query';
import { useState } from 'react';
import { v7 as uuid } from 'uuid';
import { api, take } from '@/api/client';
import { Button } from '@/ui/Button';
import { Trouble } from '@/ui/Notice';
import { Sheet } from '@/ui/Sheet';
import { CodeShown } from './CodeShown';

/** Gives a client a code for their own page. */
export function ClientCode({ clientId, name }: { clientId: string; name: string }) {
  const [open, setOpen] = useState(false);
  const make = useMutation({ mutationFn: () => take(api.POST('/api/client-codes', { body: { id: uuid(), clientId } })) });
  return (
    <>
      <button
        type="button"
        className="inline-flex min-h-11 min-w-0 items-center underline underline-offset-4 [overflow-wrap:anywhere]"
        onClick={() => {
          make.reset();
          setOpen(true);
        }}
      >
        Code for {name}
      </button>
      <Sheet title={`A code for ${name}`} open={open} onOpenChange={setOpen}>
        {make.data ? (
          <CodeShown code={make.data.code} until={make.data.endsAt} whose={name} />
        ) : (
          <div className="grid gap-4">
            <p>
              With it {name} opens a page of their own: the next visits, their set-ups in numbers, what was done lately. Nothing
              of anybody else, no pictures, no decisions. An earlier code that was not used opens nothing any more.
            </p>
            <Trouble error={make.error} />
            <Button kind="act" disabled={make.isPending} onClick={() => make.mutate()}>
              Make a code
            </Button>
          </div>
        )}
      </Sheet>
    </>
  );
}

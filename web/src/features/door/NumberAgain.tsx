import { useMutation } from '@tanstack/react-query';
import { useState } from 'react';
import { giveNumberAgain, goBack, useDoor } from '@/api/door';
import { useAskedAgain } from '@/api/takeover';
import { useReachable } from '@/device/connection';
import { Button } from '@/ui/Button';
import { Field } from '@/ui/Field';
import { Sheet } from '@/ui/Sheet';

/** Somebody took this device over without a signal, and the studio would not have their number or never got it. */
export function NumberAgain({ name }: { name: string }) {
  const asked = useAskedAgain();
  const before = useDoor().data?.me?.name.split(' ')[0];
  const reachable = useReachable();
  const [pin, setPin] = useState('');
  const give = useMutation({ mutationFn: () => giveNumberAgain(pin), onSettled: () => setPin('') });
  const back = useMutation({ mutationFn: goBack });
  if (asked === null || !reachable) return null;
  return (
    <Sheet title={`Is this ${name}?`} open onOpenChange={() => back.mutate()}>
      <p className="text-soft">
        {asked === '' ? `${name} took over here without a signal.` : asked} What was entered since then waits here, in {name}’s
        name.
      </p>
      <form
        className="mt-4 grid gap-3"
        onSubmit={(e) => {
          e.preventDefault();
          give.mutate();
        }}
      >
        <Field
          label={`${name}’s number`}
          type="password"
          inputMode="numeric"
          autoComplete="off"
          autoFocus
          required
          value={pin}
          onChange={(e) => setPin(e.target.value)}
        />
        <div className="flex flex-wrap gap-2">
          <Button kind="act" type="submit" disabled={give.isPending}>
            Go on as {name}
          </Button>
          <Button kind="quiet" disabled={back.isPending} onClick={() => back.mutate()}>
            {before ? `Not ${name}: go on as ${before}` : `Not ${name}`}
          </Button>
        </div>
      </form>
    </Sheet>
  );
}

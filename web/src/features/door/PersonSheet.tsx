import { useMutation, useQuery } from '@tanstack/react-query';
import { type ReactNode, useState } from 'react';
import type { Schema } from '@/api/client';
import {
  addPasskey,
  changePassphrase,
  changePin,
  hasPasskeys,
  keptPeople,
  passkeysQuery,
  removePasskey,
  signOut,
  takeOver,
  tryOut,
  useDoor,
} from '@/api/door';
import { queries } from '@/api/queries';
import { doing, usePerson } from '@/device/person';
import { useOutbox } from '@/outbox/device';
import { Button } from '@/ui/Button';
import { Field } from '@/ui/Field';
import { Trouble } from '@/ui/Notice';
import { Sheet } from '@/ui/Sheet';
import { day } from '@/words/dates';
import { ROLES } from './DoorScreen';

/** Who is coaching on this device: another one takes over by their number, or everybody signs out. */
export function PersonSheet({ open, onOpenChange }: { open: boolean; onOpenChange: (open: boolean) => void }) {
  const person = usePerson();
  const door = useDoor();
  const waiting = useOutbox().filter((e) => e.state !== 'kept').length;
  const leave = useMutation({ mutationFn: (everywhere: boolean) => signOut(everywhere) });
  const key = useMutation({
    mutationFn: addPasskey,
    onSuccess: () => queries.invalidateQueries({ queryKey: passkeysQuery.queryKey }),
  });
  const [own, setOwn] = useState<'pin' | 'passphrase' | null>(null);
  if (!person) return null;
  const others = (door.data?.people ?? keptPeople()).filter((p) => p.id !== person.personId);
  return (
    <Sheet title={`${person.name.split(' ')[0]} is ${doing(person)} here`} open={open} onOpenChange={onOpenChange}>
      <p className="text-soft">
        {ROLES[person.role]}
        {person.unheard
          ? ', by a number that the studio hears when it answers again'
          : door.data?.me?.byPin && ', by number: sign in with your passphrase to change the studio itself'}
      </p>
      {others.length > 0 && (
        <section aria-label="Take over" className="mt-5">
          <h3 className="font-semibold">Somebody else takes over</h3>
          <ul className="mt-2 grid gap-2">
            {others.map((p) => (
              <Other key={p.id} person={p} madeUp={door.data?.madeUp.some((m) => m.id === p.id) ?? false} />
            ))}
          </ul>
        </section>
      )}
      <section aria-label="Your own" className="mt-6 border-t border-hair pt-4">
        {own === 'pin' ? (
          <Pin onDone={() => setOwn(null)} />
        ) : own === 'passphrase' ? (
          <Passphrase onDone={() => setOwn(null)} />
        ) : (
          <div className="-ml-4 grid justify-items-start">
            <Button kind="quiet" onClick={() => setOwn('pin')}>
              {door.data?.me?.hasPin ? 'Change my number' : 'Set a number to take over with'}
            </Button>
            <Button kind="quiet" onClick={() => setOwn('passphrase')}>
              Change my passphrase
            </Button>
            {hasPasskeys() && (
              <Button kind="quiet" disabled={key.isPending} onClick={() => key.mutate()}>
                {key.isSuccess ? 'This device’s key opens the studio now' : 'Sign in by a key of this device'}
              </Button>
            )}
            <Trouble error={key.error} />
            <Passkeys />
          </div>
        )}
      </section>
      <section aria-label="Leave" className="mt-4 border-t border-hair pt-4">
        {waiting > 0 && (
          <p
            role="status"
            className="mb-3 rounded-[10px] border-l-4 border-slate bg-slate-wash px-3.5 py-2.5 text-body text-slate"
          >
            {waiting === 1 ? 'One thing waits' : `${waiting} things wait`} here. Nothing of it is lost: it is sent when whoever
            entered it signs in on this device again.
          </p>
        )}
        <Trouble error={leave.error} />
        <div className="flex flex-wrap gap-2">
          <Button disabled={leave.isPending} onClick={() => leave.mutate(false)}>
            Sign out here
          </Button>
          <Button kind="quiet" disabled={leave.isPending} onClick={() => leave.mutate(true)}>
            Sign out everywhere
          </Button>
        </div>
        <p className="mt-2 text-small text-soft">What this device holds of clients goes with you.</p>
      </section>
    </Sheet>
  );
}

function Other({ person, madeUp }: { person: Schema['DoorPersonView']; madeUp: boolean }) {
  const [asked, setAsked] = useState(false);
  const [pin, setPin] = useState('');
  const take = useMutation({ mutationFn: () => (madeUp ? tryOut(person.id) : takeOver(person, pin)) });
  const first = person.name.split(' ')[0];
  return (
    <li>
      {asked ? (
        <form
          className="grid gap-3 rounded-[10px] border border-edge p-3"
          onSubmit={(e) => {
            e.preventDefault();
            take.mutate();
          }}
        >
          <Field
            label={`${first}’s number`}
            type="password"
            inputMode="numeric"
            autoComplete="off"
            autoFocus
            required
            value={pin}
            onChange={(e) => setPin(e.target.value)}
            error={take.error}
            field="pin"
          />
          <Trouble error={take.error} beside={['pin']} />
          <Button kind="act" type="submit" disabled={take.isPending}>
            Take over
          </Button>
        </form>
      ) : (
        <Button
          className="w-full justify-between!"
          disabled={take.isPending || (!madeUp && !person.hasPin)}
          onClick={() => (madeUp ? take.mutate() : setAsked(true))}
        >
          <span>{person.name}</span>
          <span className="text-small font-normal text-soft">
            {!madeUp && !person.hasPin ? 'no number set' : ROLES[person.role]}
          </span>
        </Button>
      )}
      {madeUp && <Trouble error={take.error} />}
    </li>
  );
}

/** Keys that open the studio for whoever is in; one of a device that is gone is taken away. */
function Passkeys() {
  const keys = useQuery(passkeysQuery);
  const remove = useMutation({
    mutationFn: removePasskey,
    onSettled: () => queries.invalidateQueries({ queryKey: passkeysQuery.queryKey }),
  });
  if (!keys.data || keys.data.length === 0) return null;
  return (
    <div className="mt-1 w-full pl-4">
      <h4 className="text-small text-soft">Keys that open the studio for you</h4>
      <ul>
        {keys.data.map((k) => (
          <li key={k.id} className="flex items-center justify-between gap-3 border-t border-hair">
            <span>
              {k.device} <span className="text-small text-soft">· since {day(k.since)}</span>
            </span>
            <Button kind="quiet" disabled={remove.isPending} onClick={() => remove.mutate(k.id)}>
              Take away
            </Button>
          </li>
        ))}
      </ul>
      <Trouble error={remove.error} />
    </div>
  );
}

/** A short form of one's own: what it keeps, and a way out. */
function OwnForm({
  keep,
  onLeave,
  fields,
  children,
}: {
  keep: Keep;
  onLeave: () => void;
  fields: string[];
  children: ReactNode;
}) {
  return (
    <form
      className="grid gap-3"
      onSubmit={(e) => {
        e.preventDefault();
        keep.mutate();
      }}
    >
      {children}
      <Trouble error={keep.error} beside={fields} />
      <div className="flex gap-2">
        <Button kind="act" type="submit" disabled={keep.isPending}>
          Keep it
        </Button>
        <Button kind="quiet" onClick={onLeave}>
          Leave it
        </Button>
      </div>
    </form>
  );
}

type Keep = { mutate: () => void; isPending: boolean; error: unknown };

function Pin({ onDone }: { onDone: () => void }) {
  const [pin, setPin] = useState('');
  const door = useDoor();
  const keep = useMutation({
    mutationFn: () => changePin(pin),
    onSuccess: async () => {
      await door.refetch();
      onDone();
    },
  });
  return (
    <OwnForm keep={keep} onLeave={onDone} fields={['pin']}>
      <Field
        label="Your number"
        type="password"
        inputMode="numeric"
        autoComplete="off"
        autoFocus
        required
        value={pin}
        onChange={(e) => setPin(e.target.value)}
        hint="Four to eight digits. It opens a device that somebody of the studio is signed in on, and nothing else."
        error={keep.error}
        field="pin"
      />
    </OwnForm>
  );
}

function Passphrase({ onDone }: { onDone: () => void }) {
  const [old, setOld] = useState('');
  const [passphrase, setPassphrase] = useState('');
  const keep = useMutation({ mutationFn: () => changePassphrase({ old, passphrase }), onSuccess: onDone });
  return (
    <OwnForm keep={keep} onLeave={onDone} fields={['old', 'passphrase']}>
      <Field
        label="The passphrase you sign in with"
        type="password"
        autoComplete="current-password"
        autoFocus
        required
        value={old}
        onChange={(e) => setOld(e.target.value)}
        error={keep.error}
        field="old"
      />
      <Field
        label="The new one"
        type="password"
        autoComplete="new-password"
        required
        value={passphrase}
        onChange={(e) => setPassphrase(e.target.value)}
        hint="At least twelve characters. Your other devices are signed out."
        error={keep.error}
        field="passphrase"
      />
    </OwnForm>
  );
}

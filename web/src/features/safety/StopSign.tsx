import { useIsMutating, useMutation } from '@tanstack/react-query';
import { useState } from 'react';
import { v7 as uuid } from 'uuid';
import { api, type Schema, take } from '@/api/client';
import { refreshClient, useStudio } from '@/api/queries';
import { day } from '@/app/dates';
import { useUnsent } from '@/outbox/device';
import type { Entry } from '@/outbox/entry';
import { Button } from '@/ui/Button';
import { Field } from '@/ui/Field';
import { Trouble } from '@/ui/Notice';
import { Sheet } from '@/ui/Sheet';

/** One tap away wherever a client trains: the signs that end it. */
export function RaiseStopSign({ clientId, className = '' }: { clientId: string; className?: string }) {
  const [open, setOpen] = useState(false);
  const [note, setNote] = useState('');
  const studio = useStudio();
  const raise = useMutation({
    mutationKey: ['flag', clientId],
    mutationFn: (signId: string) =>
      take(api.POST('/api/flags', { body: { id: uuid(), clientId, signId, note, supersedes: null } })),
    onMutate: () => setOpen(false),
    onSuccess: async () => {
      await refreshClient(clientId);
      setNote('');
    },
    onError: () => setOpen(true),
  });
  return (
    <>
      <Button kind="stop" className={className} onClick={() => setOpen(true)}>
        Red flag…
      </Button>
      <Sheet title="Stop and refer" open={open} onOpenChange={setOpen}>
        <p className="mb-3 text-soft">Tap what you see or hear. Training advice stops until a coach clears it with a note.</p>
        <Field label="In their words (if you like)" value={note} onChange={(e) => setNote(e.target.value)} />
        <div className="mt-4 grid gap-1.5">
          {studio.data?.stopSigns.map((sign) => (
            <button
              key={sign.id}
              type="button"
              disabled={raise.isPending}
              onClick={() => raise.mutate(sign.id)}
              className="min-h-12 rounded-[10px] border border-brick/35 px-4 py-2 text-left font-semibold hover:border-brick hover:bg-brick-wash"
            >
              {sign.text}
            </button>
          ))}
        </div>
        <Trouble error={raise.error} />
      </Sheet>
    </>
  );
}

/**
 * Signs that were raised on this device and that the studio has not answered for: they stop the training here at once.
 * `stops` holds without a gap until the studio's own record of the sign is on the screen.
 */
export function useWaitingSigns(clientId: string) {
  const entries = useUnsent((e) => e.kind === 'flag' && e.lane === clientId && e.state !== 'refused');
  const raising = useIsMutating({ mutationKey: ['flag', clientId] }) > 0;
  return { entries, stops: raising || entries.length > 0 };
}

/** Such a sign as it stands here. */
export function WaitingSign({ entry }: { entry: Entry }) {
  const studio = useStudio();
  const sign = studio.data?.stopSigns.find((s) => s.id === entry.json?.signId);
  return (
    <section role="alert" className="rounded-2xl bg-brick p-5 text-paper sm:p-6">
      <h2 className="say text-[26px]">Stop and refer: {(sign?.text ?? 'a red flag').toLowerCase()}.</h2>
      <p className="mt-1.5">Raised on this device and kept here; it goes to the studio by itself. Training stops now.</p>
    </section>
  );
}

/** A sign that stands, and the way to clear it. */
export function StandingSign({ flag, clientId }: { flag: Schema['FlagView']; clientId: string }) {
  const [clearing, setClearing] = useState(false);
  const studio = useStudio();
  return (
    <section role="alert" className="rounded-2xl bg-brick p-5 text-paper sm:p-6">
      <h2 className="say text-[26px]">Stop and refer: {flag.text.toLowerCase()}.</h2>
      <p className="mt-1.5">
        {flag.note && <>“{flag.note}.” </>}
        {flag.coach}, {day(flag.at)}. {studio.data?.cautions.whileFlagged}
      </p>
      {flag.question && <p className="mt-1.5 font-semibold">{flag.question}</p>}
      <Button className="mt-4" onClick={() => setClearing(true)}>
        Clear with a note…
      </Button>
      <Sheet title="Clear this red flag" open={clearing} onOpenChange={setClearing}>
        <ClearForm flag={flag} clientId={clientId} done={() => setClearing(false)} />
      </Sheet>
    </section>
  );
}

function ClearForm({ flag, clientId, done }: { flag: Schema['FlagView']; clientId: string; done: () => void }) {
  const [examinedBy, setBy] = useState('');
  const [examinedOn, setOn] = useState('');
  const [allowed, setAllowed] = useState('');
  const clear = useMutation({
    mutationFn: () =>
      take(api.POST('/api/flag-clearings', { body: { id: uuid(), flagId: flag.id, examinedBy, examinedOn, allowed } })),
    onSuccess: async () => {
      await refreshClient(clientId);
      done();
    },
  });
  return (
    <form
      className="grid gap-4"
      onSubmit={(e) => {
        e.preventDefault();
        clear.mutate();
      }}
    >
      <p className="text-soft">{flag.text}. Ordinary pain rules apply once it is cleared.</p>
      <Field
        label="Who examined"
        required
        value={examinedBy}
        onChange={(e) => setBy(e.target.value)}
        placeholder="Name and profession"
      />
      <Field label="When" type="date" required value={examinedOn} onChange={(e) => setOn(e.target.value)} />
      <Field
        label="What is allowed"
        required
        value={allowed}
        onChange={(e) => setAllowed(e.target.value)}
        placeholder="Split squats, body weight, no stairs with load"
      />
      <Trouble error={clear.error} />
      <Button kind="act" type="submit" disabled={clear.isPending}>
        Clear the red flag
      </Button>
    </form>
  );
}

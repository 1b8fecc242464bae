import { useIsMutating, useMutation } from '@tanstack/react-query';
import { Link } from '@tanstack/react-router';
import { useState } from 'react';
import { v7 as uuid } from 'uuid';
import { api, type Schema, take } from '@/api/client';
import { refreshClient, useStudio } from '@/api/queries';
import { useUnsent } from '@/outbox/device';
import type { Entry } from '@/outbox/entry';
import { Button } from '@/ui/Button';
import { Field } from '@/ui/Field';
import { Trouble } from '@/ui/Notice';
import { Sheet } from '@/ui/Sheet';
import { day } from '@/words/dates';
import { Emergency } from './Emergency';
import { Withdraw } from './Withdraw';

/** One tap away wherever a client trains: the signs that end it. */
export function RaiseStopSign({ clientId, className = '' }: { clientId: string; className?: string }) {
  const [open, setOpen] = useState(false);
  const [note, setNote] = useState('');
  const [tier, setTier] = useState<Schema['FlagTier'] | null>(null);
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
      <Sheet title="What do you see or hear?" open={open} onOpenChange={setOpen}>
        <div className="grid gap-2">
          {studio.data?.tiers.map((t) => (
            <section key={t.tier} aria-label={t.name}>
              <button
                type="button"
                aria-expanded={tier === t.tier}
                onClick={() => setTier(tier === t.tier ? null : t.tier)}
                className={`grid min-h-16 w-full content-center rounded-[10px] px-4 py-2.5 text-left ${t.tier === 'callNow' ? 'bg-brick text-paper hover:brightness-110' : t.tier === 'seenToday' ? 'border-2 border-brick text-brick hover:bg-brick-wash' : 'border border-edge hover:border-ink'}`}
              >
                <span className="say text-head">{t.name}</span>
                <span className="text-small">{t.whatToDo}</span>
              </button>
              {tier === t.tier && (
                <div className="my-2 grid gap-1.5">
                  {studio.data.stopSigns
                    .filter((sign) => sign.tier === t.tier)
                    .map((sign) => (
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
              )}
            </section>
          ))}
        </div>
        <div className="mt-4">
          <Field label="In their words (if you like, before you tap)" value={note} onChange={(e) => setNote(e.target.value)} />
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
  const tier = studio.data?.tiers.find((t) => t.tier === sign?.tier);
  return (
    <section role="alert" className="rounded-2xl bg-brick p-5 text-paper sm:p-6">
      <p className="text-body font-semibold">{tier?.name ?? 'Before any loading'}</p>
      <h2 className="say text-shout">{sign?.text ?? 'A red flag'}.</h2>
      {tier?.tier === 'callNow' && <p className="say text-grand">{studio.data?.emergency || 'Your emergency number'}</p>}
      <p className="mt-1.5">{tier?.whatToDo}</p>
      <p className="mt-1.5">Raised on this device and kept here; it goes to the studio by itself. Training stops now.</p>
    </section>
  );
}

/** A sign that stands: what to do, the page to take along, and the way to clear it or to take a slip back. */
export function StandingSign({ flag, clientId }: { flag: Schema['FlagView']; clientId: string }) {
  const [clearing, setClearing] = useState(false);
  return (
    <section role="alert" className="rounded-2xl bg-brick p-5 text-paper sm:p-6" data-flag={flag.signId}>
      {flag.tier === 'callNow' && flag.canWithdraw && <Emergency flag={flag} clientId={clientId} />}
      <p className="text-body font-semibold">{flag.tierName}</p>
      <h2 className="say text-shout">{flag.text}.</h2>
      <p className="mt-1.5">
        {flag.note && <>“{flag.note}.” </>}
        {flag.coach}, {day(flag.at)}. {flag.whatToDo}
      </p>
      {flag.question && <p className="mt-1.5 font-semibold">{flag.question}</p>}
      <div className="mt-4 flex flex-wrap gap-2.5">
        <Link
          to="/referral/$clientId"
          params={{ clientId }}
          className="inline-flex min-h-11 items-center rounded-[10px] border border-edge bg-paper px-4 py-2 text-body font-semibold text-ink hover:border-ink"
        >
          Page to take along
        </Link>
        <Button onClick={() => setClearing(true)}>Clear with a note…</Button>
        {flag.canWithdraw && <Withdraw flag={flag} clientId={clientId} />}
      </div>
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
  const [until, setUntil] = useState('');
  const [forbids, setForbids] = useState<string[]>([]);
  const studio = useStudio();
  const clear = useMutation({
    mutationFn: () =>
      take(
        api.POST('/api/flag-clearings', {
          body: { id: uuid(), flagId: flag.id, examinedBy, examinedOn, allowed, until: until || null, forbids },
        }),
      ),
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
      <Field
        label="When"
        type="date"
        error={clear.error}
        field="examinedOn"
        required
        value={examinedOn}
        onChange={(e) => setOn(e.target.value)}
      />
      <Field
        label="What is allowed"
        required
        value={allowed}
        onChange={(e) => setAllowed(e.target.value)}
        placeholder="Split squats, body weight"
      />
      <fieldset className="grid gap-1.5">
        <legend className="font-semibold">What is not (if anything)</legend>
        <div className="flex flex-wrap gap-1.5">
          {studio.data?.forbids
            .filter((f) => f.id !== 'everything')
            .map((f) => {
              const on = forbids.includes(f.id);
              return (
                <button
                  key={f.id}
                  type="button"
                  aria-pressed={on}
                  onClick={() => setForbids(on ? forbids.filter((x) => x !== f.id) : [...forbids, f.id])}
                  className={`min-h-11 rounded-[10px] border px-3 text-copy font-semibold ${on ? 'border-brick bg-brick text-paper' : 'border-edge hover:border-ink'}`}
                >
                  No {f.name}
                </button>
              );
            })}
        </div>
      </fieldset>
      <Field
        label="Until (if it ends)"
        error={clear.error}
        field="until"
        type="date"
        value={until}
        onChange={(e) => setUntil(e.target.value)}
        hint="Until then it stands on every screen, and nothing it forbids is offered"
      />
      <Trouble error={clear.error} beside={['examinedOn', 'until']} />
      <Button kind="act" type="submit" disabled={clear.isPending}>
        Clear the red flag
      </Button>
    </form>
  );
}

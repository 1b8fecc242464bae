import { Link, useParams, useSearch } from '@tanstack/react-router';
import { useEffect, useRef } from 'react';
import { useCheck, useClient, useStudio } from '@/api/queries';
import { openClient } from '@/device/openClients';
import { StandingSign, useWaitingSigns, WaitingSign } from '@/features/safety/StopSign';
import { useUnsent } from '@/outbox/device';
import { Waiting } from '@/ui/Notice';
import { Unsent, useLate } from '@/ui/Unsent';
import { AfterCheck } from './AfterCheck';
import { FirstLook } from './FirstLook';

/** From picture to decision. A look that was begun goes on where it was left; a check without a decision goes on after it. */
export function CheckScreen() {
  const { clientId } = useParams({ from: '/clients/$clientId/check' });
  const search = useSearch({ from: '/clients/$clientId/check' });
  const client = useClient(clientId);
  const studio = useStudio();
  const undecided = client.data?.checks.findLast((c) => c.decision === null && c === client.data.checks.at(-1))?.id;
  const finishing = useLate(useUnsent((e) => e.kind === 'check' && e.lane === clientId && e.state !== 'refused'));
  // A check that was on the screen stays there once it is decided.
  const shown = useRef<{ client: string; check: string } | null>(null);
  const open = search.check ?? (client.data?.draft ? undefined : undecided);
  if (open) shown.current = { client: clientId, check: open };
  const checkId = open ?? (shown.current?.client === clientId ? shown.current.check : undefined);
  const check = useCheck(checkId);
  const waitingSigns = useWaitingSigns(clientId);
  const name = client.data?.client.name;
  useEffect(() => {
    if (name) openClient({ id: clientId, name });
  }, [clientId, name]);

  if (!client.data || !studio.data) return <Waiting what="the client" error={client.error ?? studio.error} />;
  if (client.data.stopSigns.length > 0 || waitingSigns.stops)
    return (
      <div className="mx-auto grid max-w-3xl gap-4 p-5 sm:p-8">
        <h1 className="say text-title">No check of {name} now.</h1>
        {waitingSigns.entries.map((entry) => (
          <WaitingSign key={entry.id} entry={entry} />
        ))}
        {client.data.stopSigns.map((flag) => (
          <StandingSign key={flag.id} flag={flag} clientId={clientId} />
        ))}
      </div>
    );
  if (checkId)
    return check.data ? (
      <AfterCheck key={checkId} check={check.data} client={client.data} studio={studio.data} />
    ) : (
      <Waiting what="the check" error={check.error} />
    );
  if (finishing.length > 0)
    return (
      <div className="mx-auto grid max-w-2xl gap-4 p-5 sm:p-8">
        <h1 className="say text-shout">The look is finished. It is judged as soon as the studio answers.</h1>
        <Unsent entries={finishing} />
        <p className="text-soft">Its pictures and points are safe. Go on with somebody else; it comes back here by itself.</p>
        <Link
          to="/"
          className="inline-flex min-h-14 items-center justify-center rounded-[10px] bg-act px-6 text-lead font-semibold text-act-ink hover:brightness-110 sm:justify-self-start"
        >
          Back to today
        </Link>
      </div>
    );
  if (client.data.today.stoppedByPain !== null && !client.data.draft)
    return (
      <div className="mx-auto grid max-w-3xl gap-4 p-5 sm:p-8">
        <section role="alert" className="rounded-2xl bg-brick p-5 text-paper sm:p-6" data-stopped>
          <h1 className="say text-shout">{client.data.today.attention.sentence}</h1>
          <p className="mt-1.5">{client.data.today.attention.why}</p>
        </section>
        <Link
          to="/"
          className="inline-flex min-h-14 items-center justify-center rounded-[10px] bg-act px-6 text-lead font-semibold text-act-ink hover:brightness-110 sm:justify-self-start"
        >
          Back to today
        </Link>
      </div>
    );
  return <FirstLook key={clientId} client={client.data} studio={studio.data} asked={search.exercise} style={search.style} />;
}

import { useParams, useSearch } from '@tanstack/react-router';
import { useEffect } from 'react';
import { useCheck, useClient, useStudio } from '@/api/queries';
import { openClient } from '@/app/openClients';
import { Waiting } from '@/ui/Notice';
import { StandingSign } from '../safety/StopSign';
import { AfterCheck } from './AfterCheck';
import { FirstLook } from './FirstLook';

/** From picture to decision. A look that was begun goes on where it was left; a check without a decision goes on after it. */
export function CheckScreen() {
  const { clientId } = useParams({ from: '/clients/$clientId/check' });
  const search = useSearch({ from: '/clients/$clientId/check' });
  const client = useClient(clientId);
  const studio = useStudio();
  const undecided = client.data?.checks.findLast((c) => c.decision === null && c === client.data.checks.at(-1))?.id;
  const checkId = search.check ?? (client.data?.draft ? undefined : undecided);
  const check = useCheck(checkId);
  const name = client.data?.client.name;
  useEffect(() => {
    if (name) openClient({ id: clientId, name });
  }, [clientId, name]);

  if (!client.data || !studio.data) return <Waiting what="the client" error={client.error ?? studio.error} />;
  if (client.data.stopSigns.length > 0)
    return (
      <div className="mx-auto grid max-w-3xl gap-4 p-5 sm:p-8">
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
  return <FirstLook key={clientId} client={client.data} studio={studio.data} />;
}

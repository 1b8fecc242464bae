import { useQuery } from '@tanstack/react-query';
import { useEffect } from 'react';
import { planQuery, sessionsQuery, studioPlanQuery } from '@/api/options';
import { queries } from '@/api/queries';
import { signedIn } from '@/device/person';

/** Brings the day's sessions onto the device before they are needed, and keeps up with what stops or changes one. */
export function useDay() {
  const day = useQuery({ ...sessionsQuery, refetchInterval: 60_000 }).data;
  useEffect(() => {
    // A part of its own: the first screen does not wait for it.
    if (day)
      void import('./sessions').then(
        (its) => its.hearDay(day),
        () => undefined,
      );
  }, [day]);
  // The weeks of who comes today, and the studio's, can be read and moved without a signal.
  const clients = [...new Set(day?.sessions.map((s) => s.clientId) ?? [])].sort().join();
  useEffect(() => {
    if (clients === '' || !signedIn()?.coaches) return;
    const idle = setTimeout(() => {
      void queries.prefetchQuery(studioPlanQuery);
      for (const id of clients.split(',')) void queries.prefetchQuery({ ...planQuery(id), staleTime: 60_000 });
    }, QUIET);
    return () => clearTimeout(idle);
  }, [clients]);
}

/** What is only needed later is asked for once the screen stands, milliseconds. */
const QUIET = 4000;

import { useQuery } from '@tanstack/react-query';
import { useEffect } from 'react';
import { sessionsQuery } from '@/api/options';

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
}

import { useQuery } from '@tanstack/react-query';
import { useEffect } from 'react';
import { sessionsQuery } from '@/api/options';
import { hearDay } from './sessions';

/** Brings the day's sessions onto the device before they are needed, and keeps up with what stops or changes one. */
export function useDay() {
  const day = useQuery({ ...sessionsQuery, refetchInterval: 60_000 }).data;
  useEffect(() => {
    if (day) hearDay(day);
  }, [day]);
}

import { type ReactNode, useEffect } from 'react';
import { Unreachable } from '@/api/client';
import { doorQuery, useDoor } from '@/api/door';
import { queries } from '@/api/queries';
import { useReachable } from '@/device/connection';
import { usePerson } from '@/device/person';
import { Waiting } from '@/ui/Notice';
import { DoorScreen } from './DoorScreen';
import { NumberAgain } from './NumberAgain';
import { OwnScreen } from './OwnScreen';

/**
 * Lets in whoever is signed in on this device. Who was in when the studio was last heard goes on without a signal; what the
 * studio gives out it gives only to whoever its own cookie names.
 */
export function Gate({ children }: { children: ReactNode }) {
  const door = useDoor();
  const person = usePerson();
  useEffect(() => {
    if (!person) document.title = 'Deft Stride';
  }, [person]);
  // Signed out from elsewhere: the door is asked where one stands now.
  const ended = !person && door.data?.state === 'in' && !door.isFetching;
  useEffect(() => {
    if (ended) void queries.invalidateQueries({ queryKey: doorQuery.queryKey });
  }, [ended]);
  // Somebody took over without a signal: as soon as there is one, the studio hears their number.
  const reachable = useReachable();
  const unheard = person?.unheard === true;
  useEffect(() => {
    if (unheard && reachable) void queries.invalidateQueries({ queryKey: doorQuery.queryKey });
  }, [unheard, reachable]);
  if (person?.role === 'client') return <OwnScreen />;
  if (person)
    return (
      <>
        {children}
        {person.unheard && <NumberAgain name={person.name.split(' ')[0] ?? person.name} />}
      </>
    );
  if (door.data && door.data.state !== 'in') return <DoorScreen door={door.data} />;
  return (
    <main className="grid h-full place-items-center">
      <Waiting what="the studio" error={door.error instanceof Unreachable ? door.error : undefined} />
    </main>
  );
}

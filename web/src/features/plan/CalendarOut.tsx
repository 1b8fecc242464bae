import { useMutation, useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { v7 as uuid } from 'uuid';
import { api, type Schema, take } from '@/api/client';
import { calendarsQuery } from '@/api/options';
import { refresh } from '@/api/queries';
import { Button } from '@/ui/Button';
import { Fold } from '@/ui/Fold';
import { Trouble } from '@/ui/Notice';
import { day } from '@/words/dates';

/** The visits for a calendar program: a file now, or a private address that it asks for itself. */
export function CalendarOut({ clientId = null, name }: { clientId?: string | null; name: string }) {
  const [names, setNames] = useState(true);
  const [made, setMade] = useState<Schema['CalendarView'] | null>(null);
  const calendars = useQuery(calendarsQuery);
  const make = useMutation({
    mutationFn: () => take(api.POST('/api/calendars', { body: { id: uuid(), clientId, names } })),
    onSuccess: (view) => {
      setMade(view);
      void refresh('calendars');
    },
  });
  const revoke = useMutation({
    mutationFn: (id: string) => take(api.PUT('/api/calendars/{id}/revocation', { params: { path: { id } } })),
    onSuccess: (_, id) => {
      if (made?.id === id) setMade(null);
      void refresh('calendars');
    },
  });
  const its = calendars.data?.filter((c) => c.clientId === clientId) ?? [];
  const file = `/api/calendar.ics?names=${names}${clientId ? `&client=${clientId}` : ''}`;
  const address = made?.path ? `${location.origin}${made.path}` : null;
  return (
    <Fold
      title="Calendar"
      said={
        its.length === 0 ? 'a file, or a private address' : `${its.length} private ${its.length === 1 ? 'address' : 'addresses'}`
      }
    >
      <p className="max-w-[46em] text-copy text-soft">
        {name} for any calendar program. A private address is asked for by the program itself and follows what moves; whoever has
        it reads the visits, so give it to one person and take it back when it has done its work.
      </p>
      {!clientId && (
        <label className="flex min-h-11 items-center gap-3 text-body">
          <input type="checkbox" checked={names} onChange={(e) => setNames(e.target.checked)} className="size-5" />
          With the clients’ names
        </label>
      )}
      <div className="flex flex-wrap gap-2.5">
        <a
          href={file}
          download
          className="inline-flex min-h-11 items-center rounded-[10px] border border-edge bg-paper px-4 text-body font-semibold hover:border-ink"
        >
          Download the file
        </a>
        <Button disabled={make.isPending} onClick={() => make.mutate()}>
          Make a private address
        </Button>
      </div>
      <Trouble error={make.error ?? revoke.error} />
      {address && (
        <div className="rounded-xl border border-brass/60 p-3">
          <p className="text-copy font-semibold">Copy it now: it is shown only once.</p>
          <p className="mt-1 text-copy break-all select-all" data-address>
            {address}
          </p>
          <Button className="mt-2" onClick={() => void navigator.clipboard?.writeText(address)}>
            Copy
          </Button>
        </div>
      )}
      {its.length > 0 && (
        <ul className="grid gap-1">
          {its.map((c) => (
            <li key={c.id} className="flex flex-wrap items-center justify-between gap-3 border-t border-hair pt-1">
              <span className="text-body">
                Made {day(c.madeAt)}
                <span className="text-soft">
                  {c.askedAt ? `, last used ${day(c.askedAt)}` : ', not used yet'}
                  {!c.names && ', without names'}
                </span>
              </span>
              <Button kind="stop" disabled={revoke.isPending} onClick={() => revoke.mutate(c.id)}>
                Take it back
              </Button>
            </li>
          ))}
        </ul>
      )}
    </Fold>
  );
}

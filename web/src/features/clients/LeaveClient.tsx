import { useMutation, useQuery } from '@tanstack/react-query';
import { useNavigate } from '@tanstack/react-router';
import { type ReactNode, useState } from 'react';
import type { Schema } from '@/api/client';
import { once } from '@/api/once';
import { backupsQuery, erasureQuery } from '@/api/options';
import { queries } from '@/api/queries';
import { useOwns } from '@/device/person';
import { forgetErased } from '@/outbox/erased';
import { Button } from '@/ui/Button';
import { Field } from '@/ui/Field';
import { Trouble, Waiting } from '@/ui/Notice';
import { Sheet } from '@/ui/Sheet';
import { day } from '@/words/dates';

/** A client leaves: with everything that is known of them in one file, and for good. Both are the owner's. */
export function LeaveClient({ clientId, name }: { clientId: string; name: string }) {
  const owns = useOwns();
  const [open, setOpen] = useState(false);
  if (!owns) return null;
  return (
    <>
      <div className="flex flex-wrap items-center gap-x-6">
        <HandOver clientId={clientId}>Hand {name.split(' ')[0]}’s record over</HandOver>
        <Button kind="quiet" className="-ml-4 text-copy! text-soft!" onClick={() => setOpen(true)}>
          Erase {name.split(' ')[0]}…
        </Button>
      </div>
      {open && <Erasing clientId={clientId} name={name} onClose={() => setOpen(false)} />}
    </>
  );
}

/** Their records, tables, pictures and films in one zip; a spreadsheet opens its tables, another studio takes it in. */
function HandOver({ clientId, children }: { clientId: string; children: ReactNode }) {
  return (
    <a
      href={`/api/clients/${clientId}/export.zip`}
      download
      className="inline-flex min-h-11 items-center text-copy text-soft underline decoration-hair underline-offset-4 hover:decoration-ink"
    >
      {children}
    </a>
  );
}

function Erasing({ clientId, name, onClose }: { clientId: string; name: string; onClose: () => void }) {
  const [typed, setTyped] = useState('');
  const [erased, setErased] = useState<Schema['ErasedView'] | null>(null);
  const navigate = useNavigate();
  const what = useQuery({ ...erasureQuery(clientId), enabled: erased === null });
  const backups = useQuery(backupsQuery).data?.backups ?? [];
  const erase = useMutation({
    mutationFn: () => once('POST', `/api/clients/${clientId}/erasure`, { name: typed }),
    onSuccess: async (said) => {
      setErased(said as Schema['ErasedView']);
      await forgetErased([clientId]);
    },
  });
  const leave = async () => {
    onClose();
    if (!erased) return;
    queries.removeQueries({ queryKey: ['client', clientId] });
    await navigate({ to: '/' });
    await queries.invalidateQueries();
  };
  const until = backups.map((b) => b.goes).filter((g) => g !== null);
  const last = until.toSorted().at(-1);
  const copies =
    backups.length === 0
      ? 'There is no backup that still holds them.'
      : `${backups.length === 1 ? 'One backup still holds them; it goes' : `${backups.length} backups still hold them; the last of them goes`} ${
          last && until.length === backups.length ? `about ${day(last)}` : 'when later versions have come'
        }. Brought back in the page, it erases them again; by command it does not.`;
  return (
    <Sheet title={erased ? 'Erased.' : `Erase ${name}?`} open onOpenChange={() => void leave()}>
      {erased ? (
        <>
          <p>
            {erased.finished
              ? 'Nothing of them is left in the studio’s own files.'
              : 'They are gone from every screen. A last remainder in the database’s log goes with the next start of the server.'}{' '}
            Devices that hold something of them forget it as soon as they hear from the studio.
          </p>
          <p className="mt-3 text-soft">{copies}</p>
          <Button kind="act" className="mt-5" onClick={() => void leave()}>
            Back to today
          </Button>
        </>
      ) : what.data ? (
        <>
          <p>{list(what.data)} This cannot be undone. The log of who did what keeps that it was done, and no name.</p>
          <p className="mt-3 text-soft">{copies}</p>
          <p className="mt-3 text-soft">
            Do they want to keep what is theirs? <HandOver clientId={clientId}>Hand their record over first</HandOver>
          </p>
          {what.data.running && (
            <p role="alert" className="mt-3 rounded-[10px] border-l-4 border-brick bg-brick-wash px-3.5 py-2.5 text-brick">
              A session of theirs is running. What is tapped in it from now on is not kept.
            </p>
          )}
          <form
            className="mt-5 grid gap-4"
            onSubmit={(e) => {
              e.preventDefault();
              erase.mutate();
            }}
          >
            <Field
              label="Their whole name"
              autoComplete="off"
              required
              value={typed}
              onChange={(e) => setTyped(e.target.value)}
              error={erase.error}
              field="name"
            />
            <Trouble error={erase.error} beside={['name']} />
            <div className="flex flex-wrap gap-2">
              <Button kind="stop" type="submit" disabled={erase.isPending}>
                Erase for good
              </Button>
              <Button kind="quiet" onClick={onClose}>
                Leave it
              </Button>
            </div>
          </form>
        </>
      ) : (
        <Waiting what="what there is of them" error={what.error} />
      )}
    </Sheet>
  );
}

/** What goes, counted. */
function list({ looks, logs, pictures, films }: Schema['ErasureView']) {
  const some = (n: number, one: string, many: string) => (n === 0 ? [] : [n === 1 ? `one ${one}` : `${n} ${many}`]);
  const parts = [
    ...some(looks, 'look', 'looks'),
    ...some(logs, 'log', 'logs'),
    ...some(pictures, 'picture', 'pictures'),
    ...some(films, 'film', 'films'),
    'every plan, session, note and setting of theirs',
  ];
  const said = parts.length === 1 ? `${parts[0]}` : `${parts.slice(0, -1).join(', ')}, and ${parts.at(-1)}`;
  return `${said.charAt(0).toUpperCase()}${said.slice(1)} ${parts.length === 1 ? 'goes' : 'go'}.`;
}

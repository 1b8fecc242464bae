import { useMutation } from '@tanstack/react-query';
import { useNavigate } from '@tanstack/react-router';
import { useRef } from 'react';
import type { Schema } from '@/api/client';
import { once } from '@/api/once';
import { queries } from '@/api/queries';
import { Button } from '@/ui/Button';
import { Download } from '@/ui/Download';
import { Trouble } from '@/ui/Notice';
import { Sheet } from '@/ui/Sheet';
import { dayAndTime } from '@/words/dates';

type Arrival = Schema['ArrivalView'];

/** The studio taken out in open formats, and a client who comes with such a file. */
export function Carrying() {
  const input = useRef<HTMLInputElement>(null);
  const look = useMutation({
    mutationFn: async (file: File) => (await once('POST', '/api/arrivals', file)) as Arrival,
  });
  const leave = () => {
    look.reset();
    void once('DELETE', '/api/arrivals', {}).catch(() => {
      // What waits there is taken away by the next one, or by the next start.
    });
  };
  return (
    <section aria-labelledby="carrying" className="mt-9">
      <h2 id="carrying" className="say text-head">
        In open formats
      </h2>
      <div className="mt-3 grid gap-3 md:grid-cols-2">
        <div className="rounded-2xl bg-paper p-5">
          <p className="text-lead font-semibold">The whole studio in one file</p>
          <p className="mt-1 text-copy text-soft">
            One zip: tables for a spreadsheet, every record as lines of JSON, pictures and films. No passphrase and no sign-in is
            in it. A large studio takes some minutes before the download begins.
          </p>
          <Download href="/api/export.zip" className="mt-4">
            Download the studio
          </Download>
        </div>
        <div className="rounded-2xl bg-paper p-5">
          <p className="text-lead font-semibold">A client who brings a file</p>
          <p className="mt-1 text-copy text-soft">
            From another studio, or back to this one. The file is looked through first; nothing changes until you say so. A
            client’s own file is made at the foot of their page.
          </p>
          <Button className="mt-4" disabled={look.isPending} onClick={() => input.current?.click()}>
            {look.isPending ? 'Looking through it…' : 'Choose their file…'}
          </Button>
          <input
            ref={input}
            type="file"
            accept=".zip,application/zip"
            aria-label="The export of a client"
            className="sr-only"
            onChange={(e) => {
              const chosen = e.target.files?.[0];
              e.target.value = '';
              if (chosen) look.mutate(chosen);
            }}
          />
          <Trouble error={look.error} />
        </div>
      </div>
      {look.data && <Arriving arrival={look.data} onClose={leave} onDone={look.reset} />}
    </section>
  );
}

function Arriving({ arrival, onClose, onDone }: { arrival: Arrival; onClose: () => void; onDone: () => void }) {
  const navigate = useNavigate();
  const take = useMutation({
    mutationFn: () => once('POST', `/api/arrivals/${arrival.id}`, {}),
    onSuccess: async () => {
      await queries.invalidateQueries();
      onDone();
      await navigate({ to: '/clients/$clientId', params: { clientId: arrival.client } });
    },
  });
  const first = arrival.name.split(' ')[0];
  return (
    <Sheet title={arrival.inTheWay ? `${first} cannot come in.` : `Bring ${arrival.name} in?`} open onOpenChange={onClose}>
      <p>
        {counted(arrival)} Taken out {dayAndTime(new Date(arrival.takenOut))}.
      </p>
      {arrival.missing > 0 && (
        <p className="mt-3 text-soft">
          {arrival.missing === 1 ? 'One picture or film is' : `${arrival.missing} pictures or films are`} named and not in the
          file.
        </p>
      )}
      {arrival.notes.length > 0 && (
        <ul className="mt-3 grid gap-1.5 text-soft">
          {arrival.notes.map((n) => (
            <li key={n}>{n}</li>
          ))}
        </ul>
      )}
      {arrival.inTheWay && (
        <p role="alert" className="mt-3 rounded-[10px] border-l-4 border-brick bg-brick-wash px-3.5 py-2.5 text-brick">
          {arrival.inTheWay}
        </p>
      )}
      <Trouble error={take.error} />
      <div className="mt-5 flex flex-wrap gap-2">
        {!arrival.inTheWay && (
          <Button kind="act" disabled={take.isPending} onClick={() => take.mutate()}>
            Bring {first} in
          </Button>
        )}
        <Button kind="quiet" onClick={onClose}>
          {arrival.inTheWay ? 'Close' : 'Leave it'}
        </Button>
      </div>
    </Sheet>
  );
}

/** "3 looks, 12 logs, 8 pictures and no film." */
function counted({ looks, logs, pictures, films }: Arrival) {
  const some = (n: number, one: string, many: string) => `${n === 0 ? 'no' : n} ${n === 1 || n === 0 ? one : many}`;
  const said = `${some(looks, 'look', 'looks')}, ${some(logs, 'log', 'logs')}, ${some(pictures, 'picture', 'pictures')} and ${some(films, 'film', 'films')}.`;
  return `${said.charAt(0).toUpperCase()}${said.slice(1)}`;
}

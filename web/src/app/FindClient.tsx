import { useNavigate } from '@tanstack/react-router';
import { useState } from 'react';
import { useClients } from '@/api/queries';
import { usePerson } from '@/device/person';
import { Field } from '@/ui/Field';
import { Sheet } from '@/ui/Sheet';

export function FindClient({ open, onOpenChange }: { open: boolean; onOpenChange: (open: boolean) => void }) {
  return (
    <Sheet title="Find a client" open={open} onOpenChange={onOpenChange}>
      <Finder done={() => onOpenChange(false)} />
    </Sheet>
  );
}

function Finder({ done }: { done: () => void }) {
  const clients = useClients();
  const navigate = useNavigate();
  const coaches = usePerson()?.coaches === true;
  const [text, setText] = useState('');
  const match = (all: { id: string; name: string }[]) =>
    all.filter((c) => c.name.toLowerCase().includes(text.trim().toLowerCase())).slice(0, 12);
  const found = match(clients.data ?? []);
  const go = (id: string) => {
    done();
    void navigate({ to: coaches ? '/clients/$clientId' : '/clients/$clientId/session', params: { clientId: id } });
  };
  // A fast hand presses Enter before the list is there: the list is waited for, the key is not lost.
  const first = async () => {
    const [client] = match(clients.data ?? (await clients.refetch()).data ?? []);
    if (client) go(client.id);
  };
  return (
    <form
      onSubmit={(e) => {
        e.preventDefault();
        void first();
      }}
    >
      <Field label="Name" autoFocus value={text} onChange={(e) => setText(e.target.value)} hint="Enter opens the first" />
      <ul className="mt-3">
        {found.map((c) => (
          <li key={c.id}>
            <button
              type="button"
              onClick={() => go(c.id)}
              className="min-h-11 w-full rounded-lg px-3 text-left font-semibold hover:bg-ground"
            >
              {c.name}
            </button>
          </li>
        ))}
      </ul>
      {clients.data && found.length === 0 && <p className="mt-3 text-soft">Nobody by that name. Add a client on Today.</p>}
    </form>
  );
}

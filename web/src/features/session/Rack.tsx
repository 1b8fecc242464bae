import { Link } from '@tanstack/react-router';
import { useState } from 'react';
import { useFloor } from '@/api/queries';
import { Sheet } from '@/ui/Sheet';
import { clockWords } from './RestWalk';
import { itemOf, type Run, restLeft, timed } from './run';
import { MOST_IN_HAND, type Session, useRack } from './sessions';
import { useNow } from './useNow';

/** What a client's plate says in two words: what is done now, or what is left of the rest. */
export function plateWords(run: Run, now: number): { what: string; big: string } {
  if (run.closed) return { what: 'put away', big: 'done' };
  const item = itemOf(run);
  const side = run.step?.side === 'left' ? 'L' : run.step?.side === 'right' ? 'R' : '';
  switch (run.phase) {
    case 'working':
      return { what: 'working', big: item && timed(item) ? side || 'on' : `${run.count.length}${side && ` ${side}`}` };
    case 'toChange':
      return { what: 'it hurt', big: 'ask' };
    case 'stopped':
      return { what: 'stopped', big: 'done' };
    case 'done':
      return { what: 'all done', big: 'done' };
    default: {
      if (run.rest) {
        const left = restLeft(run.rest, now);
        return left > 0 ? { what: 'rest', big: clockWords(left) } : { what: 'rested', big: side ? `then ${side}` : 'go' };
      }
      return { what: run.over.length > 0 ? 'next' : 'ready', big: side || (item ? 'go' : '') };
    }
  }
}

/** The clients in hand, a plate each on the steel of the rack; the one on the screen is lifted off. */
export function Rack({ here }: { here: string }) {
  const rack = useRack();
  const now = useNow(500);
  const [adding, setAdding] = useState(false);
  const shown = rack.length > 0 ? rack : [];
  return (
    <nav
      aria-label="Clients in hand"
      className="flex h-[76px] shrink-0 items-end gap-2 border-b-[7px] border-[var(--steel)] bg-ground-deep px-3 pt-2 pb-[env(safe-area-inset-bottom)]"
    >
      {shown.map(({ clientId, session }) => (
        <Plate key={clientId} clientId={clientId} session={session} here={clientId === here} now={now} many={shown.length > 3} />
      ))}
      {shown.length < MOST_IN_HAND && (
        <button
          type="button"
          onClick={() => setAdding(true)}
          className="mb-1.5 min-h-[52px] shrink-0 rounded-[10px] border border-dashed border-edge px-3 text-body font-semibold text-soft hover:text-ink"
          aria-label="Add a client"
        >
          + client
        </button>
      )}
      <Sheet title="Who else?" open={adding} onOpenChange={setAdding}>
        {adding && <Others inHand={rack.map((r) => r.clientId)} onPick={() => setAdding(false)} />}
      </Sheet>
    </nav>
  );
}

function Plate({
  clientId,
  session,
  here,
  now,
  many,
}: {
  clientId: string;
  session: Session;
  here: boolean;
  now: number;
  many: boolean;
}) {
  const { what, big } = plateWords(session.run, now);
  const name = session.view.clientName.split(' ')[0] ?? '';
  return (
    <Link
      to="/clients/$clientId/session"
      params={{ clientId }}
      aria-current={here ? 'page' : undefined}
      aria-label={`${name}, ${what} ${big}`}
      className={`min-w-0 overflow-hidden rounded-t-[12px] px-2.5 py-1.5 leading-tight ${many ? 'flex-1' : 'flex-1 basis-0'} ${
        here ? 'h-[68px] border-2 border-b-0 border-ink bg-paper' : 'h-[58px] bg-plate text-plate-ink'
      }`}
      data-plate={name}
    >
      <span className="block truncate text-copy font-semibold">
        {name}
        {!many && `, ${what}`}
      </span>
      <span className="figure block truncate text-title">{big}</span>
    </Link>
  );
}

/** Who of the day is not in hand yet. */
function Others({ inHand, onPick }: { inHand: string[]; onPick: () => void }) {
  const floor = useFloor();
  const others = (floor.data?.visits ?? []).filter((v) => !inHand.includes(v.client.id) && v.state !== 'done');
  const unplanned = (floor.data?.unplanned ?? []).filter((c) => !inHand.includes(c.id));
  if (others.length + unplanned.length === 0) return <p className="text-lead text-soft">Everyone of today is in hand or done.</p>;
  return (
    <ul className="grid gap-2">
      {[
        ...others.map((v) => ({ ...v.client, note: `${v.time}, ${v.today.exerciseName.toLowerCase()}` })),
        ...unplanned.map((c) => ({ ...c, note: 'not planned' })),
      ].map((client) => (
        <li key={client.id}>
          <Link
            to="/clients/$clientId/session"
            params={{ clientId: client.id }}
            onClick={onPick}
            className="flex min-h-16 items-center justify-between gap-3 rounded-[10px] border border-edge px-4 hover:border-ink"
          >
            <span className="text-lead font-semibold">{client.name}</span>
            <span className="text-body text-soft">{client.note}</span>
          </Link>
        </li>
      ))}
    </ul>
  );
}

import { clientQuery, clientsQuery } from '@/api/options';
import { queries } from '@/api/queries';
import { useReachable } from '@/device/connection';
import { openName } from '@/device/openClients';
import { theOutbox } from '@/outbox/device';
import type { Entry } from '@/outbox/entry';
import { time } from '@/words/dates';
import { Button } from './Button';

const clock = (at: number) => (at === 0 ? '' : time(new Date(at)));

/** What is on its way for so long that the coach should know, and what was refused. */
export function useLate(entries: Entry[]): Entry[] {
  const reachable = useReachable();
  return entries.filter((e) => e.state === 'refused' || !reachable || e.tries > 1);
}

/** Things of one screen that the studio has not answered for: waiting, sending or refused, and what to do about it. */
export function Unsent({ entries }: { entries: Entry[] }) {
  const late = useLate(entries);
  if (late.length === 0) return null;
  return (
    <ul className="grid gap-2">
      {late.map((entry) => (
        <UnsentLine key={entry.id} entry={entry} />
      ))}
    </ul>
  );
}

/** Whose it is, as far as this device knows. */
const nameOf = (lane: string) =>
  queries.getQueryData(clientsQuery.queryKey)?.find((c) => c.id === lane)?.name ??
  queries.getQueryData(clientQuery(lane).queryKey)?.client.name ??
  openName(lane);

/** One thing in the outbox: its state as a word and a tone, and the studio's sentence when it was refused. */
export function UnsentLine({ entry, named = false }: { entry: Entry; named?: boolean }) {
  const held = theOutbox().held().get(entry.id);
  const whose = named ? nameOf(entry.lane.replace(/^film:/, '')) : undefined;
  const name = `${whose ? `${whose}, ${entry.words.charAt(0)}` : entry.words.charAt(0).toUpperCase()}${entry.words.slice(1)}`;
  const when = clock(entry.at);
  if (entry.state === 'refused')
    return (
      <li className="rounded-[10px] border-l-4 border-brick bg-brick-wash px-3.5 py-2.5 text-body" data-unsent="refused">
        <p role="alert">
          <span className="font-semibold">{name}: refused.</span> {entry.refusal?.sentence}
        </p>
        <p className="-ml-1.5 flex flex-wrap">
          <Button kind="quiet" className="px-1.5! text-copy!" onClick={() => void theOutbox().again(entry.id)}>
            Send it again
          </Button>
          <Button kind="quiet" className="px-1.5! text-copy!" onClick={() => void theOutbox().leaveOut(entry.id)}>
            Leave it out
          </Button>
        </p>
      </li>
    );
  return (
    <li className="rounded-[10px] border-l-4 border-slate bg-slate-wash px-3.5 py-2.5 text-body" data-unsent={entry.state}>
      <p role="status">
        <span className="font-semibold">
          {name}: {entry.state}.
        </span>{' '}
        {held
          ? `It rests on ${held.words} that was refused. Decide about that first.`
          : `It is kept on this device${when && ` since ${when}`} and goes to the studio by itself.`}
      </p>
    </li>
  );
}

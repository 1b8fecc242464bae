import { useQuery } from '@tanstack/react-query';
import { Link, useParams } from '@tanstack/react-router';
import { useEffect, useState } from 'react';
import type { Schema } from '@/api/client';
import { logsQuery } from '@/api/options';
import { openClient } from '@/device/openClients';
import { Button } from '@/ui/Button';
import { Empty, Waiting } from '@/ui/Notice';
import { Why } from '@/ui/Why';
import { day } from '@/words/dates';
import { LogCharts } from './LogCharts';
import { LogSheet } from './LogSheet';
import { type Filter, filtered, none, said } from './logBook';

type Entry = Schema['LogEntryView'];

/** The whole log of a client: what was done beside what was asked, searched, filtered, and drawn by the question it answers. */
export function LogScreen() {
  const { clientId } = useParams({ from: '/clients/$clientId/log' });
  const book = useQuery(logsQuery(clientId));
  const [filter, setFilter] = useState<Filter>(none);
  const [picked, setPicked] = useState<string | null>(null);
  const [wrong, setWrong] = useState<Entry | null>(null);
  const [shown, setShown] = useState(20);
  const name = book.data?.clientName;
  useEffect(() => {
    if (name) openClient({ id: clientId, name });
  }, [clientId, name]);
  if (!book.data) return <Waiting what="the log" error={book.error} />;
  const { entries, painLimit, cleanShare, clientName } = book.data;
  const exercises = [...new Map(entries.map((e) => [e.log.exerciseId, e.log.exerciseName])).entries()];
  const found = filtered(entries, filter);
  const drawn = filter.exercise ?? entries[0]?.log.exerciseId ?? null;
  const series = filtered(entries, { ...filter, exercise: drawn });
  const set = (change: Partial<Filter>) => {
    setFilter({ ...filter, ...change });
    setShown(20);
  };
  if (entries.length === 0)
    return (
      <div className="mx-auto max-w-[1240px] px-4 py-6 sm:px-8">
        <Empty screen title={`Nothing is logged for ${clientName} yet.`}>
          <Link to="/clients/$clientId/session" params={{ clientId }} className="underline underline-offset-4">
            Run a session
          </Link>
        </Empty>
      </div>
    );
  return (
    <div className="mx-auto max-w-[1240px] px-4 pt-4 pb-10 sm:px-8">
      <p className="text-body text-soft">
        <Link
          to="/clients/$clientId"
          params={{ clientId }}
          className="inline-flex min-h-11 items-center underline decoration-hair underline-offset-4"
        >
          {clientName}
        </Link>{' '}
        · the log
      </p>
      <h1 className="say mt-1 text-big sm:text-large">{said(series)}</h1>
      <div className="mt-3 flex flex-wrap gap-1.5" role="group" aria-label="Exercise">
        {exercises.map(([id, label]) => (
          <button
            key={id}
            type="button"
            aria-pressed={drawn === id}
            onClick={() => set({ exercise: id })}
            className={`min-h-11 rounded-[10px] px-3.5 text-copy font-semibold ${drawn === id ? 'bg-spine text-spine-ink' : 'border border-edge bg-paper hover:border-ink'}`}
          >
            {label}
          </button>
        ))}
      </div>
      <LogCharts entries={series} painLimit={painLimit} cleanShare={cleanShare} picked={picked} onPick={setPicked} />
      <div className="mt-6 grid gap-3 sm:grid-cols-[1fr_auto_auto]">
        <input
          type="search"
          aria-label="Search the log"
          placeholder="Search: an exercise, where it was felt, a coach, a day"
          value={filter.words}
          onChange={(e) => set({ words: e.target.value })}
          className="h-12 min-w-0 rounded-[10px] border border-edge bg-paper px-3.5 text-entry"
        />
        <div className="flex flex-wrap gap-1.5">
          {(
            [
              ['hurt', 'It hurt'],
              ['unclean', 'Not clean'],
              ['short', 'Not all done'],
            ] as const
          ).map(([key, label]) => (
            <button
              key={key}
              type="button"
              aria-pressed={filter[key]}
              onClick={() => set({ [key]: !filter[key] })}
              className={`min-h-12 rounded-[10px] px-3.5 text-copy font-semibold ${filter[key] ? 'bg-spine text-spine-ink' : 'border border-edge bg-paper hover:border-ink'}`}
            >
              {label}
            </button>
          ))}
        </div>
        <Button kind="quiet" disabled={filter === none} onClick={() => setFilter(none)}>
          Show all
        </Button>
      </div>
      <p className="mt-2 text-copy text-soft" role="status">
        {found.length === entries.length ? `${entries.length} entries` : `${found.length} of ${entries.length} entries`} ·{' '}
        <a href={`/api/logs.csv?client=${clientId}`} download="logs.csv" className="underline underline-offset-4">
          as a table
        </a>
      </p>
      <ol className="mt-1">
        {found.slice(0, shown).map((e) => (
          <li
            key={e.log.id}
            ref={(el) => {
              if (el && e.log.id === picked) el.scrollIntoView({ block: 'nearest' });
            }}
            className={`grid gap-x-5 border-t border-hair py-2.5 sm:grid-cols-[5rem_1fr_auto] ${e.log.id === picked ? 'bg-paper' : ''}`}
          >
            <span className="text-copy text-soft">{day(e.log.day)}</span>
            <div className="min-w-0">
              <p className="text-body">
                <span className="font-semibold">{e.log.exerciseName}</span> {e.log.did}
              </p>
              <p className="text-copy text-soft">
                {[
                  `asked ${e.log.asked}`,
                  e.log.effort !== null ? `effort ${e.log.effort}` : '',
                  e.painCounted ? `pain ${e.painCounted}` : '',
                  e.log.nextMorning !== null ? `next morning ${e.log.nextMorning}` : '',
                  e.log.felt ?? '',
                  e.log.tempo ?? '',
                  e.log.tired ?? '',
                  e.log.coach,
                ]
                  .filter(Boolean)
                  .join(' · ')}
              </p>
              <Why ask={`Next: ${e.log.next}`}>{e.log.why}</Why>
            </div>
            <button
              type="button"
              onClick={() => setWrong(e)}
              className="min-h-11 self-start text-copy text-soft underline decoration-hair underline-offset-4 hover:text-ink"
            >
              Correct
            </button>
          </li>
        ))}
      </ol>
      {found.length > shown && (
        <Button className="mt-3" onClick={() => setShown(shown + 40)}>
          Show more
        </Button>
      )}
      {wrong && (
        <LogSheet
          client={{ id: clientId, name: clientName }}
          exercise={{ id: wrong.log.exerciseId, name: wrong.log.exerciseName }}
          instead={wrong.log}
          open
          onOpenChange={(is) => !is && setWrong(null)}
        />
      )}
    </div>
  );
}

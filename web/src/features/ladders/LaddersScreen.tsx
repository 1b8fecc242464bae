import { useMutation, useQuery } from '@tanstack/react-query';
import { useNavigate, useSearch } from '@tanstack/react-router';
import { useState } from 'react';
import { v7 as uuid } from 'uuid';
import { api, type Schema, take } from '@/api/client';
import { laddersQuery } from '@/api/options';
import { queries, refresh, useStudio } from '@/api/queries';
import { useShortcuts } from '@/device/keys';
import { useOwns } from '@/device/person';
import { Edits } from '@/features/library/Edits';
import { Button } from '@/ui/Button';
import { Trouble, Waiting } from '@/ui/Notice';
import { LadderPath } from './LadderPath';
import { RungForm } from './RungForm';

type Ladder = Schema['LadderDto'];

/** The ways up as paths over the ground: read, changed in place, copied, added. */
export function LaddersScreen() {
  const ladders = useQuery(laddersQuery);
  const studio = useStudio();
  if (!ladders.data || !studio.data) return <Waiting what="the ladder book" error={ladders.error ?? studio.error} />;
  return <Ladders ladders={ladders.data.ladders} exercises={studio.data.exercises} />;
}

function Ladders({ ladders, exercises }: { ladders: Schema['LadderView'][]; exercises: Schema['ExerciseView'][] }) {
  const { open } = useSearch({ from: '/ladders' });
  const navigate = useNavigate({ from: '/ladders' });
  const view = ladders.find((l) => l.ladder.id === open) ?? ladders[0];
  const owns = useOwns();
  const [rungId, setRung] = useState<string | null>(null);
  const show = (id: string) => {
    setRung(null);
    change.reset();
    void navigate({ search: { open: id } });
  };
  const change = useMutation({
    mutationFn: ({ id, version, ladder }: { id: string; version: number; ladder: Ladder | null }) =>
      take(api.PUT('/api/ladders/{id}', { params: { path: { id } }, body: { operationId: uuid(), version, ladder } })),
    onSuccess: async (next) => {
      queries.setQueryData(laddersQuery.queryKey, next);
      await refresh('library', 'client', 'floor');
    },
  });
  const add = (from: Ladder | null) => {
    const id = `own-${uuid().slice(-8)}`;
    const fresh = `${id}-1`;
    const ladder: Ladder = from
      ? renamed(from, id)
      : {
          id,
          name: 'A ladder of our own',
          rungs: [
            {
              id: fresh,
              name: 'First rung',
              exerciseId: exercises[0]?.id ?? '',
              entry: 'Anyone.',
              next: [],
              fallback: null,
              dose: { phase: 'learning', setsLow: 2, setsHigh: 3, low: 5, high: 5, held: false },
              reason: 'Where it begins.',
            },
          ],
        };
    change.mutate({ id, version: 0, ladder }, { onSuccess: () => show(id) });
  };
  const at = view ? ladders.indexOf(view) : 0;
  const step = (by: number) => {
    const next = ladders[(at + by + ladders.length) % ladders.length];
    if (next) show(next.ladder.id);
  };
  useShortcuts('Ladders', [
    { keys: 'ArrowRight', does: 'Next ladder', run: () => step(1) },
    { keys: 'ArrowLeft', does: 'Ladder before', run: () => step(-1) },
    { keys: 'Escape', does: 'Close the rung', run: () => setRung(null) },
  ]);
  if (!view) return null;
  const keep = (ladder: Ladder, then?: () => void) =>
    change.mutate({ id: ladder.id, version: view.version, ladder }, then ? { onSuccess: then } : {});
  const rung = view.ladder.rungs.find((r) => r.id === rungId);
  return (
    <div className="mx-auto max-w-[1240px] px-4 py-5 sm:px-8 sm:py-7">
      <div className="flex flex-wrap items-end justify-between gap-3">
        <h1 className="say text-shout sm:text-large">
          {view.ladder.name}: {view.ladder.rungs.length} {view.ladder.rungs.length === 1 ? 'rung' : 'rungs'},{' '}
          {view.clientCount === 0 ? 'nobody on it yet' : `${view.clientCount} on it`}.
        </h1>
        <div className={owns ? 'flex flex-wrap gap-2' : 'hidden'}>
          <Button disabled={change.isPending} onClick={() => add(view.ladder)}>
            Copy it
          </Button>
          <Button disabled={change.isPending} onClick={() => add(null)}>
            Add a ladder
          </Button>
          {view.usual && view.changed && (
            <Button kind="quiet" onClick={() => change.mutate({ id: view.ladder.id, version: view.version, ladder: null })}>
              Back to the usual
            </Button>
          )}
        </div>
      </div>
      <nav aria-label="Ladders" className="mt-3 flex flex-wrap gap-1.5">
        {ladders.map((l) => (
          <button
            key={l.ladder.id}
            type="button"
            aria-current={l === view ? 'page' : undefined}
            onClick={() => show(l.ladder.id)}
            className="min-h-11 rounded-[10px] border border-hair px-3.5 text-body font-semibold hover:border-ink aria-[current=page]:bg-spine aria-[current=page]:text-spine-ink"
          >
            {l.ladder.name}
            {l.changed && <span className="ml-1.5 text-fine font-normal opacity-80">ours</span>}
          </button>
        ))}
      </nav>
      {view.notHere.length > 0 && (
        <p className="mt-3 max-w-[60em] text-body text-soft" data-not-here>
          This ladder stays as it was changed here. The usual one also has: {view.notHere.join(', ').toLowerCase()}.
        </p>
      )}
      {!rung && (
        <div className="mt-3">
          <Trouble error={change.error} />
        </div>
      )}
      <div className="mt-4 grid grid-cols-[minmax(0,1fr)] gap-5">
        <LadderPath
          view={view}
          at={rungId}
          onPick={(id) => {
            change.reset();
            setRung(id === rungId ? null : id);
          }}
        />
        {rung && !owns && (
          <p className="flex flex-wrap items-center justify-between gap-3 text-body text-slate">
            The studio’s owner changes ladders; here it can be read.
            <Button onClick={() => setRung(null)}>Close the rung</Button>
          </p>
        )}
        {rung && (
          <fieldset disabled={!owns} className="min-w-0">
            <RungForm
              key={`${rung.id} ${view.version}`}
              ladder={view.ladder}
              rung={rung}
              place={view.places.find((p) => p.rungId === rung.id)}
              exercises={exercises}
              error={change.error}
              pending={change.isPending}
              onKeep={keep}
              onClose={() => setRung(null)}
              onOpen={setRung}
            />
          </fieldset>
        )}
      </div>
      <div className="mt-7 max-w-[860px]">
        {owns && <LadderName key={`${view.ladder.id} ${view.version}`} ladder={view.ladder} onKeep={keep} />}
        <Edits kind="ladder" subjects={[view.ladder.id]} />
      </div>
    </div>
  );
}

/** A copy leads among its own rungs. */
function renamed(ladder: Ladder, id: string): Ladder {
  const own = (rungId: string) => `${id}-${rungId}`;
  return {
    id,
    name: `${ladder.name}, our way`,
    rungs: ladder.rungs.map((r) => ({
      ...r,
      id: own(r.id),
      next: r.next.map(own),
      fallback: r.fallback === null ? null : own(r.fallback),
    })),
  };
}

function LadderName({ ladder, onKeep }: { ladder: Ladder; onKeep: (ladder: Ladder) => void }) {
  const [name, setName] = useState(ladder.name);
  return (
    <form
      className="mb-4 flex flex-wrap items-end gap-2"
      onSubmit={(e) => {
        e.preventDefault();
        onKeep({ ...ladder, name });
      }}
    >
      <label className="grid gap-1 text-copy text-soft">
        What the ladder is called
        <input
          value={name}
          maxLength={60}
          onChange={(e) => setName(e.target.value)}
          className="h-11 w-72 rounded-[10px] border border-edge bg-paper px-3 text-entry text-ink"
        />
      </label>
      <Button type="submit" disabled={name.trim() === '' || name === ladder.name}>
        Rename
      </Button>
    </form>
  );
}

import { useMutation, useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { v7 as uuid } from 'uuid';
import { api, type Schema, take } from '@/api/client';
import { reachQuery } from '@/api/options';
import { refreshBody } from '@/api/queries';
import { useShortcuts } from '@/device/keys';
import { Button } from '@/ui/Button';
import { Trouble } from '@/ui/Notice';
import { Sentence } from '@/ui/Sentence';
import { unitsOf } from '@/words/units';
import type { BenchProps } from './BenchScreen';
import { CardSheet } from './CardSheet';
import { Dial } from './Dial';
import { ExerciseNotes } from './ExerciseNotes';
import { FloorMarks } from './FloorMarks';
import { SetupCard } from './SetupCard';

/** A mark on the floor for a client: how far one foot goes from the other, and where. */
export function ReachBench({ clientId, name, start, body, studio, front, exercise, choose }: BenchProps) {
  const units = unitsOf(studio.tape);
  const [knee, setKnee] = useState<number | null>(null);
  const [tapeCm, setTapeCm] = useState<number | null>(null);
  const [direction, setDirection] = useState<number | null>(null);
  const [card, setCard] = useState(false);
  const [id, setId] = useState(() => uuid());
  const request: Schema['ReachRequest'] = {
    body,
    tape: studio.tape,
    way: exercise.reach,
    diagonal: start.diagonal,
    kneeDegrees: knee,
    tapeCm,
    directionDegrees: direction,
  };
  const reach = useQuery(reachQuery(request));
  const view = reach.data;
  const fault = view?.fault ?? null;
  const keep = useMutation({
    mutationFn: () =>
      take(
        api.POST('/api/setups', {
          body: {
            id,
            clientId,
            exerciseId: exercise.id,
            school: start.school,
            front,
            split: null,
            step: null,
            reach: request,
            supersedes: null,
          },
        }),
      ),
    onSuccess: async () => {
      setId(uuid());
      await refreshBody(clientId);
    },
  });
  const ready = view !== undefined && !fault && !reach.isPlaceholderData && !keep.isPending && !reach.error;
  useShortcuts('Set-up planner', [
    { keys: 'P', does: 'The card, large', run: () => setCard(true) },
    { keys: 'D', does: 'Keep this set-up', run: () => ready && keep.mutate() },
  ]);
  return (
    <div className="flex min-h-full flex-col px-3 py-3 sm:px-6 xl:h-full xl:min-h-0">
      <div className="mb-3 flex flex-wrap items-end justify-between gap-x-6 gap-y-3">
        <div className="min-w-0 flex-1 basis-[430px]">
          <h1 className="say max-w-[27em] text-title sm:text-big" aria-live="polite" data-sentence>
            {fault ? <span className="text-brick">{fault}</span> : view ? <Sentence parts={view.sentence} /> : 'Working it out…'}
          </h1>
          <p className="mt-1 text-copy text-soft">
            {name}, {exercise.name.toLowerCase()}.{' '}
            {view?.estimated ? 'Estimated until shank and thigh are measured.' : 'From measured lengths.'}
          </p>
        </div>
        {choose}
      </div>
      <div className="grid min-h-0 flex-1 grid-cols-[minmax(0,1fr)] gap-3 xl:grid-cols-[minmax(0,1fr)_350px]">
        <div className="flex min-h-0 min-w-0 flex-col overflow-hidden rounded-2xl bg-paper">
          <div className={`min-h-[320px] flex-1 xl:min-h-0 ${fault ? 'opacity-40' : ''}`}>
            {view && !fault && <FloorMarks view={view} way={exercise.reach} front={front} />}
          </div>
          {view && (
            <div className="grid grid-cols-[repeat(auto-fit,minmax(148px,1fr))] gap-2 border-t border-hair p-3">
              <Dial
                label="Tape"
                value={units.length.from(view.tapeCm)}
                unit={units.length.name}
                step={units.length.step}
                onSet={(shown) => {
                  setTapeCm(Math.max(0, units.length.to(shown)));
                  setKnee(null);
                }}
              />
              <Dial
                label="Knee at the bottom"
                value={view.kneeDegrees}
                unit="°"
                onSet={(degrees) => {
                  setKnee(Math.max(0, degrees));
                  setTapeCm(null);
                }}
              />
              <Dial
                label="Direction"
                value={view.directionDegrees}
                unit="°"
                onSet={(degrees) => setDirection(Math.max(0, degrees))}
              />
            </div>
          )}
        </div>
        <aside className="flex min-h-0 flex-col gap-4 overflow-y-auto rounded-2xl bg-paper p-4" aria-label="The card">
          {view && <SetupCard lines={view.card} />}
          {view?.longestText && !fault && (
            <p className="border-l-4 border-hair pl-3 text-body">
              {view.longestText} is the furthest that these legs reach. Nearer is easier, further is deeper.
            </p>
          )}
          <ExerciseNotes exercise={exercise} open />
          <div className="flex-1" />
          <Trouble error={reach.error ?? keep.error} />
          {keep.isSuccess && (
            <p role="status" className="text-copy font-semibold text-pine">
              {keep.data.said}
            </p>
          )}
          <div className="grid grid-cols-[1fr_auto] gap-2">
            <Button kind="act" hint="D" className="min-h-14 text-lead!" disabled={!ready} onClick={() => keep.mutate()}>
              Keep this set-up
            </Button>
            <Button hint="P" className="min-h-14" disabled={!ready} onClick={() => setCard(true)}>
              Card
            </Button>
          </div>
        </aside>
      </div>
      {view && (
        <CardSheet
          open={card}
          onClose={() => setCard(false)}
          title={`${name}: ${exercise.name}`}
          lines={view.card}
          estimated={view.estimated}
          clientId={clientId}
          exercise={exercise}
        />
      )}
    </div>
  );
}

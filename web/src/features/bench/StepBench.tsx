import { useMutation, useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { v7 as uuid } from 'uuid';
import { api, type Schema, take } from '@/api/client';
import { stepQuery } from '@/api/options';
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
import { BenchFigure } from './figure';
import { SetupCard } from './SetupCard';

/** A box for a client: from the knee that is wanted to what the studio has. */
export function StepBench({ clientId, name, start, body, studio, front, exercise, choose }: BenchProps) {
  const units = unitsOf(studio.tape);
  const down = exercise.startBoxCm !== null;
  const [box, setBox] = useState(exercise.startBoxCm ?? 0);
  const [knee, setKnee] = useState(90);
  const [shin, setShin] = useState(8);
  const [trunk, setTrunk] = useState(20);
  const [card, setCard] = useState(false);
  const [id, setId] = useState(() => uuid());
  const request: Schema['StepRequest'] = {
    body,
    ranges: front === 'left' ? start.leftRanges : start.rightRanges,
    kit: start.kit,
    boxCm: down ? box : null,
    kneeDegrees: down ? null : knee,
    shinDegrees: shin,
    trunkDegrees: trunk,
  };
  const step = useQuery(stepQuery(request));
  const view = step.data;
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
            step: request,
            supersedes: null,
          },
        }),
      ),
    onSuccess: async () => {
      setId(uuid());
      await refreshBody(clientId);
    },
  });
  const ready = view !== undefined && !step.isPlaceholderData && !keep.isPending && !step.error;
  useShortcuts('Set-up planner', [
    { keys: 'P', does: 'The card, large', run: () => setCard(true) },
    { keys: 'D', does: 'Keep this set-up', run: () => ready && keep.mutate() },
  ]);
  const H = body.statureCm;
  return (
    <div className="flex min-h-full flex-col px-3 py-3 sm:px-6 xl:h-full xl:min-h-0">
      <div className="mb-3 flex flex-wrap items-end justify-between gap-x-6 gap-y-3">
        <div className="min-w-0 flex-1 basis-[430px]">
          <h1 className="say max-w-[27em] text-title sm:text-big" aria-live="polite" data-sentence>
            {view ? <Sentence parts={view.sentence} /> : 'Working it out…'}
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
          <div className="min-h-[320px] flex-1 xl:min-h-0">
            {view && (
              <svg
                viewBox={`${-H * 0.5} ${-H * 1.08} ${H} ${H * 1.2}`}
                className="block h-full w-full"
                role="img"
                aria-label="The step to scale, from the side"
              >
                <rect x={-400} y="0" width="800" height="80" fill="var(--floor)" />
                <path d="M-400 0H400" stroke="var(--edge)" strokeWidth="0.7" />
                <rect
                  x="0"
                  y={-view.boxCm}
                  width={view.sizes.footCm + 14}
                  height={view.boxCm}
                  fill="var(--timber)"
                  stroke="var(--timber-dark)"
                  strokeWidth="0.8"
                />
                <BenchFigure points={view.figure.points} sizes={view.sizes} />
                <text
                  x={view.sizes.footCm / 2 + 7}
                  y={-view.boxCm / 2 + 4}
                  textAnchor="middle"
                  fontSize="11"
                  className="figure"
                  fill="var(--tape-ink)"
                >
                  {view.card.find((l) => l.id === 'box')?.value}
                </text>
              </svg>
            )}
          </div>
          <div className="grid grid-cols-[repeat(auto-fit,minmax(148px,1fr))] gap-2 border-t border-hair p-3">
            {down ? (
              <Dial
                label="Box"
                value={units.length.from(box)}
                unit={units.length.name}
                step={units.length.step}
                onSet={(shown) => setBox(units.length.to(shown))}
              />
            ) : (
              <Dial label="Knee at the start" value={knee} unit="°" onSet={setKnee} />
            )}
            <Dial label="Shin" value={shin} unit="°" onSet={setShin} />
            <Dial label="Trunk" value={trunk} unit="°" onSet={setTrunk} />
          </div>
        </div>
        <aside className="flex min-h-0 flex-col gap-4 overflow-y-auto rounded-2xl bg-paper p-4" aria-label="The card">
          {view && <SetupCard lines={view.card} />}
          <ExerciseNotes exercise={exercise} open />
          {view?.advice.map((a) => (
            <p
              key={a.sentence}
              className={`border-l-4 pl-3 text-body ${a.matters ? 'border-brick font-semibold' : 'border-hair'}`}
            >
              {a.sentence}
            </p>
          ))}
          <div className="flex-1" />
          <Trouble error={step.error ?? keep.error} />
          {keep.isSuccess && (
            <p role="status" className="text-copy font-semibold text-pine">
              {keep.data.said}
            </p>
          )}
          <div className="grid grid-cols-[1fr_auto] gap-2">
            <Button kind="act" hint="D" className="min-h-14 text-lead!" disabled={!ready} onClick={() => keep.mutate()}>
              Keep this set-up
            </Button>
            <Button hint="P" className="min-h-14" disabled={!view} onClick={() => setCard(true)}>
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

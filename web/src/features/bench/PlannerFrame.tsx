import { type ReactNode, useState } from 'react';
import type { Schema } from '@/api/client';
import { type Readiness, useHeldPress } from '@/device/heldPress';
import { useShortcuts } from '@/device/keys';
import { Button } from '@/ui/Button';
import { Trouble } from '@/ui/Notice';
import { Sentence } from '@/ui/Sentence';
import { CardSheet } from './CardSheet';
import { ExerciseNotes } from './ExerciseNotes';
import { SetupCard } from './SetupCard';

/** What every planner that works out one number has: the sentence, the drawing over its dials, the card and the keeping of it. */
export function PlannerFrame({
  clientId,
  name,
  exercise,
  choose,
  view,
  fault,
  extra,
  drawing,
  dials,
  children,
  keeping,
  ready,
  onKeep,
}: {
  clientId: string;
  name: string;
  exercise: Schema['ExerciseView'];
  choose: ReactNode;
  view: { sentence: Schema['PartView'][]; estimated: boolean; card: Schema['CardLineView'][] } | undefined;
  /** Why nothing can be worked out, with what would do. */
  fault: string | null;
  /** Lines that are kept with the card besides what was worked out. */
  extra?: Schema['CardLineView'][];
  drawing: ReactNode;
  dials: ReactNode;
  /** What stands beside the card. */
  children?: ReactNode;
  keeping: { error: Error | null; said: string | null };
  ready: Readiness;
  onKeep: () => void;
}) {
  const [card, setCard] = useState(false);
  const press = useHeldPress(ready, onKeep);
  const lines = view && [...view.card, ...(extra ?? [])];
  useShortcuts('Set-up planner', [
    { keys: 'P', does: 'The card, large', run: () => setCard(true) },
    { keys: 'D', does: 'Keep this set-up', run: press },
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
          <div className={`min-h-[320px] flex-1 xl:min-h-0 ${fault ? 'opacity-40' : ''}`}>{drawing}</div>
          <div className="grid grid-cols-[repeat(auto-fit,minmax(148px,1fr))] gap-2 border-t border-hair p-3">{dials}</div>
        </div>
        <aside className="flex min-h-0 flex-col gap-4 overflow-y-auto rounded-2xl bg-paper p-4" aria-label="The card">
          {lines && <SetupCard lines={lines} />}
          {children}
          <ExerciseNotes exercise={exercise} open />
          <div className="flex-1" />
          <Trouble error={keeping.error} />
          {keeping.said && (
            <p role="status" className="text-copy font-semibold text-pine">
              {keeping.said}
            </p>
          )}
          <div className="grid grid-cols-[1fr_auto] gap-2">
            <Button kind="act" hint="D" className="min-h-14 text-lead!" disabled={ready === 'no'} onClick={press}>
              Keep this set-up
            </Button>
            <Button hint="P" className="min-h-14" disabled={!view || fault !== null} onClick={() => setCard(true)}>
              Card
            </Button>
          </div>
        </aside>
      </div>
      {view && lines && (
        <CardSheet
          open={card}
          onClose={() => setCard(false)}
          title={`${name}: ${exercise.name}`}
          lines={lines}
          estimated={view.estimated}
          clientId={clientId}
          exercise={exercise}
        />
      )}
    </div>
  );
}

/** What the kit and the body make of it. */
export function Advice({ advice }: { advice: Schema['AdviceView'][] }) {
  return advice.map((a) => (
    <p key={a.sentence} className={`border-l-4 pl-3 text-body ${a.matters ? 'border-brick font-semibold' : 'border-hair'}`}>
      {a.sentence}
    </p>
  ));
}

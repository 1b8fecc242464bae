import { painComplete } from '@/features/pain/PainAsk';
import type { Marking } from '@/pictures/PictureStage';
import { inSlot, nextPoint, pointName } from '@/pictures/still';
import { Button } from '@/ui/Button';
import { NextBar } from '@/ui/NextBar';
import { type Side, sideWord } from '@/ui/SidePlate';
import { askedFor } from './steps';
import type { FirstLookState } from './useFirstLook';

const MARK: Record<Exclude<Marking, null>, string> = {
  upright: 'Tap both ends of something upright.',
  scale: 'Tap both ends of a known length.',
  line: 'Tap both ends of the tape on the floor.',
};

const doneWords = (marked: Side[]) =>
  marked.length === 1 ? `Done with the ${sideWord(marked[0] ?? 'left')} only` : 'Done looking';

/** What can be done with a look, in the column of a desk; the one accent is on what comes next. */
export function DeskActions({ state }: { state: FirstLookState }) {
  const { draft, step, kept, markedSides, startOver, next, ready, go, keep } = state;
  return (
    <div className="grid gap-2 max-lg:hidden">
      <div className="flex items-center gap-1">
        <Button kind="quiet" onClick={() => step({ kind: 'undo' })} disabled={!kept.canUndo} className="px-2!">
          Undo
        </Button>
        <Button kind="quiet" onClick={() => step({ kind: 'redo' })} disabled={!kept.canRedo} className="px-2!">
          Redo
        </Button>
        <span className="flex-1" />
        {markedSides.length + draft.stills.length > 0 && (
          <Button kind="quiet" onClick={() => startOver.mutate()} className="px-2! text-soft">
            Drop this look
          </Button>
        )}
      </div>
      {next.kind !== 'done' && next.kind !== 'pain' && (
        <Button
          kind={ready && draft.mode === 'quick' ? 'plain' : 'act'}
          hint="N"
          className="min-h-14 w-full text-lead!"
          onClick={() => go(next)}
        >
          {next.words}
        </Button>
      )}
      <Button
        kind={ready && (next.kind === 'done' || draft.mode === 'quick') ? 'act' : 'plain'}
        hint="D"
        className={`w-full ${next.kind === 'done' || next.kind === 'pain' ? 'min-h-14 text-lead!' : ''}`}
        disabled={!ready || keep.isPending}
        onClick={() => keep.mutate()}
      >
        {doneWords(markedSides)}
      </Button>
      {markedSides.length > 0 && !painComplete(draft.pain) && (
        <p className="-mt-1 text-center text-small text-soft">Ask about pain first.</p>
      )}
    </div>
  );
}

/** The same under the thumb: one step at a time. */
export function ThumbActions({ state }: { state: FirstLookState }) {
  const { draft, step, kept, standard, markedSides, next, ready, go, keep, current, marking } = state;
  if (markedSides.length + draft.stills.length === 0) return null;
  return (
    <NextBar>
      <Button onClick={() => step({ kind: 'undo' })} disabled={!kept.canUndo}>
        Undo
      </Button>
      {next.kind === 'done' || (ready && draft.mode === 'quick' && next.kind !== 'points') ? (
        <>
          {next.kind !== 'done' && (
            <Button className="flex-1" onClick={() => go(next)}>
              {next.words}
            </Button>
          )}
          <Button
            kind={markedSides.length === 2 ? 'act' : 'plain'}
            className="min-h-14 flex-1 text-lead!"
            disabled={!ready || keep.isPending}
            onClick={() => keep.mutate()}
          >
            {markedSides.length === 1 ? `Done, ${sideWord(markedSides[0] ?? 'left')} only` : 'Done looking'}
          </Button>
        </>
      ) : next.kind === 'points' && current && inSlot(current, next.slot) ? (
        <p className="flex-1 text-center text-body text-soft">
          {marking
            ? MARK[marking]
            : `Tap the ${pointName[nextPoint(current, askedFor(draft, standard, current, false))?.landmark ?? 'ankle']}.`}
        </p>
      ) : (
        <>
          <Button kind="act" className="min-h-14 flex-1 text-lead!" onClick={() => go(next)}>
            {next.words}
          </Button>
          {ready && (
            <Button className="min-h-14" disabled={keep.isPending} onClick={() => keep.mutate()}>
              Done
            </Button>
          )}
        </>
      )}
    </NextBar>
  );
}

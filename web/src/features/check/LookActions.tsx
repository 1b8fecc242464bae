import { useState } from 'react';
import { NO_PAIN, PainBar, PainSheet, painComplete } from '@/features/pain/PainAsk';
import { RaiseStopSign } from '@/features/safety/StopSign';
import type { Marking } from '@/pictures/PictureStage';
import { inSlot, pointName } from '@/pictures/still';
import { ActionBar } from '@/ui/ActionBar';
import { Button } from '@/ui/Button';
import { type Side, sideWord } from '@/ui/SidePlate';
import { type Primary, PrimaryButton } from './Primary';
import type { FirstLookState } from './useFirstLook';

const MARK: Record<Exclude<Marking, null>, string> = {
  upright: 'Tap both ends of something upright.',
  scale: 'Tap both ends of a known length.',
  line: 'Tap both ends of the tape on the floor.',
};

const doneWords = (marked: Side[]) =>
  marked.length === 1 ? `Done with the ${sideWord(marked[0] ?? 'left')} only` : 'Done looking';

/** What comes next in a look, as the brown button has it; null while a mark is being tapped. */
export function primaryOf(state: FirstLookState): Primary | null {
  const { next, go, current, asking, ring, actions, active, consent, setConsent, first, ready, keep, pending } = state;
  const { station, unanswered, onRestFine, markedSides, marking, look, clip } = state;
  if (marking) return null;
  if (station === 'checks' && unanswered.length > 0 && next.kind !== 'points')
    return {
      words: look && look.results.length > 0 ? 'The rest looked fine' : 'All looked fine',
      run: () => onRestFine(unanswered),
      key: 'W',
    };
  if ((next.kind === 'picture' || next.kind === 'waiting') && !consent)
    return { words: `${first} agrees to pictures`, run: () => setConsent(true), key: 'N' };
  if (next.kind === 'points' && current && asking && inSlot(current, next.slot)) {
    if (ring)
      return {
        words: `Point is right: ${pointName[asking.landmark]}`,
        run: () => actions.onPoint(current.key, asking.landmark, ring, true),
        key: '↵',
      };
    return {
      words: `Tap the ${pointName[asking.landmark]}`,
      run: () => document.querySelector<SVGGElement>(`[data-stage="${active}"] [data-handle="${asking.landmark}"]`)?.focus(),
      key: 'P',
    };
  }
  if (next.kind === 'done')
    return {
      words: clip.busy
        ? clip.following
          ? 'Following the stickers…'
          : 'First the clip above'
        : pending > 0
          ? 'Sending the picture…'
          : doneWords(markedSides),
      run: () => keep.mutate(),
      key: 'D',
      waits: !ready || keep.isPending,
    };
  return { words: next.words, run: () => go(next), key: 'N' };
}

/** What can be done with a look: the one accent on what comes next, the rest beside it. */
export function LookActions({ state }: { state: FirstLookState }) {
  const { clientId, draft, step, kept, markedSides, startOver, next, ready, keep, marking, station, setStation } = state;
  const [hurting, setHurting] = useState(false);
  // Only one side is looked at: pain is asked now.
  const [only, setOnly] = useState(false);
  const asks = next.kind === 'pain' || (only && markedSides.length === 1 && !painComplete(draft.pain));
  const primary = primaryOf(state);
  const begun = markedSides.length + draft.stills.length > 0;
  const setPain = (pain: typeof NO_PAIN) => step({ kind: 'set', change: (d) => ({ ...d, pain }) });
  const question = `Does anything hurt, ${state.first}?`;
  return (
    <>
      <ActionBar>
        <div className="flex items-center gap-1 lg:justify-between">
          <Button className="lg:hidden" onClick={() => step({ kind: 'undo' })} disabled={!kept.canUndo}>
            Undo
          </Button>
          <span className="flex items-center max-lg:hidden">
            <Button kind="quiet" onClick={() => step({ kind: 'undo' })} disabled={!kept.canUndo} className="px-2!">
              Undo
            </Button>
            <Button kind="quiet" onClick={() => step({ kind: 'redo' })} disabled={!kept.canRedo} className="px-2!">
              Redo
            </Button>
            {begun && (
              <Button kind="quiet" onClick={() => startOver.mutate()} className="px-2! text-soft">
                Drop this look
              </Button>
            )}
          </span>
          <RaiseStopSign clientId={clientId} className="max-lg:hidden px-2.5! text-small!" />
        </div>
        {!begun && station !== 'checks' && (
          <Button className="min-h-14 shrink-0 md:hidden" onClick={() => setStation('checks')}>
            By eye
          </Button>
        )}
        {ready && next.kind !== 'done' && next.kind !== 'pain' && (
          <Button className="max-lg:min-h-14 max-lg:px-2.5!" hint="D" disabled={keep.isPending} onClick={() => keep.mutate()}>
            {doneWords(markedSides)}
          </Button>
        )}
        {markedSides.length === 1 &&
          !painComplete(draft.pain) &&
          !asks &&
          (next.kind === 'picture' || next.kind === 'waiting') && (
            <Button className="min-h-14 px-2.5! lg:hidden" onClick={() => setOnly(true)}>
              {markedSides[0] === 'left' ? 'Left' : 'Right'} only
            </Button>
          )}
        {asks && (
          <div className="flex min-w-0 flex-1 lg:hidden">
            <PainBar label="Does anything hurt?" onNone={() => setPain(NO_PAIN)} onHurts={() => setHurting(true)} />
          </div>
        )}
        {marking && (
          <p className="flex min-h-14 flex-1 items-center justify-center text-center text-body text-soft">{MARK[marking]}</p>
        )}
        {primary && <PrimaryButton primary={primary} asks={asks} />}
      </ActionBar>
      <PainSheet
        label={question}
        open={hurting}
        onOpenChange={setHurting}
        pain={painComplete(draft.pain) && draft.pain?.score === 0 ? null : draft.pain}
        onChange={setPain}
      />
    </>
  );
}

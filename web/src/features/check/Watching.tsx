import type { Schema } from '@/api/client';
import { useShortcuts } from '@/device/keys';
import { ActionBar } from '@/ui/ActionBar';
import { Button } from '@/ui/Button';
import { type Side, SidePlate, sideWord } from '@/ui/SidePlate';
import type { Change } from './useRetest';

/** While somebody moves the screen shows one thing: the cue, said before the set. What it did is asked after it. */
export function Watching({
  change,
  side,
  asked,
  onDone,
  onBack,
}: {
  change: Change;
  side: Side;
  asked: Schema['PrescriptionView'] | null;
  onDone: () => void;
  onBack: () => void;
}) {
  useShortcuts('While they move', [{ keys: 'Enter', does: 'They are done', run: onDone }]);
  return (
    <div className="flex min-h-full flex-col justify-center gap-6 px-5 py-6 max-lg:pb-[100px] sm:px-16 lg:h-full" data-watching>
      <p className="flex items-center gap-3 text-lead text-soft">
        <SidePlate side={side} />
        <span>
          The {sideWord(side)} in front{asked && <span className="font-semibold text-ink">, {asked.text}</span>}. Say it once,
          then watch.
        </span>
      </p>
      <h1 className="say max-w-[16em] text-large sm:text-grand">{change.level === 'say' ? `“${change.cue}”` : change.cue}</h1>
      <div className="lg:w-[336px]">
        <ActionBar>
          <Button className="max-lg:min-h-14" kind="quiet" onClick={onBack}>
            Back to the cue
          </Button>
          <Button kind="act" hint="↵" className="min-h-14 flex-1 text-lead!" onClick={onDone}>
            They are done
          </Button>
        </ActionBar>
      </div>
    </div>
  );
}

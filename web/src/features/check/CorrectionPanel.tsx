import type { Schema } from '@/api/client';
import { useShortcuts } from '@/app/keys';
import { Button } from '@/ui/Button';
import { OutcomeMark } from './OutcomeMark';
import { levelWord } from './words';

const LEVELS: Schema['CorrectionLevel'][] = ['say', 'touchOrBlock', 'setUp', 'stepDown'];

/** One thing to say or do now, why, and what is on deck. */
export function CorrectionPanel({
  correction,
  lastTrial,
  onAgain,
  onDecide,
}: {
  correction: Schema['CorrectionView'];
  lastTrial: Schema['TrialView'] | undefined;
  onAgain: () => void;
  onDecide: () => void;
}) {
  useShortcuts('After the look', [
    { keys: 'R', does: 'Look again', run: onAgain },
    { keys: 'E', does: 'Decide', run: onDecide },
  ]);
  const spoken = correction.level === 'say';
  const helped = lastTrial?.outcome === 'helped';
  return (
    <>
      {lastTrial && <OutcomeMark trial={lastTrial} />}
      <ol className="grid grid-cols-4 gap-1.5" aria-label="How strong a means">
        {LEVELS.map((level) => (
          <li
            key={level}
            aria-current={level === correction.level ? 'step' : undefined}
            className={`border-t-[3px] pt-1 text-[13px] font-semibold ${level === correction.level ? 'border-brass text-brass-text' : 'border-hair text-soft'}`}
          >
            {levelWord[level]}
          </li>
        ))}
      </ol>
      <p className="say text-[25px] sm:text-[29px]">{spoken ? `“${correction.cue}”` : correction.cue}</p>
      <p className="text-[14.5px] text-soft">{correction.why}</p>
      <div className="flex-1" />
      <Button kind={helped ? 'plain' : 'act'} hint="R" className="min-h-14 w-full text-[17px]!" onClick={onAgain}>
        Look again
      </Button>
      <Button
        kind={helped ? 'act' : 'plain'}
        hint="E"
        className={`w-full ${helped ? 'min-h-14 text-[17px]!' : ''}`}
        onClick={onDecide}
      >
        {lastTrial ? 'Decide' : 'Decide without a retest'}
      </Button>
      {correction.onDeck && (
        <p className="border-t border-dashed border-hair pt-2 text-[13.5px] text-soft">
          On deck: {correction.onDeck.toLowerCase()}
        </p>
      )}
    </>
  );
}

import type { Schema } from '@/api/client';
import { useShortcuts } from '@/device/keys';
import { PainAsk } from '@/features/pain/PainAsk';
import { ActionBar } from '@/ui/ActionBar';
import { Button } from '@/ui/Button';
import { Trouble } from '@/ui/Notice';
import type { Side } from '@/ui/SidePlate';
import { Unsent } from '@/ui/Unsent';
import { outcomeWord } from '@/words/decisions';
import { FeelRow } from './FeelRow';
import { type Change, useRetest } from './useRetest';

type Outcome = Schema['TrialOutcome'];

/** What a change did; a set without what was borrowed is as good as with it, or worse. */
const outcomesOf = (change: Change): [Outcome, string][] =>
  change.id.startsWith('without:')
    ? [
        ['noDifference', 'As good'],
        ['worse', 'Worse'],
      ]
    : (['helped', 'noDifference', 'worse'] as const).map((o) => [o, outcomeWord[o]]);

/** After the set: what the coach saw of it, in one tap. */
export function Answered({
  check,
  change,
  side,
  checks,
  onDone,
  onPicture,
  onBack,
}: {
  check: Schema['CheckView'];
  change: Change;
  side: Side;
  /** The key checks, where there is room for them. */
  checks: React.ReactNode;
  onDone: (next: 'cue' | 'decide') => void;
  /** A picture answers it after all; null where none shows it. */
  onPicture: (() => void) | null;
  onBack: () => void;
}) {
  const { retest, setRetest, unsent, judge, painBefore, asksPain, painAsked, waits } = useRetest(check, change, side, onDone);
  const measure = check.standard.measures.find((m) => m.id === (change.measureId ?? check.look.finding.measureId));
  const outcomes = outcomesOf(change);
  const say = (outcome: Outcome) => outcomes.some(([o]) => o === outcome) && !waits && painAsked && judge.mutate(outcome);
  useShortcuts('After the set', [
    { keys: 'H', does: 'It helped', run: () => say('helped') },
    { keys: 'X', does: 'No difference', run: () => say('noDifference') },
    { keys: 'V', does: 'It got worse', run: () => say('worse') },
  ]);
  return (
    <>
      <div className="grid min-h-0 flex-1 content-start gap-3.5 lg:overflow-y-auto">
        <p className="say text-shout">What did you see of the {measure?.short ?? 'thing the cue was for'}?</p>
        <p className="text-copy text-soft">
          After {change.level === 'say' ? `“${change.cue}”` : change.cue} By eye, not measured.
        </p>
        {painBefore && (
          <PainAsk
            id="pain"
            label={asksPain ? `Pain was ${painBefore.score} before. Now?` : 'Anything hurt now?'}
            pain={retest.pain}
            onChange={(pain) => setRetest((r) => ({ ...r, pain }))}
          />
        )}
        <FeelRow feels={retest.feels} onChange={(feels) => setRetest((r) => ({ ...r, feels }))} />
        <Unsent entries={unsent} />
        <Trouble error={judge.error} />
        <div className="flex flex-wrap gap-x-2">
          <Button kind="quiet" className="px-1.5!" onClick={onBack}>
            Back to the cue
          </Button>
          {onPicture && (
            <Button kind="quiet" className="px-1.5!" onClick={onPicture}>
              Take a picture instead
            </Button>
          )}
        </div>
      </div>
      {checks}
      <ActionBar>
        <fieldset className="grid flex-1 auto-cols-fr grid-flow-col gap-2" data-act>
          <legend className="sr-only">What did it do?</legend>
          {outcomes.map(([outcome, word]) => (
            <Button
              key={outcome}
              className="min-h-14 px-1.5! text-copy!"
              disabled={waits || !painAsked}
              onClick={() => judge.mutate(outcome)}
              aria-label={`${word}, seen by eye`}
            >
              {word}
            </Button>
          ))}
        </fieldset>
      </ActionBar>
    </>
  );
}

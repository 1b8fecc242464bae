import type { Schema } from '@/api/client';

export const decisionWord: Record<Schema['DecisionOutcome'], string> = {
  stopAndRefer: 'Stop, and refer',
  stepBack: 'Step back',
  modifyAndRetest: 'Change one thing, ask again',
  correct: 'Change one thing, look again',
  lookAgain: 'Look again',
  progress: 'Go on',
  hold: 'Keep as it is',
};

export const outcomeWord: Record<Schema['TrialOutcome'], string> = {
  helped: 'It helped',
  noDifference: 'No difference',
  worse: 'It got worse',
};

export const levelWord: Record<Schema['CorrectionLevel'], string> = {
  say: 'Cue',
  touchOrBlock: 'Touch or block',
  setUp: 'Set-up',
  stepDown: 'Easier form',
};

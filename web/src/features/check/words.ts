import type { Schema } from '@/api/client';

export const decisionWord: Record<Schema['DecisionOutcome'], string> = {
  stopAndRefer: 'Stop and refer',
  stepBack: 'Step back',
  modifyAndRetest: 'Modify and retest',
  correct: 'Correct',
  lookAgain: 'Look again',
  progress: 'Progress',
  hold: 'Hold',
};

export const outcomeWord: Record<Schema['TrialOutcome'], string> = {
  helped: 'Helped',
  noDifference: 'No difference',
  worse: 'Worse',
};

export const levelWord: Record<Schema['CorrectionLevel'], string> = {
  say: 'Say',
  touchOrBlock: 'Touch',
  setUp: 'Set up',
  stepDown: 'Ease',
};

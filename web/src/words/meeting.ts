import type { Schema } from '@/api/client';

/** What somebody trains for, as it is tapped. */
export const goalWord: Record<Schema['Goal'], string> = {
  strength: 'Strength',
  frontThigh: 'Front of the thigh',
  buttock: 'Glutes',
  running: 'Running or sport',
  hillsAndStairs: 'Hills and stairs',
  pelvicControl: 'A steady pelvis',
  hipFreedom: 'Freer hips',
  return: 'Back after a lay-off',
};

/** How long somebody has trained. */
export const trainedWord: Record<NonNullable<Schema['TrainingAge']>, string> = {
  new: 'New to it',
  months: 'Some months',
  years: 'Years',
};

import type { Schema } from '@/api/client';

/** Where a load is held, in words. */
export const LOADS: { value: Schema['LoadPosition']; text: string }[] = [
  { value: 'none', text: 'no load' },
  { value: 'goblet', text: 'at the chest' },
  { value: 'elbowCrook', text: 'in the elbows' },
  { value: 'front', text: 'bar in front' },
  { value: 'back', text: 'bar on the back' },
  { value: 'sides', text: 'at the sides' },
  { value: 'sandbag', text: 'sandbag hugged' },
  { value: 'forward', text: 'held ahead' },
  { value: 'opposite', text: 'opposite hand' },
  { value: 'same', text: 'same hand' },
];

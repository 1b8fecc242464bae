import type { Item } from './run';
import { extras, type Session } from './sessions';

/** Where in the hour an exercise is done, in two words. */
export const PLACE: Record<Item['place'], string> = {
  warmUp: 'warm-up',
  main: 'main work',
  accessory: 'accessory',
  technique: 'technique',
  rangeTest: 'range',
};

/** Where a load is held, behind its weight. */
export const HELD: Record<Item['position'], string> = {
  none: 'in the hands',
  goblet: 'at the chest',
  elbowCrook: 'in the elbows',
  front: 'front of the shoulders',
  back: 'on the back',
  sandbag: 'hugged',
  sides: 'at the sides',
  forward: 'held ahead',
  opposite: 'opposite hand',
  same: 'same hand',
};

export const nameOf = (session: Session, item: Item) =>
  (item.range && session.view.ranges[item.range]?.name) ??
  session.view.about[item.exerciseId]?.name ??
  extras().find((e) => e.item.exerciseId === item.exerciseId)?.name ??
  'Exercise';

/** "3 × 8 a side". */
export const amountWords = (item: Item) =>
  item.range
    ? 'Both sides'
    : item.forSeconds != null
      ? `${Math.round(item.forSeconds / 60)} min, sides in turn`
      : `${item.sets} × ${item.amount}${item.held ? ' s' : ''}${item.together ? '' : item.held ? ' each leg' : ' a side'}`;

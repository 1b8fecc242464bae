// Which clips are drawn: who, from where, how the repetitions go, and what is wrong with them from when on.
import { people } from './jobs.mjs';

/** A phone held upright, 30 frames a second. */
const phone = { width: 540, height: 960, rate: 30 };

/**
 * tempo: seconds down, at the bottom, up, at the top. shin, trunk, kneeIn (m) and drop (degrees) at the bottom; kneeFrom and
 * dropFrom the share of the way down from which they set in. Stickers are two coloured dots on the front points of the pelvis.
 */
const clip = (name, person, view, front, rest) => ({ name, person, view, front, facing: 'right', look: people[person], ...phone, tempo: [1.6, 0.3, 1, 0.3], repetitions: 3, shin: 5, trunk: 7, ...rest });

export const clips = [
  clip('maren-side-right', 'maren', 'side', 'right', { shin: 24, trunk: 12 }),
  clip('maren-side-left', 'maren', 'side', 'left', { shin: 5, trunk: 7 }),
  clip('ilse-front-left', 'ilse', 'front', 'left', { kneeIn: 0.05, kneeFrom: 0.45, drop: 9, dropFrom: 0.15, stickers: true }),
  clip('ilse-front-right', 'ilse', 'front', 'right', { kneeIn: 0.004, kneeFrom: 0, drop: 1, dropFrom: 0, stickers: true }),
  // Short, for reading it whole in a test: the pelvis drops, then the knee comes in.
  clip('dov-front-right', 'dov', 'front', 'right', { kneeIn: 0.09, kneeFrom: 0.45, tempo: [0.8, 0, 0.6, 0], before: 0.35, after: 0.35, drop: 13, dropFrom: 0.1, stickers: true }),
];

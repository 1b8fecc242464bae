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

/** Short ones of one repetition that are read once, to see how true a reading is for people whom nothing was set by. Their films are not kept. */
const shown = (name, person, view, front, rest) => clip(name, person, view, front, { rate: 15, tempo: [1.3, 0.3, 0.9, 0.3], before: 0.5, after: 0.5, repetitions: 1, ...rest });

export const unseen = [
  shown('corin-side-right', 'corin', 'side', 'right', { shin: 30, trunk: 6 }),
  shown('corin-side-left', 'corin', 'side', 'left', { shin: 18, trunk: 6 }),
  shown('petra-side-right', 'petra', 'side', 'right', { shin: 20, trunk: 26 }),
  shown('bram-side-left', 'bram', 'side', 'left', { shin: 2, trunk: 9 }),
  shown('sunniva-side-right', 'sunniva', 'side', 'right', { shin: 12, trunk: 5, facing: 'left' }),
  shown('odell-side-left', 'odell', 'side', 'left', { shin: 14, trunk: 9, facing: 'left' }),
  shown('dov-side-right', 'dov', 'side', 'right', { shin: 8, trunk: 14 }),
  shown('ilse-side-left', 'ilse', 'side', 'left', { shin: 27, trunk: 10 }),
  shown('petra-front-right', 'petra', 'front', 'right', { kneeIn: 0, drop: 1 }),
  shown('bram-front-left', 'bram', 'front', 'left', { kneeIn: 0.06, kneeFrom: 0.3, drop: 6, dropFrom: 0.2 }),
  shown('corin-front-left', 'corin', 'front', 'left', { kneeIn: -0.02, drop: 2 }),
  shown('odell-front-right', 'odell', 'front', 'right', { kneeIn: 0.03, kneeFrom: 0.2, drop: 4 }),
  shown('maren-front-right', 'maren', 'front', 'right', { kneeIn: 0.07, kneeFrom: 0.3, drop: 3 }),
  shown('sunniva-front-left', 'sunniva', 'front', 'left', { kneeIn: 0.03, kneeFrom: 0.2, drop: 5, shin: 10 }),
  shown('corin-front-right', 'corin', 'front', 'right', { kneeIn: 0.05, kneeFrom: 0.3, drop: 6, shin: 12 }),
  shown('dov-front-left', 'dov', 'front', 'left', { kneeIn: 0, drop: 2, shin: 8 }),
  shown('maren-front-left', 'maren', 'front', 'left', { kneeIn: 0.045, kneeFrom: 0.4, drop: 7 }),
  shown('sunniva-front-right', 'sunniva', 'front', 'right', { kneeIn: -0.01, drop: 3, shin: 10, trunk: 12 }),
];

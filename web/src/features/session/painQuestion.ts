import { siteWord } from '@/features/pain/PainMap';
import type { Pain } from './run';

/** "Right leg behind, front of the knee: joint pain?" */
export const painQuestion = (pain: Pain) =>
  `${pain.leg === 'left' ? 'Left' : 'Right'} leg ${pain.role === 'front' ? 'in front' : 'behind'}${pain.site ? `, ${siteWord[pain.site]}` : ''}: ${pain.kind === 'muscle' ? 'still sore' : 'joint pain'}?`;

/** The same place with another score. */
export const painAt = (pain: Pain, score: number): Pain =>
  score === 0 ? { score: 0, leg: null, role: null, site: null, kind: null } : { ...pain, score };

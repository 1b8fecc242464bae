import type { Schema } from '@/api/client';

export type SideView = Schema['SideView'];
export type Tone = Schema['Tone'];

export const verdictWord: Record<Schema['Verdict'], string> = {
  inBand: 'In band',
  outside: 'Outside',
  tooCloseToCall: 'Too close to call',
};

export const verdictText: Record<Schema['Verdict'], string> = {
  inBand: 'text-pine',
  outside: 'text-brick',
  tooCloseToCall: 'text-slate',
};
export const verdictLine: Record<Schema['Verdict'], string> = {
  inBand: 'var(--pine)',
  outside: 'var(--brick)',
  tooCloseToCall: 'var(--slate)',
};
export const toneText: Record<Tone, string> = { plain: '', good: 'text-pine', off: 'text-brick', unsure: 'text-slate' };

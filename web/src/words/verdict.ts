import type { Schema } from '@/api/client';

/** One measure of one side at one moment, as the core gave it. */
export type Result = Schema['ResultView'];
export type Verdict = NonNullable<Schema['Verdict']>;
export type Tone = Schema['Tone'];

export const verdictWord: Record<Verdict, string> = {
  inBand: 'In band',
  outside: 'Outside',
  tooCloseToCall: 'Too close to call',
};

export const verdictText: Record<Verdict, string> = {
  inBand: 'text-pine',
  outside: 'text-brick',
  tooCloseToCall: 'text-slate',
};
export const verdictLine: Record<Verdict, string> = {
  inBand: 'var(--pine)',
  outside: 'var(--brick)',
  tooCloseToCall: 'var(--slate)',
};
export const toneText: Record<Tone, string> = { plain: '', good: 'text-pine', off: 'text-brick', unsure: 'text-slate' };

/** The colour of a reading: its verdict's, or quiet where there is none. */
export const resultLine = (result: Result | null | undefined) => (result?.verdict ? verdictLine[result.verdict] : 'var(--edge)');
export const resultText = (result: Result | null | undefined) => (result?.verdict ? verdictText[result.verdict] : 'text-soft');

import type { Schema } from '@/api/client';

/** One side of one clip as the studio read it. */
export type Played = Schema['PlayedClipView'];
export type PlayedMeasure = Played['measures'][number];
export type PlayedRepetition = Played['repetitions'][number];
type Verdict = Schema['Verdict'];

const between = (v: number, low: number, high: number) => Math.min(Math.max(v, low), high);

/** Seconds of the clip at a phase of a repetition: 0 at the start, 100 at the bottom, 200 at the end. */
export const secondsAt = ({ start, bottom, end }: PlayedRepetition, phase: number) =>
  phase <= 100 ? start + (phase / 100) * (bottom - start) : bottom + ((phase - 100) / 100) * (end - bottom);

/** The other way round. */
export const phaseAt = ({ start, bottom, end }: PlayedRepetition, seconds: number) =>
  seconds <= bottom
    ? (100 * (seconds - start)) / Math.max(1e-6, bottom - start)
    : 100 + (100 * (seconds - bottom)) / Math.max(1e-6, end - bottom);

/** Which value of a series stands for an instant. */
export const indexAt = ({ begins, rate }: Pick<Played, 'begins' | 'rate'>, seconds: number, count: number) =>
  between(Math.round((seconds - begins) * rate), 0, count - 1);

/** A measure at an instant: its number, its words and its verdict. */
export type Instant = { value: number | null; said: string | null; verdict: Verdict | null };

export function instantOf(clip: Played, measure: PlayedMeasure, seconds: number): Instant {
  const i = indexAt(clip, seconds, measure.values.length);
  return {
    value: measure.values[i] ?? null,
    said: measure.said[measure.saidAt[i] ?? -1] ?? null,
    verdict: measure.verdicts[i] ?? null,
  };
}

/** A value by phase, from a curve that has one every so many percent. */
export const atPhase = <T>(curve: readonly T[], phase: number): T | undefined =>
  curve[between(Math.round((phase / 200) * (curve.length - 1)), 0, curve.length - 1)];

import type { Result } from '@/words/verdict';
import type { Side } from './SidePlate';

type Results = { results: Result[] };

/** The answer that stands for a measure on a side. */
export const standing = (look: Results | null | undefined, measureId: string, side: Side): Result | null =>
  look?.results.find((r) => r.standing && r.side === side && r.measureId === measureId) ?? null;

/** The first of some measures that has an answer on a side: knee tracking is read one way or another, and so is the pelvis. */
export const firstOf = (look: Results | null | undefined, side: Side, ...measures: string[]): Result | null => {
  const found = measures.flatMap((m) => standing(look, m, side) ?? []);
  return found.find((r) => r.verdict === 'outside') ?? found.find((r) => r.verdict === 'tooCloseToCall') ?? found[0] ?? null;
};

export const kneeOf = (look: Results | null | undefined, side: Side) => firstOf(look, side, 'knee-offset', 'projection');
export const pelvisOf = (look: Results | null | undefined, side: Side) => firstOf(look, side, 'pelvic-level', 'pelvic-change');
export const shinOf = (look: Results | null | undefined, side: Side) => standing(look, 'front-shin', side);

/** A plate on the sleeve: how far it reaches, and whether it is sure, part of the estimate, or only possible. */
export type Plate = { from: number; to: number; sure: 'least' | 'estimate' | 'most' };

/** How much one plate stands for, N·m: the least of a few with which the most of all fits on a sleeve. */
export const plateOf = (most: number) => [10, 20, 50, 100].find((p) => most <= 13 * p) ?? 200;

/**
 * A moment as plates on a sleeve, each of one size: dark up to the least, grey up to the estimate, dashed up to the most. What works the
 * other way hangs no plate.
 */
export function platesOf(least: number, moment: number, most: number, plate: number): Plate[] {
  const edges = [
    { to: Math.max(0, least), sure: 'least' as const },
    { to: Math.max(0, moment), sure: 'estimate' as const },
    { to: Math.max(0, most), sure: 'most' as const },
  ];
  const plates: Plate[] = [];
  let from = 0;
  for (const { to, sure } of edges) {
    while (from < to - 1e-9) {
      // A plate ends where the next one begins, also where another kind begins inside it.
      const end = Math.min(to, (Math.floor(from / plate + 1e-9) + 1) * plate);
      plates.push({ from, to: end, sure });
      from = end;
    }
  }
  return plates;
}

import type { Region } from './region';

/** So many times the square around a body that was just found moves before it stays. */
const SETTLES = 4;

/**
 * Who is only just found is seen in a square of another cut than in the frames after, and the points creep over some of them to where
 * they stay. Seen again and again in the square around their own points they are there at once.
 * @param first What was seen in the square that the body was found in.
 * @param look Looks at the same frame in another square; nothing where no body is seen in it.
 * @returns What is seen in the square that stays; what was seen last where a look finds nobody.
 */
export async function settled<Seen extends { next: Region }>(first: Seen, look: (square: Region) => Promise<Seen | null>) {
  let seen = first;
  for (let again = 0; again < SETTLES; again++) seen = (await look(seen.next)) ?? seen;
  return seen;
}

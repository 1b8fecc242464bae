import type { Answer } from './entry';

/** The most of a film that a break of the line costs, bytes; the studio takes no larger piece. */
export const PIECE = 2 * 1024 * 1024;
/** A studio that answers so often without taking anything is asked again later. */
const STILL = 3;

/** One request: a piece, or null to ask. */
type Ask = (method: 'GET' | 'PUT', path: string, piece: Blob | null) => Promise<Answer>;
type Arrived = { bytes: number; whole: boolean };

/**
 * Sends something large piece by piece, from where the studio says that it is. The last answer counts for the whole: what broke off
 * goes on from there the next time.
 */
export async function sendPieces(path: string, blob: Blob, ask: Ask): Promise<Answer> {
  let answer = await ask('GET', `${path}/arrived`, null);
  for (let still = 0; answer.status === 200; ) {
    const { bytes, whole } = JSON.parse(answer.text) as Arrived;
    if (whole) return answer;
    answer = await ask('PUT', `${path}?from=${bytes}`, blob.slice(bytes, bytes + PIECE));
    if (answer.status === 200 && (JSON.parse(answer.text) as Arrived).bytes <= bytes && ++still >= STILL)
      return { status: 503, text: '' };
  }
  return answer;
}

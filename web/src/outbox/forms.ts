import { type Entry, FORM } from './entry';
import { writingOf } from './kinds';

/** One step up from each older form; the last one gives today's. */
const steps: Record<number, (older: Record<string, unknown>) => Record<string, unknown>> = {
  // Pictures waited alone, before there was a queue.
  0: (older) => {
    const { id, clientId, blob } = older as { id: string; clientId: string; blob: Blob };
    const path = `/api/pictures/${id}?client=${clientId}`;
    return {
      ...writingOf('PUT', path, null, () => undefined),
      id,
      form: 1,
      method: 'PUT',
      path,
      json: null,
      blob,
      coach: null,
      state: 'waiting',
      at: 0,
      tries: 1,
      refusal: null,
      answer: null,
    };
  },
  // Before pages and servers said which interface they speak, there was one.
  1: (older) => ({ ...older, form: 2, speaks: 1 }),
  // Before what waits was closed when whoever entered it signed out.
  2: (older) => ({ ...older, form: 3, sealed: null }),
};

/** Takes what an earlier page wrote up to today's form; null when a later page wrote it, which this one leaves alone. */
export function takenUp(kept: Record<string, unknown>): Entry | null {
  let entry = kept;
  while (((entry.form as number | undefined) ?? 0) < FORM) {
    const step = steps[(entry.form as number | undefined) ?? 0];
    if (!step) return null;
    entry = step(entry);
  }
  return entry.form === FORM ? (entry as unknown as Entry) : null;
}

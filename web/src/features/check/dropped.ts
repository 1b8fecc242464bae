import { v7 as uuid } from 'uuid';
import { forgetKept, keep, readKept } from '@/device/kept';
import { type Draft, guard } from './draft';

const place = (clientId: string) => `dropped-${clientId}`;

/** A look that was dropped stays on this device until the next one of this client is begun: dropping is taken back, not asked about. */
export const keepDropped = (clientId: string, draft: Draft) => keep(place(clientId), draft);

export const forgetDropped = (clientId: string) => forgetKept(place(clientId));

export const hasDropped = (clientId: string) => readKept<Draft>(place(clientId)) !== undefined;

/** The dropped look is under way again, with everything that was entered; its pictures were never dropped. */
export function takeBack(clientId: string) {
  const draft = readKept<Draft>(place(clientId));
  if (!draft) return;
  // Its own draft is gone at the studio: this is another one with the same answers.
  keep(guard(clientId), { draft: { ...draft, id: uuid() }, version: 0 });
  forgetDropped(clientId);
}

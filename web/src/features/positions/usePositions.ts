import { useMemo } from 'react';
import type { Schema } from '@/api/client';
import { useLive } from '@/live/useLive';

/** What the core makes of two positions as they are now. `settled` is false while a newer answer is on its way. */
export function usePositions(request: Schema['PositionsRequest'] | null) {
  const question = useMemo(() => request && { positions: request }, [request]);
  const { held, problem, settled, lost } = useLive<Schema['PositionsView'] | null>(
    question,
    null,
    (a, _, before) => a.positions ?? before,
  );
  return { view: held, problem, settled, lost };
}

import { useMemo } from 'react';
import type { Schema } from '@/api/client';
import { useLive } from '@/live/useLive';

/** What the core makes of a stance as it is now. `settled` is false while a newer one is still being worked out. */
export function useBench(request: Schema['BenchRequest'] | null) {
  const question = useMemo(() => request && { bench: request }, [request]);
  const { held, problem, settled, lost } = useLive<Schema['BenchView'] | null>(
    question,
    null,
    (a, _, before) => a.bench ?? before,
  );
  return { view: held, problem, settled, lost };
}

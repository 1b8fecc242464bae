import { useMutation, useQuery } from '@tanstack/react-query';
import { v7 as uuid } from 'uuid';
import { api, Superseded, take } from '@/api/client';
import { studioPlanQuery } from '@/api/options';
import { queries, refreshClient } from '@/api/queries';
import { keep } from '@/device/kept';
import { type StudioVisit, studioMovedTo } from './moves';

/** The studio's weeks and the moving of a visit in them; seen at once, also while it waits to be sent. */
export function useStudioPlan() {
  const asked = useQuery(studioPlanQuery);
  const move = useMutation({
    mutationFn: ({ visit, day }: { visit: StudioVisit; day: string }) =>
      take(
        api.PUT('/api/visits/{id}', {
          params: { path: { id: visit.id } },
          body: { operationId: uuid(), version: visit.version, day, time: visit.time },
        }),
      ),
    onMutate: ({ visit, day }) => {
      const before = queries.getQueryData(studioPlanQuery.queryKey);
      if (!before) return;
      const now = studioMovedTo(before, visit, day);
      queries.setQueryData(studioPlanQuery.queryKey, now);
      keep('seen-plan', now);
    },
    onSuccess: (_, { visit }) => refreshClient(visit.clientId),
    onError: (error, { visit }) => (error instanceof Superseded ? undefined : refreshClient(visit.clientId)),
  });
  return { asked, plan: asked.data, move };
}

import { useMutation, useQuery } from '@tanstack/react-query';
import { v7 as uuid } from 'uuid';
import { api, type Schema, Superseded, take } from '@/api/client';
import { planQuery } from '@/api/options';
import { queries, refreshClient } from '@/api/queries';
import { keep } from '@/device/kept';
import { movedTo, type Plan, type Visit } from './moves';

/** The weeks of a client with everything that changes them. What is moved is seen at once, also while it waits to be sent. */
export function usePlan(clientId: string) {
  const query = planQuery(clientId);
  const asked = useQuery(query);
  const after = () => refreshClient(clientId);
  const show = (change: (plan: Plan) => Plan) => {
    const before = queries.getQueryData<Plan>(query.queryKey);
    if (!before) return;
    const now = change(before);
    queries.setQueryData(query.queryKey, now);
    keep(`seen-plan-${clientId}`, now);
  };
  const settled = (error: unknown) => (error instanceof Superseded ? undefined : after());

  const move = useMutation({
    mutationFn: ({ visit, day, time }: { visit: Visit; day: string; time: string }) =>
      take(
        api.PUT('/api/visits/{id}', {
          params: { path: { id: visit.id } },
          body: { operationId: uuid(), version: visit.version, day, time },
        }),
      ),
    onMutate: ({ visit, day, time }) => show((plan) => movedTo(plan, visit, day, time)),
    onSuccess: after,
    onError: settled,
  });
  const remove = useMutation({
    mutationFn: (visit: Visit) =>
      take(
        api.PUT('/api/visits/{id}/removal', {
          params: { path: { id: visit.id } },
          body: { operationId: uuid(), version: visit.version },
        }),
      ),
    onMutate: (visit) => show((plan) => ({ ...plan, visits: plan.visits.filter((v) => v.id !== visit.id) })),
    onSuccess: after,
    onError: settled,
  });
  const missed = useMutation({
    mutationFn: () => take(api.PUT('/api/missed-visits', { body: { operationId: uuid(), clientId } })),
    onMutate: () =>
      show((plan) =>
        (plan.missed?.moves ?? []).reduce((so, m) => {
          const visit = so.visits.find((v) => v.id === m.id);
          return visit ? movedTo(so, visit, m.day, m.time) : so;
        }, plan),
      ),
    onSuccess: after,
    onError: settled,
  });
  const give = useMutation({
    mutationFn: (way: Schema['KitWayOutView']) =>
      take(
        api.PUT('/api/visits/{id}/kit', {
          params: { path: { id: way.visitId } },
          body: { operationId: uuid(), version: way.visitVersion, exerciseId: way.exerciseId, heightCm: way.heightCm },
        }),
      ),
    onSuccess: after,
    onError: settled,
  });
  const make = useMutation({
    mutationFn: (block: Schema['BlockDto']) =>
      take(api.PUT('/api/plans', { body: { operationId: uuid(), id: uuid(), clientId, block } })),
    onSuccess: after,
  });
  const end = useMutation({
    mutationFn: (block: Schema['PlanBlockView']) =>
      take(
        api.PUT('/api/plans/{id}/end', {
          params: { path: { id: block.id } },
          body: { operationId: uuid(), version: block.version },
        }),
      ),
    onSuccess: after,
    onError: settled,
  });
  return { asked, plan: asked.data, move, remove, missed, give, make, end };
}

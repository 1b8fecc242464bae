import { useMutation } from '@tanstack/react-query';
import { v7 as uuid } from 'uuid';
import { api, type Schema, take } from '@/api/client';
import { clientQuery } from '@/api/options';
import { queries, refresh, useStudio } from '@/api/queries';
import { usePerson } from '@/device/person';
import { Trouble } from '@/ui/Notice';

/** Whose client it is: a coach who sees only their own sees those that are theirs here. */
export function WhoseClient({ client }: { client: Schema['ClientDetails'] }) {
  const coaches = useStudio().data?.coaches ?? [];
  const person = usePerson();
  const give = useMutation({
    mutationFn: (coachId: string | null) =>
      take(
        api.PUT('/api/clients/{id}/coach', {
          params: { path: { id: client.id } },
          body: { operationId: uuid(), version: client.version, coachId },
        }),
      ),
    onSuccess: async () => {
      await queries.invalidateQueries({ queryKey: clientQuery(client.id).queryKey });
      await refresh('floor');
    },
  });
  if (!person?.coaches || coaches.length < 2) return null;
  return (
    <div className="mt-6">
      <label className="flex flex-wrap items-center gap-x-3 text-copy text-soft">
        Coached by
        <select
          className="h-11 rounded-[10px] border border-edge bg-paper px-3 text-body pointer-coarse:text-entry text-ink"
          value={client.coachId ?? ''}
          disabled={give.isPending}
          onChange={(e) => give.mutate(e.target.value || null)}
        >
          <option value="">nobody in particular</option>
          {coaches.map((c) => (
            <option key={c.id} value={c.id}>
              {c.name}
            </option>
          ))}
        </select>
      </label>
      <Trouble error={give.error} />
    </div>
  );
}

import { useMutation } from '@tanstack/react-query';
import { v7 as uuid } from 'uuid';
import { api, type Schema, take } from './client';
import { intakeQuery } from './options';
import { queries, refreshBody } from './queries';

/** Changes the intake one answer at a time; each change is based on the version that the one before it gave. Answers of the record are added to those that are there. */
export function useIntakeChange(clientId: string, view: Schema['IntakeView'] | undefined) {
  return useMutation({
    scope: { id: `intake-${clientId}` },
    mutationFn: async (part: Partial<Schema['IntakeDto']> & { goal?: string }) => {
      const current = queries.getQueryData(intakeQuery(clientId).queryKey) ?? view;
      if (!current) throw new Error('The client is still being fetched. Try again in a moment.');
      const { goal = current.goal, care, ...intake } = part;
      return take(
        api.PUT('/api/clients/{id}/intake', {
          params: { path: { id: clientId } },
          body: {
            operationId: uuid(),
            version: current.version,
            goal,
            intake: { ...current.intake, ...intake, ...(care && { care: { ...current.intake.care, ...care } }) },
          },
        }),
      );
    },
    onSuccess: async (next) => {
      queries.setQueryData(intakeQuery(clientId).queryKey, next);
      await refreshBody(clientId);
    },
  });
}

import { useMutation } from '@tanstack/react-query';
import { useState } from 'react';
import { v7 as uuid } from 'uuid';
import { api, type Schema, take } from '@/api/client';
import { refreshBody } from '@/api/queries';

type WorkedOut = Partial<Pick<Schema['SetupRequest'], 'split' | 'step' | 'reach' | 'seat'>>;

/** Keeps a set-up once, however often it is pressed; a band is lent with it. */
export function useKeepSetup({
  clientId,
  exerciseId,
  school,
  front,
  band = null,
}: {
  clientId: string;
  exerciseId: string;
  school: Schema['SchoolCode'];
  front: Schema['BodySide'];
  band?: Schema['BandDto'] | null;
}) {
  const [id, setId] = useState(() => uuid());
  return useMutation({
    mutationFn: (part: WorkedOut) =>
      take(
        api.POST('/api/setups', {
          body: { id, clientId, exerciseId, school, front, split: null, step: null, supersedes: null, ...part, band },
        }),
      ),
    onSuccess: async () => {
      setId(uuid());
      await refreshBody(clientId);
    },
  });
}

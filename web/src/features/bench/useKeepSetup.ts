import { useMutation } from '@tanstack/react-query';
import { useState } from 'react';
import { v7 as uuid } from 'uuid';
import { api, type Schema, take } from '@/api/client';
import { refreshBody } from '@/api/queries';

type WorkedOut = Partial<Pick<Schema['SetupRequest'], 'split' | 'step' | 'reach' | 'seat'>>;

/** Keeps a set-up once, however often it is pressed; what is kept again after a broken line is the same, and the band's day with it. */
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
    mutationFn: async (part: WorkedOut) => {
      const kept = await take(
        api.POST('/api/setups', {
          body: { id, clientId, exerciseId, school, front, split: null, step: null, supersedes: null, ...part, band },
        }),
      );
      if (band) {
        const versions = await take(api.GET('/api/settings', { params: { query: { client: clientId } } }));
        await take(
          api.PUT('/api/props', {
            body: {
              operationId: uuid(),
              version: versions.clientVersion ?? 0,
              clientId,
              correctionId: band.faultId === 'knee-out' ? 'ko-band' : 'ki-band',
              lent: true,
              review: band.until,
            },
          }),
        );
      }
      return kept;
    },
    onSuccess: async () => {
      setId(uuid());
      await refreshBody(clientId);
    },
  });
}

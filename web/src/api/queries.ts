import { QueryClient, useQuery } from '@tanstack/react-query';
import { theOutbox } from '@/outbox/device';
import { api, Problem, type Schema, take } from './client';

export const queries = new QueryClient({
  defaultOptions: {
    queries: {
      retry: (count, error) => !(error instanceof Problem) && count < 2,
      retryDelay: 400,
      staleTime: 2000,
      networkMode: 'always',
      // Whatever a screen shows is fetched again as soon as the server answers.
      refetchOnReconnect: 'always',
    },
    mutations: { networkMode: 'always' },
  },
});

export const useStudio = () => useQuery({ queryKey: ['studio'], queryFn: () => take(api.GET('/api/studio')), staleTime: 60_000 });

export const useFloor = () => useQuery({ queryKey: ['floor'], queryFn: () => take(api.GET('/api/floor')) });

export const useClients = () => useQuery({ queryKey: ['clients'], queryFn: () => take(api.GET('/api/clients')) });

export const useClient = (id: string) =>
  useQuery({
    queryKey: ['client', id],
    queryFn: async () => {
      const client = await take(api.GET('/api/clients/{id}', { params: { path: { id } } }));
      // What is written about these later goes into the lane of their client.
      for (const sign of client.stopSigns) theOutbox().belongs(sign.id, id);
      if (client.draft) theOutbox().belongs(client.draft.id, id);
      return client;
    },
  });

export const useCheck = (id: string | undefined) =>
  useQuery({
    queryKey: ['check', id],
    enabled: id !== undefined,
    queryFn: async () => {
      const check = await take(api.GET('/api/checks/{id}', { params: { path: { id: id ?? '' } } }));
      for (const its of [check, ...check.trials]) theOutbox().belongs(its.id, check.clientId);
      return check;
    },
  });

/** By what a check of a client would be judged; a school only when the coach chose one for it. */
export const useStandard = (clientId: string, exercise: string, school: Schema['SchoolCode'] | null) =>
  useQuery({
    queryKey: ['client', clientId, 'standard', exercise, school],
    queryFn: () =>
      take(
        api.GET('/api/clients/{clientId}/standard', {
          params: { path: { clientId }, query: { exercise, ...(school ? { school } : {}) } },
        }),
      ),
    placeholderData: (before) => (before?.standard.exerciseId === exercise ? before : undefined),
  });

export const useLibrary = () => useQuery({ queryKey: ['library'], queryFn: () => take(api.GET('/api/library')) });

export const useDevices = () => useQuery({ queryKey: ['devices'], queryFn: () => take(api.GET('/api/devices')) });

/** After something about a client was recorded. */
export async function refreshClient(id: string) {
  await Promise.all([
    queries.invalidateQueries({ queryKey: ['client', id] }),
    queries.invalidateQueries({ queryKey: ['floor'] }),
    queries.invalidateQueries({ queryKey: ['check'] }),
  ]);
}

export const useIntake = (id: string) =>
  useQuery({ queryKey: ['intake', id], queryFn: () => take(api.GET('/api/clients/{id}/intake', { params: { path: { id } } })) });

export const useBenchStart = (id: string) =>
  useQuery({ queryKey: ['bench', id], queryFn: () => take(api.GET('/api/clients/{id}/bench', { params: { path: { id } } })) });

export const useKit = () => useQuery({ queryKey: ['kit'], queryFn: () => take(api.GET('/api/kit')) });

/** After a client's body, ranges or set-ups changed. */
export const refreshBody = (id: string) =>
  Promise.all([
    queries.invalidateQueries({ queryKey: ['intake', id] }),
    queries.invalidateQueries({ queryKey: ['bench', id] }),
    refreshClient(id),
  ]);

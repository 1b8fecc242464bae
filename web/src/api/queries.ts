import { useQuery } from '@tanstack/react-query';
import { Answers } from './answers';
import { Problem, type Schema } from './client';
import {
  benchQuery,
  checkQuery,
  clientQuery,
  clientsQuery,
  devicesQuery,
  floorQuery,
  intakeQuery,
  kitQuery,
  libraryQuery,
  standardQuery,
  studioQuery,
} from './options';

export const queries = new Answers({
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

export const useStudio = () => useQuery(studioQuery);
export const useFloor = () => useQuery(floorQuery);
export const useClients = () => useQuery(clientsQuery);
export const useClient = (id: string) => useQuery(clientQuery(id));
export const useCheck = (id: string | undefined) => useQuery(checkQuery(id));
export const useStandard = (clientId: string, exercise: string, school: Schema['SchoolCode'] | null) =>
  useQuery(standardQuery(clientId, exercise, school));
export const useLibrary = () => useQuery(libraryQuery);
export const useDevices = () => useQuery(devicesQuery);
export const useIntake = (id: string) => useQuery(intakeQuery(id));
export const useBenchStart = (id: string) => useQuery(benchQuery(id));
export const useKit = () => useQuery(kitQuery);

/** The first word of a query's key. */
type Kind =
  | 'bench'
  | 'calendars'
  | 'check'
  | 'client'
  | 'clients'
  | 'films'
  | 'floor'
  | 'intake'
  | 'kit'
  | 'library'
  | 'pictures'
  | 'plan'
  | 'sessions'
  | 'settings'
  | 'studio';

/** After something changed: whatever is shown of these kinds is asked for again. */
export const refresh = (...kinds: Kind[]) =>
  queries.invalidateQueries({ predicate: (q) => (kinds as unknown[]).includes(q.queryKey[0]) });

/** After something about a client was recorded. */
export const refreshClient = (id: string) =>
  Promise.all([queries.invalidateQueries({ queryKey: clientQuery(id).queryKey }), refresh('floor', 'check', 'plan', 'sessions')]);

/** After a client's body, ranges or set-ups changed. */
export const refreshBody = (id: string) =>
  Promise.all([
    queries.invalidateQueries({ queryKey: intakeQuery(id).queryKey }),
    queries.invalidateQueries({ queryKey: benchQuery(id).queryKey }),
    refreshClient(id),
  ]);

import { keepPreviousData, queryOptions, skipToken } from '@tanstack/react-query';
import { keep, readKept } from '@/device/kept';
import { closeClient } from '@/device/openClients';
import { theOutbox } from '@/outbox/device';
import { api, Problem, type Schema, take } from './client';

// Everything that is asked of the studio, each under one key. The first word of a key is its kind: what a write changes is
// told by kinds (`refresh`), and whoever shows one of them asks again.

/** What is asked for is kept on the device too: opened without a signal, the app shows what was last known. */
const remembered = <T>(key: string, ask: () => Promise<T>) => ({
  queryFn: async () => {
    const answer = await ask();
    keep(`seen-${key}`, answer);
    return answer;
  },
  initialData: () => readKept<T>(`seen-${key}`),
  initialDataUpdatedAt: 0,
});

export const studioQuery = queryOptions({
  queryKey: ['studio'],
  ...remembered('studio', () => take(api.GET('/api/studio'))),
  staleTime: 60_000,
});

/** A client's own page. */
export const ownQuery = queryOptions({
  queryKey: ['own'],
  ...remembered('own', () => take(api.GET('/api/own'))),
});

/** Who may come in. */
/** What there is of a client, counted before it goes. */
export const erasureQuery = (id: string) =>
  queryOptions({
    queryKey: ['client', id, 'erasure'],
    queryFn: () => take(api.GET('/api/clients/{id}/erasure', { params: { path: { id } } })),
  });

/** What is saved, and what is being done about it: looked at again and again while something is under way. */
export const backupsQuery = queryOptions({
  queryKey: ['backups'],
  queryFn: () => take(api.GET('/api/backups')),
  refetchInterval: (query) => (query.state.data?.work ? 1000 : false),
});

export const peopleQuery = queryOptions({
  queryKey: ['people'],
  queryFn: () => take(api.GET('/api/people')),
});

export const floorQuery = queryOptions({
  queryKey: ['floor'],
  ...remembered('floor', () => take(api.GET('/api/floor'))),
});

/** The sessions of the day, with everything that is needed to run them without a signal. */
export const sessionsQuery = queryOptions({
  queryKey: ['sessions'],
  queryFn: () => take(api.GET('/api/sessions')),
  staleTime: 15_000,
});

/** The session of a client today, planned or not. */
export const clientSessionQuery = (clientId: string) =>
  queryOptions({
    queryKey: ['client', clientId, 'session'],
    queryFn: () => take(api.GET('/api/clients/{clientId}/session', { params: { path: { clientId } } })),
  });

/** The weeks of a client; read and moved without a signal too. */
export const planQuery = (clientId: string) =>
  queryOptions({
    queryKey: ['client', clientId, 'plan'],
    ...remembered(`plan-${clientId}`, async () => {
      const plan = await take(api.GET('/api/clients/{clientId}/plan', { params: { path: { clientId } } }));
      for (const visit of plan.visits) theOutbox().belongs(visit.id, clientId);
      for (const way of plan.clashes.flatMap((c) => c.waysOut)) theOutbox().belongs(way.visitId, clientId);
      if (plan.block) theOutbox().belongs(plan.block.id, clientId);
      return plan;
    }),
  });

/** What two positions of a client can be made from. */
export const positionsQuery = (clientId: string, front: Schema['BodySide'] | null, moments: string[]) =>
  queryOptions({
    queryKey: ['bench', clientId, 'positions', front, moments],
    queryFn: () =>
      take(
        api.GET('/api/clients/{id}/positions', {
          params: {
            path: { id: clientId },
            query: { ...(front ? { front } : {}), ...(moments.length > 0 ? { moments: moments.join(';') } : {}) },
          },
        }),
      ),
    placeholderData: keepPreviousData,
    // What is being compared is not pulled from under the hand.
    staleTime: Number.POSITIVE_INFINITY,
  });

/** The studio's weeks from this one on. */
export const studioPlanQuery = queryOptions({
  queryKey: ['plan'],
  ...remembered('plan', async () => {
    const plan = await take(api.GET('/api/plan'));
    for (const visit of plan.visits) theOutbox().belongs(visit.id, visit.clientId);
    return plan;
  }),
});

/** The private addresses of calendars that stand. */
export const calendarsQuery = queryOptions({ queryKey: ['calendars'], queryFn: () => take(api.GET('/api/calendars')) });

/** The whole log of a client, newest day first. */
export const logsQuery = (clientId: string) =>
  queryOptions({
    queryKey: ['client', clientId, 'logs'],
    queryFn: () => take(api.GET('/api/clients/{clientId}/logs', { params: { path: { clientId } } })),
  });

/** A block as it would be. */
export const planDraftQuery = (clientId: string, block: Schema['BlockDto'] | null) =>
  queryOptions({
    queryKey: ['client', clientId, 'plan', 'draft', block],
    queryFn: block === null ? skipToken : () => take(api.POST('/api/compute/plan', { body: { clientId, block } })),
    placeholderData: keepPreviousData,
  });

/** The films of clips that are kept. */
export const picturesQuery = queryOptions({
  queryKey: ['pictures', 'kept'],
  queryFn: () => take(api.GET('/api/pictures')),
});

export const filmsQuery = queryOptions({ queryKey: ['films'], queryFn: () => take(api.GET('/api/films')) });

export const clientsQuery = queryOptions({ queryKey: ['clients'], queryFn: () => take(api.GET('/api/clients')) });

export const clientQuery = (id: string) =>
  queryOptions({
    queryKey: ['client', id],
    queryFn: async () => {
      const client = await take(api.GET('/api/clients/{id}', { params: { path: { id } } })).catch((error: unknown) => {
        // Not there, or not any more: this device keeps no name of theirs.
        if (error instanceof Problem && error.status === 404) closeClient(id);
        throw error;
      });
      // What is written about these later goes into the lane of their client.
      for (const sign of client.stopSigns) theOutbox().belongs(sign.id, id);
      if (client.draft) theOutbox().belongs(client.draft.id, id);
      return client;
    },
  });

/** By what a check of a client would be judged; a school only when the coach chose one for it. */
export const standardQuery = (clientId: string, exercise: string, school: Schema['SchoolCode'] | null) =>
  queryOptions({
    queryKey: ['client', clientId, 'standard', exercise, school],
    queryFn: () =>
      take(
        api.GET('/api/clients/{clientId}/standard', {
          params: { path: { clientId }, query: { exercise, ...(school ? { school } : {}) } },
        }),
      ),
    placeholderData: (before: Schema['StandardView'] | undefined) =>
      before?.standard.exerciseId === exercise ? before : undefined,
  });

/** What a client is asked to do of an exercise today. */
export const askedQuery = (clientId: string, exercise: string) =>
  queryOptions({
    queryKey: ['client', clientId, 'asked', exercise],
    queryFn: () => take(api.GET('/api/clients/{clientId}/asked', { params: { path: { clientId }, query: { exercise } } })),
  });

/** The clips of a check as they move. */
export const playQuery = (id: string) =>
  queryOptions({
    queryKey: ['check', id, 'play'],
    queryFn: () => take(api.GET('/api/checks/{id}/play', { params: { path: { id } } })),
  });

/** The sides of a check beside those of an earlier one; nothing without one. */
export const besideQuery = (id: string, earlier: string | undefined) =>
  queryOptions({
    queryKey: ['check', id, 'beside', earlier],
    queryFn: earlier
      ? () => take(api.GET('/api/checks/{id}/beside/{earlier}', { params: { path: { id, earlier } } }))
      : skipToken,
  });

export const checkQuery = (id: string | undefined) =>
  queryOptions({
    queryKey: ['check', id],
    queryFn:
      id === undefined
        ? skipToken
        : async () => {
            const check = await take(api.GET('/api/checks/{id}', { params: { path: { id } } }));
            for (const its of [check, ...check.trials]) theOutbox().belongs(its.id, check.clientId);
            return check;
          },
  });

/** What can be seen wrong on the exercise of a check, by region. */
export const faultsQuery = (checkId: string) =>
  queryOptions({
    queryKey: ['faults', checkId],
    queryFn: () => take(api.GET('/api/checks/{id}/faults', { params: { path: { id: checkId } } })),
  });

/** What the rules say of a check with what was answered so far; the last word stays up while a new one is worked out. */
export const recommendationQuery = (check: Schema['CheckView'], asked: Schema['RecommendationRequest']) =>
  queryOptions({
    queryKey: ['recommendation', check.id, check.trials.length, asked],
    queryFn: () => take(api.POST('/api/checks/{id}/recommendation', { params: { path: { id: check.id } }, body: asked })),
    placeholderData: keepPreviousData,
  });

export const laddersQuery = queryOptions({ queryKey: ['ladders'], queryFn: () => take(api.GET('/api/ladders')) });

export const libraryQuery = queryOptions({ queryKey: ['library'], queryFn: () => take(api.GET('/api/library')) });

/** What was changed of one kind of thing, of one of them or of all. */
export const editsQuery = (kind: string, subjects: string[]) =>
  queryOptions({
    queryKey: ['library', 'edits', kind, ...subjects],
    queryFn: () =>
      take(api.GET('/api/edits', { params: { query: { kind, ...(subjects.length === 1 ? { subject: subjects[0] } : {}) } } })),
  });

export const devicesQuery = queryOptions({ queryKey: ['devices'], queryFn: () => take(api.GET('/api/devices')) });

export const intakeQuery = (id: string) =>
  queryOptions({
    queryKey: ['intake', id],
    queryFn: () => take(api.GET('/api/clients/{id}/intake', { params: { path: { id } } })),
  });

export const benchQuery = (id: string) =>
  queryOptions({
    queryKey: ['bench', id],
    queryFn: () => take(api.GET('/api/clients/{id}/bench', { params: { path: { id } } })),
  });

/** The step that a body, a kit and these choices give; the last one stays up while a new one is worked out. */
export const stepQuery = (request: Schema['StepRequest']) =>
  queryOptions({
    queryKey: ['step', request],
    queryFn: () => take(api.POST('/api/compute/step', { body: request })),
    placeholderData: keepPreviousData,
  });

export const reachQuery = (request: Schema['ReachRequest']) =>
  queryOptions({
    queryKey: ['reach', request],
    queryFn: () => take(api.POST('/api/compute/reach', { body: request })),
    placeholderData: keepPreviousData,
  });

export const seatQuery = (request: Schema['SeatRequest']) =>
  queryOptions({
    queryKey: ['seat', request],
    queryFn: () => take(api.POST('/api/compute/seat', { body: request })),
    placeholderData: keepPreviousData,
  });

export const bandQuery = (request: Schema['BandDto'] | null) =>
  queryOptions({
    queryKey: ['band', request],
    queryFn: () => take(api.POST('/api/compute/band', { body: request ?? { faultId: '', pull: 'inward', until: '' } })),
    enabled: request !== null,
    placeholderData: keepPreviousData,
  });

/** What stands of each foot that was explored with a wedge. */
export const wedgesQuery = (clientId: string) =>
  queryOptions({
    queryKey: ['wedges', clientId],
    queryFn: () => take(api.GET('/api/clients/{id}/wedges', { params: { path: { id: clientId } } })),
  });

export const kitQuery = queryOptions({ queryKey: ['kit'], queryFn: () => take(api.GET('/api/kit')) });

/** What coaches disagree about: as the studio has it, or as one client does. */
export const settingsQuery = (clientId: string | undefined) =>
  queryOptions({
    queryKey: ['settings', clientId ?? 'studio'],
    queryFn: () => take(api.GET('/api/settings', { params: { query: clientId ? { client: clientId } : {} } })),
  });

/** Why a picture cannot be shown; null when it can. */
export const pictureFaultQuery = (id: string) =>
  queryOptions({
    queryKey: ['picture', id],
    queryFn: async () => {
      const answer = await fetch(`/api/pictures/${id}`);
      if (answer.ok) return null;
      return ((await answer.json()) as { detail?: string }).detail ?? 'This picture cannot be shown now.';
    },
  });

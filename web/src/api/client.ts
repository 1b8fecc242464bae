import createClient, { type Middleware } from 'openapi-fetch';
import { actingCoach } from './coach';
import { noteAnswer, noteSilence } from './connection';
import type { components, paths } from './schema';

export type Schema = components['schemas'];

/** An answer that says no, with a sentence for the coach. */
export class Problem extends Error {
  constructor(
    readonly status: number,
    sentence: string,
    readonly field: string | undefined,
    readonly current: unknown,
  ) {
    super(sentence);
  }
}

/** No answer at all: the server could not be reached. */
export class Unreachable extends Error {
  constructor() {
    super('The studio’s server does not answer. What you entered stays here; try again when it is back.');
  }
}

const coachHeader: Middleware = {
  onRequest({ request }) {
    const coach = actingCoach();
    if (coach) request.headers.set('Deft-Coach', coach);
    return request;
  },
};

export const api = createClient<paths>({
  fetch: async (request) => {
    try {
      const response = await fetch(request);
      noteAnswer();
      return response;
    } catch {
      noteSilence();
      throw new Unreachable();
    }
  },
});
api.use(coachHeader);

/** The data of an answer, or a thrown Problem. */
export async function take<T>(call: Promise<{ data?: T; error?: unknown; response: Response }>): Promise<T> {
  const { data, error, response } = await call;
  if (response.ok) return data as T;
  const said = (error ?? {}) as { detail?: string; field?: string; current?: unknown };
  throw new Problem(
    response.status,
    said.detail ?? 'The server could not do this. Reload the page and try again.',
    said.field,
    said.current,
  );
}

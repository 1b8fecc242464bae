import createClient, { type Middleware } from 'openapi-fetch';
import { isStudio, noteAnswer, noteSilence } from '@/device/connection';
import { INTERFACE, INTERFACE_HEADER } from '@/device/interface';
import { actingCoach, setPerson } from '@/device/person';
import { theOutbox } from '@/outbox/device';
import { writes } from '@/outbox/kinds';
import { Dropped, Refused } from '@/outbox/outbox';
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
    super('The studio’s server does not answer. What you entered stays here; it goes on by itself when it is back.');
  }
}

/** Something newer took the place of what was written, or the coach left it out: nobody waits for it any more. */
export class Superseded extends Error {}

const headers: Middleware = {
  onRequest({ request }) {
    request.headers.set(INTERFACE_HEADER, String(INTERFACE));
    const coach = actingCoach();
    if (coach) request.headers.set('Deft-Coach', coach);
    return request;
  },
};

/** What is only asked is asked now; the caller asks again. */
async function ask(request: Request) {
  let response: Response;
  try {
    response = await fetch(request);
  } catch {
    noteSilence();
    throw new Unreachable();
  }
  if (!isStudio(response) || [502, 503, 504].includes(response.status)) {
    noteSilence();
    throw new Unreachable();
  }
  noteAnswer(response);
  // Signed out elsewhere, or removed: the door is shown, and what was entered waits.
  if (response.status === 401) setPerson(null);
  return response;
}

/** What is written goes through the outbox: kept here first, sent in its turn, answered for whenever that comes. */
async function write(request: Request, path: string) {
  const text = await request.text();
  const json = text === '' ? null : (JSON.parse(text) as Record<string, unknown>);
  const answer = await outcome(
    theOutbox().write({ method: request.method, path, json, blob: null, coach: request.headers.get('Deft-Coach') }),
  );
  return new Response(answer.text === '' ? null : answer.text, {
    status: answer.status,
    headers: { 'content-type': 'application/json' },
  });
}

/** An answer of the outbox, with refusals as Problems. */
export async function outcome<T>(sent: Promise<T>): Promise<T> {
  try {
    return await sent;
  } catch (error) {
    if (error instanceof Refused)
      throw new Problem(error.refusal.status, error.refusal.sentence, error.refusal.field ?? undefined, error.refusal.current);
    if (error instanceof Dropped) throw new Superseded();
    throw error;
  }
}

export const api = createClient<paths>({
  fetch: async (request) => {
    const { pathname, search } = new URL(request.url);
    return writes(request.method, pathname) ? write(request, pathname + search) : ask(request);
  },
});
api.use(headers);

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

import { noteAnswer, noteSilence } from '@/device/connection';
import { INTERFACE, INTERFACE_HEADER } from '@/device/interface';
import { Problem, Unreachable } from './client';

/**
 * Asks once, and never by way of the outbox: a passphrase is kept nowhere, and what was asked for at one moment (an earlier state of
 * the studio, an erasure) must not come about at another. An answer that is lost is asked for again by whoever stands there.
 */
export async function once(method: 'POST' | 'PUT' | 'DELETE', path: string, body: object | Blob): Promise<unknown> {
  let response: Response;
  try {
    response = await fetch(path, {
      method,
      body: body instanceof Blob ? body : JSON.stringify(body),
      headers: {
        'content-type': body instanceof Blob ? 'application/octet-stream' : 'application/json',
        [INTERFACE_HEADER]: String(INTERFACE),
      },
    });
  } catch {
    noteSilence();
    throw new Unreachable();
  }
  noteAnswer(response);
  const text = await response.text();
  const said = (text === '' ? {} : JSON.parse(text)) as { detail?: string; field?: string };
  if (!response.ok)
    throw new Problem(
      response.status,
      said.detail ?? 'The studio did not do this. Reload the page and try again.',
      said.field,
      null,
    );
  return said;
}

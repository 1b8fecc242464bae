import { expect, it, vi } from 'vitest';

vi.stubGlobal('addEventListener', () => undefined);
vi.stubGlobal('removeEventListener', () => undefined);
const { isStudio } = await import('./connection');

it('what a network’s sign-in page or a proxy answers is not taken for the studio’s word', () => {
  const page = { 'content-type': 'text/html' };
  expect(isStudio(new Response('<p>Sign in</p>', { status: 200, headers: page }))).toBe(false);
  expect(isStudio(new Response('Bad gateway', { status: 502 }))).toBe(false);
  expect(isStudio(new Response('{}', { status: 200, headers: { 'content-type': 'application/json; charset=utf-8' } }))).toBe(
    true,
  );
  expect(isStudio(new Response('{}', { status: 409, headers: { 'content-type': 'application/problem+json' } }))).toBe(true);
  expect(isStudio(new Response(null, { status: 204 }))).toBe(true);
});

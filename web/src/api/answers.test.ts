import { QueryObserver } from '@tanstack/react-query';
import { expect, test } from 'vitest';
import { Answers } from './answers';

/** A question whose answers come when the test lets them. */
function asked(queries: Answers, key: string) {
  const open: ((answer: string) => void)[] = [];
  let count = 0;
  const observer = new QueryObserver(queries, {
    queryKey: [key],
    queryFn: () => {
      count++;
      return new Promise<string>((answer) => open.push(answer));
    },
    retry: false,
  });
  const leave = observer.subscribe(() => undefined);
  return {
    answer: (text: string) => open.shift()?.(text),
    shown: () => queries.getQueryData([key]),
    count: () => count,
    leave,
  };
}

const settled = () => new Promise((done) => setTimeout(done));

test('what is recorded while a first answer is on its way is asked for again', async () => {
  const queries = new Answers();
  const client = asked(queries, 'client');
  await settled();
  // Three things at once are asked for once more, not thrice.
  const told = [queries.invalidateQueries(), queries.invalidateQueries({ queryKey: ['client'] }), queries.invalidateQueries()];
  client.answer('before');
  await settled();
  expect(client.count()).toBe(2);
  client.answer('after');
  await Promise.all(told);
  expect(client.shown()).toBe('after');
  expect(client.count()).toBe(2);
  client.leave();
});

test('what is recorded about something else asks for nothing again', async () => {
  const queries = new Answers();
  const client = asked(queries, 'client');
  await settled();
  const told = queries.invalidateQueries({ queryKey: ['floor'] });
  client.answer('before');
  await told;
  await settled();
  expect(client.count()).toBe(1);
  client.leave();
});

test('a later answer that is on its way is dropped for the newer one', async () => {
  const queries = new Answers();
  const client = asked(queries, 'client');
  await settled();
  client.answer('first');
  await settled();
  void queries.invalidateQueries();
  await settled();
  const told = queries.invalidateQueries();
  await settled();
  expect(client.count()).toBe(3);
  client.answer('older');
  client.answer('newer');
  await told;
  expect(client.shown()).toBe('newer');
  client.leave();
});

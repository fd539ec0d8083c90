import { setTimeout as sleep } from 'node:timers/promises';
import { Hono } from 'hono';
import { expect, it } from 'vitest';
import { largeOneByOne } from './largeOneByOne.ts';
import type { AppEnv } from './session.ts';

/** Says how many were being read at once, of one session and in all. */
function counted() {
  const inHand = new Map<string, number>();
  let [mostOfOne, mostOfAll, all] = [0, 0, 0];
  const app = new Hono<AppEnv>()
    .use(async (c, next) => {
      c.set('session', { id: c.req.header('x-session')!, via: 'password', openedBy: '' });
      await next();
    })
    .use(largeOneByOne())
    .post('/', async (c) => {
      const { id } = c.get('session');
      inHand.set(id, (inHand.get(id) ?? 0) + 1);
      mostOfAll = Math.max(mostOfAll, ++all);
      mostOfOne = Math.max(mostOfOne, inHand.get(id)!);
      await sleep(10);
      inHand.set(id, inHand.get(id)! - 1);
      all--;
      if (c.req.header('x-fails')) throw new Error('it fails');
      return c.text('done');
    });
  app.onError((_, c) => c.text('failed', 500));
  const send = async (session: string, bytes: number | 'unsaid', more: Record<string, string> = {}) =>
    (
      await app.request('/', {
        method: 'POST',
        headers: {
          'x-session': session,
          ...(bytes === 'unsaid' ? { 'transfer-encoding': 'chunked' } : { 'content-length': String(bytes) }),
          ...more,
        },
      })
    ).status;
  return { send, most: () => [mostOfOne, mostOfAll] };
}

it('large ones of one session one after the other, also behind one that fails; of two sessions side by side', async () => {
  const { send, most } = counted();
  const statuses = await Promise.all([
    send('a', 5e6),
    send('a', 5e6, { 'x-fails': '1' }),
    send('a', 5e6),
    send('b', 5e6),
    send('b', 5e6),
  ]);
  expect(statuses).toEqual([200, 500, 200, 200, 200]);
  expect(most()).toEqual([1, 2]);
});
it('small ones wait for nothing', async () => {
  const { send, most } = counted();
  await Promise.all([send('a', 100), send('a', 100), send('a', 100), send('a', 5e6)]);
  expect(most()).toEqual([4, 4]);
});
it('one that does not say how long it is counts as large', async () => {
  const { send, most } = counted();
  await Promise.all([send('a', 'unsaid'), send('a', 'unsaid'), send('b', 5e6)]);
  expect(most()).toEqual([1, 2]);
});
it('who sends without end leaves the server to the others for as long as each took', async () => {
  const { send } = counted();
  const began = performance.now();
  await Promise.all([1, 2, 3, 4].map(() => send('a', 5e6)));
  // Four of 10 ms with three breaths between them; timers may be a millisecond early.
  expect(performance.now() - began).toBeGreaterThan(7 * 9);
});

import { describe, expect, it } from 'vitest';
import { ApiError } from '../app/api.ts';
import { DOUBLE_MS, PressQueue } from './pressQueue.ts';

const settled = async () => {
  for (let n = 0; n < 30; n++) await Promise.resolve();
};

/** A server that notes what it does, once a key, and fails as it is told. */
function desk(failures: unknown[] = []) {
  const done: { wish: unknown; key: string }[] = [];
  const asked: string[] = [];
  let time = 0;
  let keys = 0;
  const waits: number[] = [];
  const queue = new PressQueue<unknown, number>({
    send: async (wish, key) => {
      asked.push(key);
      await Promise.resolve();
      const failure = failures.shift();
      if (failure === 'answer lost') {
        if (!done.some((d) => d.key === key)) done.push({ wish, key });
        throw new TypeError('fetch failed');
      }
      if (failure) throw failure;
      if (!done.some((d) => d.key === key)) done.push({ wish, key });
      return done.length;
    },
    newKey: () => `key-${keys++}`,
    now: () => time,
    wait: async (ms) => void waits.push(ms),
  });
  return {
    queue,
    done,
    asked,
    waits,
    later: (ms: number) => {
      time += ms;
    },
  };
}

describe('presses', () => {
  it('a page that goes away sends what has no answer yet, each under its key; what was answered is not sent again', async () => {
    const { queue, done, asked, later } = desk();
    await queue.press('first');
    await settled();
    expect(queue.waitedMs()).toBe(0);
    for (const wish of ['second', 'third', 'fourth']) void queue.press(wish);
    later(1200);
    expect(queue.waitedMs()).toBe(1200);
    queue.sendLeft();
    expect(asked).toEqual(['key-0', 'key-1', 'key-2', 'key-3']);
    await settled();
    // Those whose turn came afterwards were under the same keys: nothing is done twice.
    expect(done.map((d) => d.wish)).toEqual(['first', 'second', 'third', 'fourth']);
    expect(queue.waitedMs()).toBe(0);
  });
  it('one thing pressed twice is done once, while it runs and within a double click', async () => {
    const { queue, done, later } = desk();
    const first = queue.press({ id: 1 });
    expect(queue.press({ id: 1 })).toBe(first);
    expect(await first).toBe(1);
    await settled();
    later(DOUBLE_MS - 1);
    expect(await queue.press({ id: 1 })).toBe(1);
    expect(done).toHaveLength(1);
    // Later it is meant.
    later(2);
    expect(await queue.press({ id: 1 })).toBe(2);
    expect(done).toHaveLength(2);
  });
  it('thirty-two different taps in a row are all done, in their order', async () => {
    const { queue, done } = desk();
    const answers = Array.from({ length: 32 }, (_, n) => queue.press({ cable: n }));
    expect(queue.state.pending).toHaveLength(32);
    expect(await Promise.all(answers)).toEqual(Array.from({ length: 32 }, (_, n) => n + 1));
    await settled();
    expect(done.map((d) => (d.wish as { cable: number }).cable)).toEqual(Array.from({ length: 32 }, (_, n) => n));
    expect(queue.state.pending).toEqual([]);
  });
  it('where the line breaks it is tried again under the same key, and counts once', async () => {
    const { queue, done, asked, waits } = desk(['answer lost', new ApiError(503, ['down']), new TypeError('offline')]);
    expect(await queue.press('x')).toBe(1);
    expect(new Set(asked).size).toBe(1);
    expect(asked).toHaveLength(4);
    expect(done).toHaveLength(1);
    expect(waits).toEqual([300, 600, 1200]);
  });
  it('gives up after five tries, tells, and goes on with the next', async () => {
    const { queue, done } = desk(Array.from({ length: 5 }, () => new TypeError('offline')));
    const [lost, next] = [queue.press('a'), queue.press('b')];
    await expect(lost).rejects.toThrow('offline');
    expect(await next).toBe(1);
    await settled();
    expect(done.map((d) => d.wish)).toEqual(['b']);
    expect(queue.state).toMatchObject({ error: null, data: 1, answered: 'b' });
  });
  it('what is refused is told at once, and may be pressed again at once under a new key', async () => {
    const { queue, asked } = desk([new ApiError(409, ['test again'])]);
    await expect(queue.press('a')).rejects.toThrow('test again');
    await settled();
    expect((queue.state.error as ApiError).problems).toEqual(['test again']);
    expect(await queue.press('a')).toBe(1);
    expect(new Set(asked).size).toBe(2);
    await settled();
    expect(queue.state.error).toBeNull();
    queue.reset();
    expect(queue.state.data).toBeUndefined();
  });
  it('tells files apart by name, size and time', async () => {
    const { queue, done } = desk();
    const file = (name: string) => new File(['x'], name, { lastModified: 1 });
    await Promise.all([queue.press(file('a.txt')), queue.press(file('b.txt')), queue.press(file('a.txt'))]);
    expect(done).toHaveLength(2);
  });
});

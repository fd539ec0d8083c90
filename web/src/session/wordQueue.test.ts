import { describe, expect, it, vi } from 'vitest';
import { ApiError } from '../app/api.ts';
import { type Word, type WordBox, WordQueue } from './wordQueue.ts';

const word = (n: number): Word => ({
  key: `k${n}`,
  stepId: `mount/it_${n}`,
  revision: 1,
  unit: 1,
  fingerprint: 'f',
  said: { kind: 'goesOn' },
  saidAt: '2026-11-30T09:00:00.000Z',
});
/** A box that outlives the queue. */
function box(first: Word[] = []): WordBox & { kept: Map<string, Word> } {
  const kept = new Map(first.map((w) => [w.key, w]));
  return {
    kept,
    all: async () => [...kept.values()],
    keep: async (w) => void kept.set(w.key, w),
    drop: async (keys) => {
      for (const k of keys) kept.delete(k);
    },
  };
}
const refusal = (status: number, problem: string) => new ApiError(status, [problem]);
const broken = () => new TypeError('failed to fetch');
const still = () => new Promise((go) => setTimeout(go, 5));

/** A server that takes words down once each, and a queue before it. */
function setUp(first: Word[] = []) {
  const server = {
    wrong: new Set<string>(),
    taken: [] as string[],
    calls: [] as string[][],
    fails: null as null | (() => Error),
  };
  const waits: (() => void)[] = [];
  const own = box(first);
  const onTaken = vi.fn();
  const queue = new WordQueue({
    box: own,
    onTaken,
    later: (work) => void waits.push(work),
    send: async (words) => {
      server.calls.push(words.map((w) => w.key));
      if (server.fails) throw server.fails();
      if (words.some((w) => server.wrong.has(w.key))) throw refusal(422, 'no such step');
      for (const w of words) if (!server.taken.includes(w.key)) server.taken.push(w.key);
    },
  });
  return { server, waits, own, queue, onTaken };
}

describe('words of the floor on their way', () => {
  it('are kept, sent and let go, in the order they were said', async () => {
    const { server, own, queue, onTaken } = setUp();
    for (const n of [1, 2, 3]) queue.say(word(n));
    await still();
    expect(server.taken).toEqual(['k1', 'k2', 'k3']);
    expect(own.kept.size).toBe(0);
    expect(queue.state).toEqual({ waiting: [], line: 'quiet', refused: null });
    expect(onTaken).toHaveBeenCalled();
  });
  it('wait while the line is broken and all come, once each, when it is back', async () => {
    const { server, waits, own, queue } = setUp();
    server.fails = broken;
    for (let n = 0; n < 200; n++) queue.say(word(n));
    await still();
    expect(queue.state.line).toBe('away');
    expect(queue.state.waiting).toHaveLength(200);
    expect(own.kept.size).toBe(200);
    server.fails = null;
    waits.pop()!();
    await still();
    expect(server.taken).toEqual(Array.from({ length: 200 }, (_, n) => `k${n}`));
    expect(own.kept.size).toBe(0);
  });
  it('of a page that ended are sent by the next one, before its own', async () => {
    const { server, queue } = setUp([word(1), word(2)]);
    await queue.open();
    queue.say(word(3));
    await still();
    expect(server.taken).toEqual(['k1', 'k2', 'k3']);
  });
  it('an answer that was lost is no second word', async () => {
    const { server, waits, queue } = setUp();
    let first = true;
    const taken: string[] = [];
    server.fails = () => {
      // It was taken down; only the answer did not come back.
      if (first) taken.push('k1');
      first = false;
      return broken();
    };
    queue.say(word(1));
    await still();
    server.fails = null;
    server.taken.push(...taken);
    waits.pop()!();
    await still();
    expect(server.taken).toEqual(['k1']);
    expect(server.calls).toEqual([['k1'], ['k1']]);
  });
  it('one the server will not take is named and holds no other up', async () => {
    const { server, own, queue } = setUp();
    const calls = server.calls;
    server.fails = () => refusal(422, 'stepId is ""; accepted: 1 to 200 letters');
    queue.say(word(1));
    await still();
    expect(queue.state.refused).toMatchObject({
      words: [{ key: 'k1' }],
      problems: ['stepId is ""; accepted: 1 to 200 letters'],
    });
    // It stays in its box until somebody lets it go.
    expect(own.kept.has('k1')).toBe(true);
    server.fails = null;
    queue.say(word(2));
    await still();
    expect(server.taken).toEqual(['k2']);
    queue.forgetRefused();
    await still();
    expect(own.kept.size).toBe(0);
    expect(queue.state.refused).toBeNull();
    expect(calls.length).toBe(2);
  });
  it('of many that came together the one that is wrong is found', async () => {
    const { server, waits, queue } = setUp();
    server.fails = broken;
    for (const n of [1, 2, 3]) queue.say(word(n));
    await still();
    server.fails = null;
    server.wrong.add('k2');
    waits.pop()!();
    await still();
    expect(queue.state.refused?.words.map((w) => w.key)).toEqual(['k2']);
    expect(server.taken).toEqual(['k1', 'k3']);
  });
  it('sends nothing any more once it is closed, and forgets nothing', async () => {
    const { server, own, queue } = setUp();
    server.fails = broken;
    queue.say(word(1));
    await still();
    queue.close();
    queue.say(word(2));
    await still();
    expect([...own.kept.keys()]).toEqual(['k1', 'k2']);
    expect(server.calls).toHaveLength(1);
  });
});

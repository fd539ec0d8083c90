import { expose } from 'comlink';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { stoppable } from './stoppable.ts';

const { threads } = vi.hoisted(() => ({ threads: [] as { ended: boolean }[] }));

/** A thread of the browser as far as is needed here: a channel, and an end. */
class Thread extends EventTarget {
  ended = false;
  private readonly channel = new MessageChannel();
  constructor() {
    super();
    threads.push(this);
    const mine = threads.length;
    this.channel.port1.addEventListener('message', (e) =>
      this.dispatchEvent(Object.assign(new Event('message'), { data: e.data })),
    );
    this.channel.port1.start();
    expose({ quick: () => mine, long: () => new Promise(() => {}) }, this.channel.port2);
  }
  postMessage(...sent: [unknown, Transferable[]]) {
    this.channel.port1.postMessage(...sent);
  }
  terminate() {
    this.ended = true;
    this.channel.port1.close();
  }
}
interface Sums {
  quick(): number;
  long(): Promise<never>;
}
const start = () => new Thread() as unknown as Worker;
beforeEach(() => void threads.splice(0));
afterEach(() => vi.useRealTimers());

describe('a thread of sums that can be stopped', () => {
  it('is one for all that is asked', async () => {
    const ask = stoppable<Sums>(start);
    expect(await Promise.all([ask((s) => s.quick()), ask((s) => s.quick())])).toEqual([1, 1]);
  });
  it('ends with what was stopped, and is asked anew for what others waited for', async () => {
    const ask = stoppable<Sums>(start);
    const stop = new AbortController();
    const long = ask((s) => s.long(), stop.signal);
    let tries = 0;
    const beside = ask((s) => (++tries === 1 ? s.long() : s.quick()));
    stop.abort();
    await expect(long).rejects.toMatchObject({ name: 'AbortError' });
    expect(await beside).toBe(2);
    expect(threads.map((t) => t.ended)).toEqual([true, false]);
  });
  it('is not ended where what was stopped is over in a moment anyway', async () => {
    const ask = stoppable<Sums>(start);
    const stop = new AbortController();
    const quick = ask((s) => s.quick(), stop.signal);
    stop.abort();
    await expect(quick).rejects.toMatchObject({ name: 'AbortError' });
    await new Promise((go) => setTimeout(go, 700));
    expect(await ask((s) => s.quick())).toBe(1);
    expect(threads[0]!.ended).toBe(false);
  });
  it('that fails says so, and the next is asked of a new one', async () => {
    const ask = stoppable<Sums>(start);
    const long = ask((s) => s.long());
    await Promise.resolve();
    (threads[0] as unknown as Thread).dispatchEvent(Object.assign(new Event('error'), { message: 'out of memory' }));
    await expect(long).rejects.toThrow('the sum stopped: out of memory');
    expect(await ask((s) => s.quick())).toBe(2);
  });
  it('asks nothing where it was stopped before', async () => {
    await expect(stoppable<Sums>(start)((s) => s.quick(), AbortSignal.abort())).rejects.toMatchObject({
      name: 'AbortError',
    });
    expect(threads.length).toBe(0);
  });
});

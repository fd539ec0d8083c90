import { describe, expect, it } from 'vitest';
import { Newest } from './newest.ts';

const settled = async () => {
  for (let n = 0; n < 20; n++) await Promise.resolve();
};

function runner(work: (wish: number) => number) {
  const log: string[] = [];
  const gates: (() => void)[] = [];
  const newest = new Newest<number, number>(
    async (wish) => {
      log.push(`works on ${wish}`);
      await new Promise<void>((go) => gates.push(go));
      return work(wish);
    },
    (out, wish) => log.push(`${wish} is ${out}`),
    (error, wish) => log.push(`${wish} failed: ${(error as Error).message}`),
  );
  const finish = async () => {
    gates.shift()?.();
    await settled();
  };
  return { newest, log, finish };
}

describe('the newest wish only', () => {
  it('wishes made meanwhile replace each other', async () => {
    const { newest, log, finish } = runner((n) => n * 10);
    for (const wish of [1, 2, 3, 4]) newest.want(wish);
    await finish();
    await finish();
    expect(log).toEqual(['works on 1', '1 is 10', 'works on 4', '4 is 40']);
  });
  it('one that throws is told, and the next one runs', async () => {
    const { newest, log, finish } = runner((n) => {
      if (n === 1) throw new Error('panel gone');
      return n;
    });
    newest.want(1);
    await finish();
    newest.want(2);
    await finish();
    expect(log).toEqual(['works on 1', '1 failed: panel gone', 'works on 2', '2 is 2']);
  });
  it('closed, it tells nothing more', async () => {
    const { newest, log, finish } = runner((n) => n);
    newest.want(1);
    newest.want(2);
    newest.close();
    await finish();
    expect(log).toEqual(['works on 1']);
  });
});

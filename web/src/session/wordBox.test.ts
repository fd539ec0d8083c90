import 'fake-indexeddb/auto';
import { describe, expect, it } from 'vitest';
import { browserWords } from './wordBox.ts';
import type { Word } from './wordQueue.ts';

const word = (key: string): Word => ({
  key,
  stepId: 'mount/a',
  revision: 1,
  unit: 2,
  fingerprint: 'f',
  said: { kind: 'goesOn' },
  saidAt: '2026-11-30T09:00:00.000Z',
});

describe('words kept in the browser', () => {
  it('come back in the order they were said, each person’s and each job’s own', async () => {
    const mine = browserWords('jb_1', 'pe_a');
    for (const key of ['b', 'a', 'c']) await mine.keep(word(key));
    await browserWords('jb_1', 'pe_b').keep(word('other'));
    await browserWords('jb_2', 'pe_a').keep(word('elsewhere'));
    expect((await browserWords('jb_1', 'pe_a').all()).map((w) => w.key)).toEqual(['b', 'a', 'c']);
    await mine.drop(['a', 'never kept']);
    expect((await mine.all()).map((w) => w.key)).toEqual(['b', 'c']);
    await mine.drop([]);
    expect((await browserWords('jb_1', 'pe_b').all()).map((w) => w.key)).toEqual(['other']);
  });
  it('of before boards had numbers are about the first', async () => {
    const box = browserWords('jb_3', 'pe_a');
    const { unit: _, ...old } = word('old');
    await box.keep(old as Word);
    expect((await box.all())[0]!.unit).toBe(1);
  });
});

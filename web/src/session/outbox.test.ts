import 'fake-indexeddb/auto';
import { describe, expect, it } from 'vitest';
import type { Edit } from './editQueue.ts';
import { browserOutbox, type Pages } from './outbox.ts';

const edit = (key: string): Edit => ({
  kind: 'edit',
  key,
  label: key,
  commands: [{ kind: 'setBrief', field: 'ambientC', value: 30 }],
});
const pages = (own: string, ...alive: string[]): Pages => ({ own, alive: async () => new Set([own, ...alive]) });

describe('the outbox in the browser', () => {
  it('hands what a page left to the next one, in the order of the presses', async () => {
    const first = browserOutbox('jb_1', 'ada', pages('p1'));
    for (const key of ['c', 'a', 'b']) await first.keep(edit(key));
    await first.drop(['a']);
    expect(await first.left()).toEqual([]);
    const second = browserOutbox('jb_1', 'ada', pages('p2'));
    expect((await second.left()).map((e) => e.key)).toEqual(['c', 'b']);
    await second.drop(['b', 'c']);
    expect(await second.left()).toEqual([]);
  });
  it('leaves alone what an open page still sends, what another person did, and other jobs', async () => {
    await browserOutbox('jb_2', 'ada', pages('open')).keep(edit('theirs'));
    await browserOutbox('jb_2', 'bo', pages('gone')).keep(edit('of bo'));
    await browserOutbox('jb_3', 'ada', pages('gone')).keep(edit('elsewhere'));
    expect(await browserOutbox('jb_2', 'ada', pages('me', 'open')).left()).toEqual([]);
    expect((await browserOutbox('jb_2', 'ada', pages('me')).left()).map((e) => e.key)).toEqual(['theirs']);
    expect((await browserOutbox('jb_2', 'bo', pages('me', 'open')).left()).map((e) => e.key)).toEqual(['of bo']);
  });
});

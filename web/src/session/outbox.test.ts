import 'fake-indexeddb/auto';
import { describe, expect, it, vi } from 'vitest';
import type { Edit } from './editQueue.ts';
import { browserOutbox, type Openings, openOpening } from './outbox.ts';

const edit = (key: string): Edit => ({
  kind: 'edit',
  key,
  label: key,
  commands: [{ kind: 'setBrief', field: 'ambientC', value: 30 }],
});
const opening = (own: string, ...alive: string[]): Openings => ({ own, alive: async () => new Set([own, ...alive]) });

describe('the outbox in the browser', () => {
  it('hands what a page left to the next one, in the order of the presses', async () => {
    const first = browserOutbox('jb_1', 'ada', opening('p1'));
    for (const key of ['c', 'a', 'b']) await first.keep(edit(key));
    await first.drop(['a']);
    expect(await first.left()).toEqual([]);
    const second = browserOutbox('jb_1', 'ada', opening('p2'));
    expect((await second.left()).map((e) => e.key)).toEqual(['c', 'b']);
    await second.drop(['b', 'c']);
    expect(await second.left()).toEqual([]);
  });
  it('leaves alone what an open page still sends, what another person did, and other jobs', async () => {
    await browserOutbox('jb_2', 'ada', opening('open')).keep(edit('theirs'));
    await browserOutbox('jb_2', 'bo', opening('gone')).keep(edit('of bo'));
    await browserOutbox('jb_3', 'ada', opening('gone')).keep(edit('elsewhere'));
    expect(await browserOutbox('jb_2', 'ada', opening('me', 'open')).left()).toEqual([]);
    expect((await browserOutbox('jb_2', 'ada', opening('me')).left()).map((e) => e.key)).toEqual(['theirs']);
    expect((await browserOutbox('jb_2', 'bo', opening('me', 'open')).left()).map((e) => e.key)).toEqual(['of bo']);
  });
  it('what an opening of this very page left is handed to the next one, as soon as it has ended', async () => {
    const held = new Set<string>();
    vi.stubGlobal('navigator', {
      locks: {
        request: async (name: string, whileHeld: () => Promise<void>) => {
          held.add(name);
          await whileHeld();
          held.delete(name);
        },
        query: async () => ({ held: [...held].map((name) => ({ name })) }),
      },
    });
    const first = openOpening('o1');
    await browserOutbox('jb_4', 'ada', first).keep(edit('typed while the server was away'));
    const second = browserOutbox('jb_4', 'ada', openOpening('o2'));
    expect(await second.left()).toEqual([]);
    first.end();
    expect((await second.left()).map((e) => e.key)).toEqual(['typed while the server was away']);
    await Promise.resolve();
    expect([...held]).toEqual(['ombrik-page-o2']);
    vi.unstubAllGlobals();
  });
});

import { defaultWorkshop } from '@ombrik/core/document/workshop/workshop';
import { marketCartBoard } from '@ombrik/demo/marketCart';
import { afterAll, describe, expect, it } from 'vitest';
import { Refusal } from '../refusal.ts';
import { endWork, longWork, quickWork } from './pools.ts';

afterAll(endWork);
const sheet = (key: string) => ({ key, board: marketCartBoard(), workshop: defaultWorkshop });
const nested = (depth: number): unknown => {
  let value: unknown = 1;
  for (let n = 0; n < depth; n++) value = [value];
  return value;
};

describe('work beside the requests', () => {
  it('what takes too long is given up in words, and the next is done', async () => {
    const given = await longWork('derive', sheet('slow'), 1).catch((e: unknown) => e);
    expect(given).toBeInstanceOf(Refusal);
    expect([(given as Refusal).status, (given as Refusal).message]).toEqual([503, expect.stringContaining('given up')]);
    const { dossier } = await longWork('derive', sheet('next'));
    expect(dossier.cables.length).toBeGreaterThan(5);
  });
  it('two who ask for one board get the same answer, and it is what the core says', async () => {
    const [a, b] = await Promise.all([longWork('derive', sheet('x')), longWork('derive', sheet('x'))]);
    expect(a.dossierFingerprint).toBe(b.dossierFingerprint);
    const text = await longWork('dossierText', { sheet: sheet('x'), revision: 3 });
    const whole = JSON.parse(new TextDecoder().decode(text));
    expect([whole.revision, whole.dossierFingerprint, whole.dossier.cables]).toEqual([
      3,
      a.dossierFingerprint,
      JSON.parse(JSON.stringify(a.dossier.cables)),
    ]);
  });
  it('an edit is checked while a board is worked out, and not after it', async () => {
    const done: string[] = [];
    const long = longWork('derive', { ...sheet('long'), key: 'long' }).then(() => done.push('derived'));
    // The thread of edits is up before the race starts.
    await quickWork('edit', { board: marketCartBoard(), commands: [] });
    await long;
    const again = Promise.all([
      longWork('derive', sheet('a')),
      longWork('derive', sheet('b')),
      longWork('derive', sheet('c')),
    ]).then(() => done.push('all derived'));
    await quickWork('edit', { board: marketCartBoard(), commands: [] }).then(() => done.push('edit'));
    await again;
    expect(done).toEqual(['derived', 'edit', 'all derived']);
  });
  it('what cannot be handed to a thread is refused, not a broken server', async () => {
    const got = await quickWork('edit', { board: marketCartBoard(), commands: [nested(50_000) as never] }).catch(
      (e: unknown) => e,
    );
    expect((got as Refusal).status).toBe(422);
  });
  it('a board document that is none says so', async () => {
    expect(await quickWork('readBoard', { text: '{' })).toEqual({
      problems: ['the file is not JSON; accepted: a board document'],
    });
  });
});

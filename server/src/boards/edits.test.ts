import { seededRandom } from '@ombrik/core/solvers/random';
import { marketCartBoard } from '@ombrik/demo/marketCart';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { createJob } from '../jobs/jobs.ts';
import { ambient, testServer } from '../testing/testServer.ts';
import { changeBoard, stepBoard } from './boardService.ts';
import { appendEdit, appendStep, boardAt, type EditRequest, undoState } from './edits.ts';

let server: Awaited<ReturnType<typeof testServer>>;
const MIRA = 'pe_designer';
beforeAll(async () => {
  server = await testServer();
});
afterAll(() => server.close());

const newJob = async (): Promise<string> =>
  (await createJob(server.db, marketCartBoard(), MIRA, null, 'for a test')).id;
const edit = (editId: string, baseRevision: number, ambientC: number): EditRequest => ({
  editId,
  baseRevision,
  label: `ambient ${ambientC}`,
  commands: [ambient(ambientC)],
  way: 'edit',
  refersTo: null,
});
class TakenBack extends Error {}

describe('boards by their revisions', () => {
  it('an edit that was taken back with its press leaves nothing: the next of that revision is what counts', async () => {
    const id = await newJob();
    const lost = server.db.transaction(async (trx) => {
      const done = await appendEdit(trx, id, MIRA, edit('edit-lost-1', 1, 41));
      expect(done.kind).toBe('accepted');
      throw new TakenBack();
    });
    await expect(lost).rejects.toThrow(TakenBack);
    expect(await boardAt(server.db, id, 2)).toBeNull();
    await appendEdit(server.db, id, MIRA, edit('edit-kept-1', 1, 44));
    expect((await boardAt(server.db, id, 2))!.brief.ambientC).toBe(44);
  });
  it('the same edit again after it was taken back is done as if for the first time', async () => {
    const id = await newJob();
    await server.db
      .transaction(async (trx) => {
        await appendEdit(trx, id, MIRA, edit('edit-again-1', 1, 41));
        throw new TakenBack();
      })
      .catch(() => {});
    const done = await appendEdit(server.db, id, MIRA, edit('edit-again-1', 1, 41));
    expect(done).toMatchObject({ kind: 'accepted', revision: 2 });
    expect((await boardAt(server.db, id, 2))!.brief.ambientC).toBe(41);
  });
  it('every revision past two snapshots is what its edits made of it', async () => {
    const id = await newJob();
    for (let n = 1; n <= 43; n++) await appendEdit(server.db, id, MIRA, edit(`edit-many-${n}`, n, n));
    for (const revision of [2, 19, 20, 21, 39, 40, 41, 44])
      expect((await boardAt(server.db, id, revision))!.brief.ambientC, `revision ${revision}`).toBe(revision - 1);
    expect(await boardAt(server.db, id, 45)).toBeNull();
    expect(await boardAt(server.db, 'jb_none', 1)).toBeNull();
    const kept = await server.db('snapshots').where({ job_id: id }).orderBy('revision').select('revision');
    expect(kept.map((s) => s.revision)).toEqual([1, 20, 40]);
  });
});

describe('what can be taken back and done again', () => {
  /** Two stacks of labels, as anybody would keep them by hand. */
  function byHand() {
    const done: string[] = [];
    const undone: string[] = [];
    return {
      edit: (label: string) => {
        done.push(label);
        undone.length = 0;
      },
      undo: () => undone.push(done.pop()!),
      redo: () => done.push(undone.pop()!),
      tops: () => [done.at(-1) ?? null, undone.at(-1) ?? null],
    };
  }
  it.each([1, 2, 3])('is what two stacks would say, whoever else edits in between (seed %i)', async (seed) => {
    const id = await newJob();
    const hand = byHand();
    const random = seededRandom(seed);
    let revision = 1;
    for (let n = 0; n < 60; n++) {
      const [canUndo, canRedo] = hand.tops();
      const pick = Math.floor(random.next() * 10);
      const way = pick < 5 && canUndo ? 'undo' : pick < 7 && canRedo ? 'redo' : null;
      if (pick < 2) {
        await appendEdit(server.db, id, 'pe_assembler', edit(`other-${n}`, revision, 20 + (n % 30)));
      } else if (way) {
        const done = await appendStep(server.db, id, MIRA, { editId: `${way}-${n}`, baseRevision: revision, way });
        if (done.kind !== 'accepted') continue;
        hand[way]();
      } else {
        const own = {
          ...edit(`own-${n}`, revision, 20 + (n % 30)),
          label: n % 7 === 0 ? `Undo: by name ${n}` : `step ${n}`,
        };
        await appendEdit(server.db, id, MIRA, own);
        hand.edit(own.label);
      }
      revision++;
      const { undo, redo } = await undoState(server.db, id, MIRA);
      expect([undo?.label ?? null, redo?.label ?? null], `after ${n}`).toEqual(hand.tops());
    }
  });
});

describe('what a service refuses', () => {
  it('a job that is none, commands that are none, and nothing to take back, each in words', async () => {
    const id = await newJob();
    const bad = { editId: 'edit-bad-1', baseRevision: 1, label: 'bad', commands: [{ kind: 'nonesuch' }] as never };
    await expect(changeBoard(server.db, 'jb_none', MIRA, bad)).rejects.toMatchObject({ status: 404 });
    await expect(changeBoard(server.db, id, MIRA, bad)).rejects.toMatchObject({ status: 422 });
    await expect(
      stepBoard(server.db, id, MIRA, { editId: 'step-none-1', baseRevision: 1, way: 'undo' }),
    ).rejects.toMatchObject({ status: 409, problems: ['nothing of yours to undo'] });
    expect((await server.db('jobs').where({ id }).first()).revision).toBe(1);
  });
  it('one that is late is told the board as it is, and changes nothing', async () => {
    const id = await newJob();
    await appendEdit(server.db, id, MIRA, edit('edit-first-1', 1, 30));
    const late = await changeBoard(server.db, id, 'pe_assembler', {
      editId: 'edit-late-1',
      baseRevision: 1,
      label: 'late',
      commands: [ambient(10)],
    });
    expect([late.stale, late.revision, late.board.brief.ambientC]).toEqual([true, 2, 30]);
  });
  it('undo takes back one’s own step and not another’s', async () => {
    const id = await newJob();
    await appendEdit(server.db, id, MIRA, edit('edit-mira-1', 1, 30));
    await expect(
      stepBoard(server.db, id, 'pe_assembler', { editId: 'step-other-1', baseRevision: 2, way: 'undo' }),
    ).rejects.toMatchObject({ status: 409 });
    const back = await stepBoard(server.db, id, MIRA, { editId: 'step-own-1', baseRevision: 2, way: 'undo' });
    expect(back.board.brief.ambientC).toBe(marketCartBoard().brief.ambientC);
  });
});

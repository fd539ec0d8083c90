import { derive } from '@ombrik/core/derive';
import { genericCatalogue } from '@ombrik/core/devices/genericCatalogue';
import type { Board } from '@ombrik/core/document/board';
import { defaultWorkshop } from '@ombrik/core/document/workshop/workshop';
import { profileOf } from '@ombrik/core/profiles/ownRules';
import { marketCartBoard } from '@ombrik/demo/marketCart';
import { describe, expect, it } from 'vitest';
import type { Derives } from './deriver.ts';
import { EditQueue } from './editQueue.ts';
import { createJobStore } from './jobStore.ts';

const settled = () => new Promise((go) => setTimeout(go, 0));

/** A job whose server says yes to everything, and whose deriver works on the spot. */
async function job(board: Board = marketCartBoard()) {
  let revision = 1;
  const sent: string[] = [];
  const deriver: Derives = {
    derive: async (b, workshop) => ({
      dossier: derive(b, genericCatalogue, profileOf(b, workshop), workshop),
      dossierFingerprint: 'x',
    }),
    about: async () => null,
    explain: async () => null,
    close: () => {},
  };
  let key = 0;
  const queue = new EditQueue(
    { revision, board, undo: null, redo: null },
    {
      line: {
        send: async (edit) => {
          sent.push(edit.label);
          return { revision: ++revision };
        },
        step: async () => ({ revision, board }),
        load: async () => ({ revision, board, undo: null, redo: null }),
        known: async () => [],
      },
      outbox: { left: async () => [], keep: async () => {}, drop: async () => {} },
      newKey: () => `k${key++}`,
    },
  );
  const meta = { number: 401, wantedOn: null, workshop: defaultWorkshop };
  const own = createJobStore({ jobId: 'jb', meta, queue, deriver, past: () => ({}) });
  await settled();
  /** Names of what changed in the store, one list a change. */
  const told: string[][] = [];
  own.store.subscribe((now, before) => {
    told.push(Object.keys(now).filter((k) => !Object.is(now[k as 'board'], before[k as 'board'])));
  });
  return { ...own, deriver, sent, told, now: () => own.store.getState() };
}

describe('one job under the hand', () => {
  it('an edit is on the board at once, sent, and worked out', async () => {
    const { now, sent } = await job();
    const before = now().dossier;
    expect(now().edit('Ambient', [{ kind: 'setBrief', field: 'ambientC', value: 44 }])).toBe(true);
    expect(now().board.brief.ambientC).toBe(44);
    expect(now().shown).toBe(now().board);
    await settled();
    expect(sent).toEqual(['Ambient']);
    expect(now().dossier).not.toBe(before);
    expect(now()).toMatchObject({ revision: 2, saveState: 'saved', pendingCount: 0, undoLabel: 'Ambient' });
  });
  it('hovering lights a place and changes nothing else', async () => {
    const { now, told } = await job();
    now().light({ label: 'F1', itemIds: [], cableIds: [], panelId: null, terminals: [] });
    now().select({ kind: 'item', id: 'it_F1' });
    expect(told).toEqual([['lit'], ['selection']]);
  });
  it('a preview shows on the board and moves no finding under the hand', async () => {
    const { now, sent } = await job();
    const { findings, board } = now();
    now().preview([{ kind: 'setBrief', field: 'ambientC', value: 60 }]);
    await settled();
    expect(now().shown.brief.ambientC).toBe(60);
    expect(now().board).toBe(board);
    expect(now().dossier.findings).not.toBe(findings);
    expect(now().findings).toBe(findings);
    now().preview(null);
    await settled();
    expect(now().shown).toBe(board);
    expect(sent).toEqual([]);
    // Made, it counts.
    now().preview([{ kind: 'setBrief', field: 'ambientC', value: 60 }]);
    now().edit('Hot', [{ kind: 'setBrief', field: 'ambientC', value: 60 }]);
    await settled();
    expect(now().findings).not.toBe(findings);
  });
  it('while the hand moves, what is worked out waits, the last of it only; then it is told', async () => {
    const { now } = await job();
    const { dossier } = now();
    now().occupy(true);
    now().preview([{ kind: 'setBrief', field: 'ambientC', value: 60 }]);
    await settled();
    expect(now().shown.brief.ambientC).toBe(60);
    expect(now().dossier).toBe(dossier);
    now().preview([{ kind: 'setBrief', field: 'ambientC', value: 61 }]);
    await settled();
    expect(now().dossier).toBe(dossier);
    now().occupy(false);
    expect(now().dossier).not.toBe(dossier);
    const told = now().dossier;
    now().occupy(false);
    expect(now().dossier).toBe(told);
  });
  it('a preview of what no longer applies shows the board as it is', async () => {
    const { now } = await job();
    now().preview([{ kind: 'remove', collection: 'items', id: 'it_nobody' }]);
    expect(now().shown).toBe(now().board);
  });
  it('a derive that throws is told, and the next edit is worked out', async () => {
    const { now, deriver } = await job();
    const { derive: good } = deriver;
    deriver.derive = async () => {
      throw new Error('no panel');
    };
    now().edit('Bad', [{ kind: 'setBrief', field: 'ambientC', value: 20 }]);
    await settled();
    expect(now().problems.join()).toMatch(/could not be worked out: no panel/);
    now().dismiss();
    expect(now().problems).toEqual([]);
    deriver.derive = good;
    const before = now().dossier;
    now().edit('Good', [{ kind: 'setBrief', field: 'ambientC', value: 21 }]);
    await settled();
    expect(now().problems).toEqual([]);
    expect(now().dossier).not.toBe(before);
  });
  it('parts and rules stay the same object while nothing of theirs changes', async () => {
    const { now } = await job();
    const { parts, profile } = now();
    now().edit('Name', [{ kind: 'setBrief', field: 'customer', value: 'Ida' }]);
    expect(now().parts).toBe(parts);
    expect(now().profile).toEqual(profile);
  });
  it('the server’s dossier counts where it differs, for the board it was derived of', async () => {
    const { now, derived, setAuthoritative } = await job();
    const theirs = { ...derived()!.dossier, findings: [] };
    setAuthoritative(derived()!, theirs);
    expect(now().dossier).toBe(theirs);
    expect(now().findings).toEqual([]);
    setAuthoritative({ ...derived()! }, null);
    expect(now().dossier).toBe(theirs);
    setAuthoritative(derived()!, null);
    expect(now().dossier).toBe(derived()!.dossier);
  });
  it('what somebody else saved is taken over with its board worked out', async () => {
    const { now, takeOver } = await job();
    const board = { ...marketCartBoard(), name: 'x' } as unknown as Board;
    takeOver(
      { revision: 9, board: { ...board, brief: { ...board.brief, ambientC: 12 } }, undo: 'a', redo: null },
      { number: 401, wantedOn: '2026-12-01', workshop: defaultWorkshop },
    );
    await settled();
    expect(now()).toMatchObject({ revision: 9, wantedOn: '2026-12-01', undoLabel: 'a' });
    expect(now().shown.brief.ambientC).toBe(12);
  });
});

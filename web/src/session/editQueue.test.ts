import { genericCatalogue } from '@ombrik/core/devices/genericCatalogue';
import type { Board } from '@ombrik/core/document/board';
import { checkBoard } from '@ombrik/core/document/checkBoard';
import { applyCommands, type Command } from '@ombrik/core/document/commands';
import { addItem, newItem } from '@ombrik/core/document/item/items';
import { newBoard } from '@ombrik/core/document/newBoard';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { ApiError } from '../app/api.ts';
import { type Edit, EditQueue, type Line, type Outbox } from './editQueue.ts';

const start = (): Board =>
  newBoard({
    jobName: 'Shed',
    customer: '',
    place: '',
    systemVoltageV: 12,
    chemistry: 'lifepo4',
    profileId: 'craft-iso',
  });
const ambient = (value: number): Command[] => [{ kind: 'setBrief', field: 'ambientC', value }];

type Trouble = 'none' | 'lostBefore' | 'lostAfter' | 'server';

/** A server of its own: revisions, keys it knows, and troubles on the line in the order they come. */
function server(board = start()) {
  const taken: { key: string; label: string }[] = [];
  const states: Board[] = [board];
  const troubles: Trouble[] = [];
  const held: (() => void)[] = [];
  let holding = false;
  const revisionOf = new Map<string, number>();
  const now = () => ({ revision: states.length, board: states[states.length - 1]! });
  const over = async <T>(work: () => T): Promise<T> => {
    if (holding) await new Promise<void>((go) => held.push(go));
    const trouble = troubles.shift() ?? 'none';
    if (trouble === 'lostBefore') throw new TypeError('fetch failed');
    if (trouble === 'server') throw new ApiError(500, ['down']);
    const result = work();
    if (trouble === 'lostAfter') throw new TypeError('fetch failed');
    return result;
  };
  const append = (key: string, label: string, next: Board): number => {
    taken.push({ key, label });
    states.push(next);
    revisionOf.set(key, states.length);
    return states.length;
  };
  const line: Line = {
    send: (edit, baseRevision) =>
      over(() => {
        const again = revisionOf.get(edit.key);
        if (again !== undefined) return { revision: again };
        if (baseRevision !== states.length) throw new ApiError(409, ['stale']);
        const next = applyCommands(now().board, edit.commands).board;
        const checked = checkBoard(next, genericCatalogue);
        if (!checked.ok) throw new ApiError(422, checked.problems);
        return { revision: append(edit.key, edit.label, next) };
      }),
    step: (key, way, baseRevision) =>
      over(() => {
        const again = revisionOf.get(key);
        if (again !== undefined) return { revision: again, board: states[again - 1]! };
        if (baseRevision !== states.length) throw new ApiError(409, ['stale']);
        if (states.length < 2) throw new ApiError(409, [`nothing of yours to ${way}`]);
        append(key, way, states[states.length - 2]!);
        return now();
      }),
    load: () => over(() => ({ ...now(), undo: states.length > 1 ? 'a step' : null, redo: null })),
    known: (keys) => over(() => keys.filter((k) => revisionOf.has(k))),
  };
  return {
    line,
    taken,
    troubles,
    now,
    hold: () => {
      holding = true;
    },
    /** Lets what is on its way arrive, one after the other. */
    release: async () => {
      holding = false;
      for (const go of held.splice(0)) go();
      await settled();
    },
    bySomebody: (commands: Command[]) =>
      void append(`other-${states.length}`, 'other', applyCommands(now().board, commands).board),
  };
}

/** An outbox in memory that outlives pages. */
function memory() {
  const kept = new Map<string, Edit>();
  const box: Outbox = {
    left: async () => [...kept.values()],
    keep: async (edit) => void kept.set(edit.key, edit),
    drop: async (keys) => {
      for (const k of keys) kept.delete(k);
    },
  };
  return { box, kept };
}

const settled = async () => {
  for (let n = 0; n < 60; n++) await Promise.resolve();
};

let counter = 0;
function page(at: ReturnType<typeof server>, outbox: Outbox = memory().box) {
  const waits: (() => void)[] = [];
  const queue = new EditQueue(
    { ...at.now(), undo: null, redo: null },
    { line: at.line, outbox, newKey: () => `key-${counter++}`, later: (work) => void waits.push(work) },
  );
  /** The time between two tries goes by. */
  const wait = async () => {
    for (const go of waits.splice(0)) go();
    await settled();
  };
  return { queue, wait, waits };
}

describe('an edit on its way', () => {
  it('is on screen at once and saved when the server has it', async () => {
    const at = server();
    const { queue } = page(at);
    at.hold();
    expect(queue.edit('Ambient', ambient(30))).toBe(true);
    expect(queue.state.board.brief.ambientC).toBe(30);
    expect(queue.state.saveState).toBe('saving');
    await at.release();
    expect(queue.state).toMatchObject({ saveState: 'saved', waiting: [], undoLabel: 'Ambient', base: { revision: 2 } });
    expect(at.now().board.brief.ambientC).toBe(30);
  });
  it('what does not apply is refused here, with the reason, and nothing is sent', async () => {
    const at = server();
    const { queue } = page(at);
    expect(queue.edit('Gone', [{ kind: 'remove', collection: 'items', id: 'it_none' }])).toBe(false);
    expect(queue.state.problems.join()).toMatch(/it_none/);
    expect(queue.edit('Nothing', [])).toBe(false);
    await settled();
    expect(at.taken).toEqual([]);
  });
  it('is tried again with its key while the line is broken, and counts once', async () => {
    const at = server();
    const { queue, wait } = page(at);
    at.troubles.push('lostAfter', 'lostBefore', 'server');
    queue.edit('Ambient', ambient(31));
    await settled();
    expect(queue.state.saveState).toBe('offline');
    queue.edit('Ambient', ambient(32));
    for (let n = 0; n < 4; n++) await wait();
    expect(queue.state.saveState).toBe('saved');
    expect(at.taken.map((t) => t.label)).toEqual(['Ambient', 'Ambient']);
    expect(new Set(at.taken.map((t) => t.key)).size).toBe(2);
    expect(queue.state.base).toEqual(at.now());
  });
  it('waits longer from try to try, up to a limit, and at once when the line is back', async () => {
    const at = server();
    const times: number[] = [];
    const queue = new EditQueue(
      { ...at.now(), undo: null, redo: null },
      {
        line: at.line,
        outbox: memory().box,
        newKey: () => 'k',
        later: (go, ms) => {
          times.push(ms);
          queueMicrotask(go);
        },
      },
    );
    at.troubles.push(...Array.from({ length: 7 }, () => 'lostBefore' as const));
    queue.edit('Ambient', ambient(33));
    await settled();
    await settled();
    expect(times).toEqual([1000, 2000, 4000, 8000, 15_000, 15_000, 15_000]);
    expect(queue.state.saveState).toBe('saved');
  });
  it('one the server refuses for good goes, and what builds on it with it', async () => {
    const at = server();
    const { queue } = page(at);
    const refused: Line['send'] = async () => {
      throw new ApiError(422, ['not so']);
    };
    const { send } = at.line;
    at.line.send = refused;
    queue.edit('Bad', ambient(34));
    await settled();
    at.line.send = send;
    expect(queue.state).toMatchObject({ saveState: 'saved', waiting: [], problems: ['not so'] });
    queue.edit('Good', ambient(35));
    await settled();
    expect(at.taken.map((t) => t.label)).toEqual(['Good']);
    expect(queue.state.problems).toEqual([]);
  });
});

describe('who only looks', () => {
  it('changes nothing, is told why, and keeps nothing to be sent', async () => {
    const { line, taken } = server();
    const kept: string[] = [];
    const outbox: Outbox = { left: async () => [], keep: async (e) => void kept.push(e.key), drop: async () => {} };
    const loaded = { revision: 1, board: start(), undo: 'a step', redo: null };
    const queue = new EditQueue(loaded, { line, outbox, newKey: () => 'k', looksOnly: 'only a designer does' });
    expect(queue.edit('warmer', ambient(30))).toBe(false);
    expect(queue.state.problems).toEqual(['only a designer does']);
    queue.dismiss();
    queue.step('undo');
    expect(queue.state.problems).toEqual(['only a designer does']);
    await Promise.resolve();
    expect([queue.state.board, queue.state.waiting, kept, taken]).toEqual([loaded.board, [], [], []]);
  });
});

describe('two people at once', () => {
  it('a newer revision of somebody else is taken over while nothing waits', async () => {
    const at = server();
    const { queue } = page(at);
    at.bySomebody(ambient(40));
    queue.takeOver({ ...at.now(), undo: null, redo: null });
    expect(queue.state.board.brief.ambientC).toBe(40);
    queue.takeOver({ revision: 1, board: start(), undo: null, redo: null });
    expect(queue.state.base.revision).toBe(2);
  });
  it('what clashes with nothing goes on top of what the other did, and nobody is asked', async () => {
    const at = server();
    const { queue } = page(at);
    at.bySomebody(ambient(40));
    queue.edit('Mine', [{ kind: 'setBrief', field: 'customer', value: 'Orchard' }]);
    queue.edit('Mine too', [{ kind: 'setBrief', field: 'place', value: 'North' }]);
    await settled();
    expect(queue.state.saveState).toBe('saved');
    expect(at.now().board.brief).toMatchObject({ ambientC: 40, customer: 'Orchard', place: 'North' });
    expect(at.taken.map((t) => t.label)).toEqual(['other', 'Mine', 'Mine too']);
  });
  it('a clash halts all that waits, says where, and takes what was chosen with all that clashes with nothing', async () => {
    for (const [choice, value] of [
      ['mine', 41],
      ['theirs', 40],
    ] as const) {
      const at = server();
      const { box, kept } = memory();
      const { queue } = page(at, box);
      at.bySomebody(ambient(40));
      queue.edit('Mine', ambient(41));
      queue.edit('Mine too', [{ kind: 'setBrief', field: 'place', value: 'North' }]);
      await settled();
      expect([queue.state.saveState, queue.state.clashes.length]).toEqual(['conflict', 1]);
      expect(queue.state.clashes[0]).toMatchObject({ mine: { field: 'ambientC', after: 41 }, theirs: { after: 40 } });
      expect([at.taken.length, kept.size]).toEqual([1, 2]);
      await queue.settle([choice]);
      await settled();
      expect([queue.state.saveState, queue.state.clashes.length]).toEqual(['saved', 0]);
      expect(at.now().board.brief).toMatchObject({ ambientC: value, place: 'North' });
      expect(at.taken.map((t) => t.label)).toEqual(['other', 'Mine, Mine too']);
      expect(kept.size).toBe(0);
    }
  });
  it('who went on meanwhile makes another question of it: nothing is taken that was not asked about', async () => {
    const at = server();
    const { queue } = page(at);
    at.bySomebody(ambient(40));
    queue.edit('Mine', ambient(41));
    await settled();
    at.bySomebody(ambient(44));
    await queue.settle(['mine']);
    expect(queue.state.saveState).toBe('conflict');
    expect(queue.state.clashes[0]!.theirs.after).toBe(44);
    await queue.settle(['mine']);
    await settled();
    expect(at.now().board.brief.ambientC).toBe(41);
  });
  it('mine on top after all, and what the server says when it cannot keep a change', async () => {
    const at = server();
    const { queue } = page(at);
    at.bySomebody(ambient(40));
    queue.edit('Mine', ambient(41));
    await settled();
    await queue.resolve(true);
    await settled();
    expect(at.now().board.brief.ambientC).toBe(41);
    at.troubles.push('server');
    queue.edit('More', ambient(42));
    await settled();
    expect([queue.state.saveState, queue.state.awayWords]).toEqual(['offline', 'down']);
  });
  it('dropped, only what the other did stands, and nothing is kept', async () => {
    const at = server();
    const { box, kept } = memory();
    const { queue } = page(at, box);
    at.bySomebody(ambient(40));
    queue.edit('Mine', ambient(41));
    await settled();
    await queue.resolve(false);
    await settled();
    expect(queue.state.board.brief.ambientC).toBe(40);
    expect(kept.size).toBe(0);
  });
  it('mine on top leaves out what stands on something the other took away', async () => {
    const one = start();
    const door = { ...one.panels[0]!, id: 'pn_door', name: 'Door' };
    const board = { ...one, panels: [...one.panels, door] };
    const at = server(board);
    const { queue } = page(at);
    at.bySomebody([{ kind: 'remove', collection: 'panels', id: door.id }]);
    // Applies to the newer board, and yet leaves a bad one: it would stand on a panel that is gone.
    const part = genericCatalogue.parts.find((p) => p.kind === 'isolator')!;
    const place = {
      kind: 'panel' as const,
      panelId: door.id,
      face: 'front' as const,
      xMm: 50,
      yMm: 50,
      rotationDeg: 0 as const,
    };
    queue.edit('Onto the door', addItem(newItem(board, part, place)));
    queue.edit('Ambient', ambient(42));
    await settled();
    await queue.resolve(true);
    await settled();
    expect(queue.state.problems.join()).toMatch(/1 of your changes no longer applies/);
    expect(checkBoard(queue.state.board, genericCatalogue).ok).toBe(true);
    expect(at.taken.map((t) => t.label)).toEqual(['other', 'Ambient']);
  });
});

describe('steps back and forth', () => {
  it('stand in the order of the presses, behind edits that are still on their way', async () => {
    const at = server();
    const { queue } = page(at);
    at.hold();
    queue.edit('One', ambient(30));
    queue.step('undo');
    queue.edit('Two', [{ kind: 'setBrief', field: 'place', value: 'North' }]);
    await at.release();
    await settled();
    expect(at.taken.map((t) => t.label)).toEqual(['One', 'undo', 'Two']);
    expect(at.now().board.brief).toMatchObject({ ambientC: start().brief.ambientC, place: 'North' });
    expect(queue.state.board).toEqual(at.now().board);
  });
  it('one whose answer was lost is not done twice', async () => {
    const at = server();
    const { queue, wait } = page(at);
    queue.edit('One', ambient(30));
    await settled();
    at.troubles.push('lostAfter');
    queue.step('undo');
    await settled();
    await wait();
    expect(at.taken.map((t) => t.label)).toEqual(['One', 'undo']);
    expect(queue.state.saveState).toBe('saved');
  });
  it('beyond the last there is they are left, with the reason', async () => {
    const at = server();
    const { queue } = page(at);
    queue.step('undo');
    queue.step('undo');
    await settled();
    expect(queue.state).toMatchObject({ waiting: [], saveState: 'saved', problems: ['nothing of yours to undo'] });
  });
});

describe('a page that goes away', () => {
  it('leaves what was not acknowledged; the next one offers it and sends it once', async () => {
    const at = server();
    const { box } = memory();
    const first = page(at, box);
    at.troubles.push('lostAfter', 'lostBefore');
    first.queue.edit('Arrived', ambient(30));
    first.queue.edit('Never left', [{ kind: 'setBrief', field: 'place', value: 'North' }]);
    await settled();
    first.queue.close();
    await first.wait();
    const second = page(at, box);
    at.troubles.length = 0;
    await second.queue.open();
    expect(second.queue.state.left.map((e) => e.label)).toEqual(['Never left']);
    second.queue.takeUpLeft(true);
    await settled();
    expect(at.taken.map((t) => t.label)).toEqual(['Arrived', 'Never left']);
    expect(await box.left()).toEqual([]);
  });
  it('left behind and dropped, it is gone for good', async () => {
    const at = server();
    const { box } = memory();
    const first = page(at, box);
    at.troubles.push('lostBefore');
    first.queue.edit('Mine', ambient(30));
    await settled();
    first.queue.close();
    const second = page(at, box);
    await second.queue.open();
    second.queue.takeUpLeft(false);
    await settled();
    expect(await box.left()).toEqual([]);
    expect(at.taken).toEqual([]);
  });
});

/** Whatever the line does and whenever the page goes: every press is on the server once, in its order. */
it('nothing lost, nothing doubled, on any line', async () => {
  const trouble = fc.constantFrom<Trouble>('none', 'none', 'lostBefore', 'lostAfter', 'server');
  const act = fc.oneof(
    { weight: 5, arbitrary: fc.record({ kind: fc.constant('edit' as const), value: fc.integer({ min: 0, max: 60 }) }) },
    { weight: 2, arbitrary: fc.record({ kind: fc.constant('wait' as const) }) },
    { weight: 1, arbitrary: fc.record({ kind: fc.constant('crash' as const) }) },
  );
  await fc.assert(
    fc.asyncProperty(fc.array(act, { maxLength: 14 }), fc.array(trouble, { maxLength: 20 }), async (acts, troubles) => {
      const at = server();
      const { box } = memory();
      let now = page(at, box);
      at.troubles.push(...troubles);
      const pressed: string[] = [];
      for (const a of acts) {
        if (a.kind === 'edit') {
          const label = `e${pressed.length}`;
          if (now.queue.edit(label, ambient(a.value))) pressed.push(label);
        } else if (a.kind === 'wait') await now.wait();
        else {
          await settled();
          now.queue.close();
          now = page(at, box);
          // A page that finds no line offers nothing yet: it is opened again until it does.
          for (let n = 0; n < 25 && (await box.left()).length > 0; n++) {
            await now.queue.open();
            if (now.queue.state.left.length > 0) now.queue.takeUpLeft(true);
            await now.wait();
          }
        }
      }
      for (let n = 0; n < 30; n++) await now.wait();
      expect(at.taken.map((t) => t.label)).toEqual(pressed);
      expect(now.queue.state.saveState).toBe('saved');
      expect(now.queue.state.board).toEqual(at.now().board);
      expect(await box.left()).toEqual([]);
    }),
    { seed: 12, numRuns: 300 },
  );
});

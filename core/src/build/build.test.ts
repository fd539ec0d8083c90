import { execFileSync } from 'node:child_process';
import { type DemoName, demoBoard } from '@ombrik/demo/demoBoards';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { genericCatalogue } from '../devices/genericCatalogue.ts';
import type { Board } from '../document/board.ts';
import { applyCommands } from '../document/commands.ts';
import { partIndex } from '../document/references.ts';
import { defaultWorkshop } from '../document/workshop/workshop.ts';
import { cableLays } from '../layout/cableLays.ts';
import { moveItem } from '../layout/moveItem.ts';
import { profileOf } from '../profiles/ownRules.ts';
import { lbfInOf } from '../tables/gravity.ts';
import { deriveBoard } from '../testing/demoBoards.ts';
import { DONE, floorWord } from '../testing/floorWords.ts';
import { type BuildPlan, boardPlan } from './buildPlan.ts';
import { type BuildRecord, buildState, type Said } from './buildState.ts';
import { mayChangePlaces, withMoved } from './moved.ts';
import { brokenOrder, changeMinutes, inTradeOrder, takesMinutes } from './order.ts';
import { planChange } from './planChange.ts';
import { scaleAndArm } from './scaleAndArm.ts';
import type { BuildStep } from './step.ts';

const planOf = (board: Board): BuildPlan =>
  boardPlan(board, genericCatalogue, profileOf(board, defaultWorkshop), deriveBoard(board));
const hut = demoBoard('hut');
const hutPlan = planOf(hut);
const byId = (plan: BuildPlan, id: string) => plan.steps.find((s) => s.id === id)!;
const item = (name: string) => hut.items.find((i) => i.designation === name)!;

describe.each(['marketCart', 'hut', 'pressShed', 'repeater'] as DemoName[])('the plan of %s', (name) => {
  const board = demoBoard(name);
  const dossier = deriveBoard(board);
  const plan = planOf(board);
  const onPanel = new Set(board.items.flatMap((i) => (i.place.kind === 'panel' ? [i.id] : [])));
  it('never has a step before what it waits for, and is the same each time', () => {
    expect(brokenOrder(plan.steps)).toBeNull();
    expect(planOf(board)).toEqual(plan);
    expect(new Set(plan.steps.map((s) => s.id)).size).toBe(plan.steps.length);
  });
  it('forgets nothing: each part on a panel, each cable that lies there, each stud and each clamped end once', () => {
    const of = (kind: string) => plan.steps.filter((s) => s.kind === kind).map((s) => s.id.slice(kind.length + 1));
    expect(of('mount').sort()).toEqual([...onPanel].sort());
    const laid = dossier.lengths.filter((l) => l.paths.length > 0).map((l) => l.cableId);
    expect([...of('lay'), ...of('link')].sort()).toEqual(laid.sort());
    const studs = dossier.stacks.filter((s) => onPanel.has(s.itemId)).map((s) => `${s.itemId}/${s.terminalId}`);
    expect(of('torque').sort()).toEqual(studs.sort());
    const ends = dossier.cables
      .flatMap((c) => c.cores.flatMap((k) => [k.from, k.to]))
      .filter((e) => e.studMm === null && !['cap', 'lead'].includes(e.attachment) && onPanel.has(e.ref.itemId));
    const held = plan.steps.filter((s) => s.kind === 'clamp' || s.kind === 'plug').flatMap((s) => s.terminals);
    expect(held).toHaveLength(ends.length);
    expect(of('cut')).toHaveLength(board.panels.length);
  });
  it('no fuse goes in, and every live stud says so', () => {
    expect(plan.steps.some((s) => /fuse.* in\b/i.test(s.title) && s.kind !== 'fusesOut')).toBe(false);
    for (const s of plan.steps) if (s.kind === 'torque' || s.kind === 'clamp') expect(s.caution).toBeTruthy();
  });
  it('marks mains work as a licensed person’s', () => {
    const mains = new Set(
      board.items.flatMap((i) =>
        (partIndex(board, genericCatalogue).get(i.partId)?.terminals ?? []).flatMap((t) =>
          t.domain === 'ac' || t.domain === 'earth' ? [`${i.id}/${t.id}`] : [],
        ),
      ),
    );
    for (const s of plan.steps)
      if (s.terminals.some((t) => mains.has(`${t.itemId}/${t.terminalId}`))) {
        expect(s.licensed).toBe(true);
        expect(s.caution).toMatch(/licensed person/);
      }
  });
});

describe('a step', () => {
  it('of a stud says torque, spanner and what lies on it, the largest lug lowest', () => {
    const stack = deriveBoard(hut).stacks.find(
      (s) => s.layers.length > 1 && hut.items.some((i) => i.id === s.itemId && i.place.kind === 'panel'),
    );
    const { itemId, terminalId } = stack ?? deriveBoard(hut).stacks.find((s) => s.itemId === item('-X1').id)!;
    const step = byId(hutPlan, `torque/${itemId}/${terminalId}`);
    expect(step.stud!.layers).toEqual(
      deriveBoard(hut)
        .stacks.find((s) => s.itemId === itemId && s.terminalId === terminalId)!
        .layers.map((l) => l.designation),
    );
    expect(step.figure).toMatchObject({ unit: 'N·m' });
  });
  it('of M8 asks for 13 N·m and a 13 mm spanner', () => {
    const step = hutPlan.steps.find((s) => s.stud?.studMm === 8)!;
    expect(step.figure).toMatchObject({ value: 13, unit: 'N·m' });
    expect(step.tools[0]).toBe('torque wrench, 13 mm');
  });
  it('behind comes before the front of the same panel', () => {
    const turned: Board = {
      ...hut,
      panels: hut.panels.map((p, n) => (n === 0 ? { ...p, backClearanceMm: 120 } : p)),
      items: hut.items.map((i) =>
        i.designation === '-F4' && i.place.kind === 'panel'
          ? { ...i, place: { ...i.place, face: 'back' as const } }
          : i,
      ),
    };
    const { steps } = planOf(turned);
    const at = (id: string) => steps.findIndex((s) => s.id === id);
    const behind = at(`mount/${item('-F4').id}`);
    for (const other of ['-F5', '-T1', '-X1']) expect(at(`mount/${item(other).id}`)).toBeGreaterThan(behind);
  });
});

describe('the order', () => {
  const step = (id: string, more: Partial<BuildStep> = {}): BuildStep => ({
    ...byId(hutPlan, `mount/${item('-F4').id}`),
    id,
    title: id,
    after: [],
    on: [],
    tools: [],
    minutes: 5,
    ...more,
  });
  /** The least of all orders that break nothing: for a handful only. */
  function least(steps: readonly BuildStep[]): number {
    let best = Number.POSITIVE_INFINITY;
    const go = (done: BuildStep[], left: readonly BuildStep[]) => {
      if (left.length === 0) best = Math.min(best, takesMinutes(done));
      for (const s of left)
        if (s.after.every((id) => done.some((d) => d.id === id)))
          go(
            [...done, s],
            left.filter((x) => x !== s),
          );
    };
    go([], steps);
    return best;
  }
  it('starts what dries first and works on meanwhile', () => {
    const wet = step('wet', { dryMinutes: 60 });
    const dry = step('dry', { after: ['wet'] });
    const others = ['a', 'b', 'c'].map((id) => step(id));
    const order = inTradeOrder([dry, ...others, wet], () => 1);
    expect(order.map((s) => s.id)).toEqual(['wet', 'a', 'b', 'c', 'dry']);
    expect(takesMinutes(order)).toBe(5 + 60 + 5);
  });
  it('turns the board over once, and keeps a tool in the hand', () => {
    const steps = [
      step('1', { face: 'front', tools: ['x'] }),
      step('2', { face: 'back', tools: ['y'] }),
      step('3', { face: 'front', tools: ['y'] }),
      step('4', { face: 'back', tools: ['x'] }),
    ];
    const order = inTradeOrder(steps, () => 1);
    const turns = order.slice(1).filter((s, i) => s.face !== order[i]!.face).length;
    expect(turns).toBe(1);
    expect(takesMinutes(order)).toBe(least(steps));
  });
  it('lays thick cables below thin ones', () => {
    const lays = hutPlan.steps.filter((s) => s.kind === 'lay' && s.panelId === hut.panels[0]!.id && s.face === 'front');
    const dossier = deriveBoard(hut);
    const layOf = cableLays(dossier.cables, profileOf(hut, defaultWorkshop), genericCatalogue);
    const thick = lays.map((s) => layOf(s.cableIds[0]!).diameterMm);
    expect(thick[0]).toBe(Math.max(...thick));
    expect(thick.at(-1)).toBeLessThanOrEqual(thick[0]!);
  });
  it('is within a tenth of the least there is, by trying them all (property)', () => {
    const given = fc
      .array(
        fc.record({
          face: fc.constantFrom('front' as const, 'back' as const),
          tool: fc.constantFrom('', 'x', 'y'),
          minutes: fc.integer({ min: 1, max: 9 }),
          dryMinutes: fc.constantFrom(0, 0, 0, 40),
          after: fc.nat(5),
        }),
        { minLength: 2, maxLength: 6 },
      )
      .map((all) =>
        all.map((s, n) =>
          step(`s${n}`, {
            ...s,
            tools: s.tool ? [s.tool] : [],
            after: n > 0 && s.after < n ? [`s${s.after}`] : [],
          }),
        ),
      );
    let [ours, best] = [0, 0];
    fc.assert(
      fc.property(given, (steps) => {
        const order = inTradeOrder(steps, () => 1);
        expect(brokenOrder(order)).toBeNull();
        ours += takesMinutes(order);
        best += least(steps);
      }),
      { numRuns: 120 },
    );
    expect(ours / best).toBeLessThan(1.1);
  });
  it('says where steps wait for one another, and which is out of place', () => {
    expect(() => inTradeOrder([step('a', { after: ['b'] }), step('b', { after: ['a'] })], () => 1)).toThrow(/a, b/);
    const [a, b] = [step('a'), step('b', { after: ['a'] })];
    expect(brokenOrder([b, a])).toMatchObject({ step: { id: 'b' }, waitsFor: 'a' });
    expect(changeMinutes(null, a)).toBe(0);
  });
});

describe('scale and arm', () => {
  it('pound-force inches as GNU units has them', () => {
    for (const nm of [1, 13, 31.5]) {
      const theirs = execFileSync('units', ['-t', `${nm} newton meter`, 'lbf inch'], { encoding: 'utf8' });
      expect(lbfInOf(nm)).toBeCloseTo(Number(theirs), 3);
    }
  });
  it('13 N·m on 420 mm reads 3.16 kg; a 5 kg scale wants 265 mm at least (worked)', () => {
    const said = scaleAndArm(13, 420, { maxKg: 5, stepKg: 0.02 });
    expect(said.readingKg).toBeCloseTo(3.156, 3);
    expect(said.shortestArmMm).toBeCloseTo(265.1, 1);
    expect(said.wrong).toBeNull();
  });
  it('warns where the scale ends or cannot tell, and names what it cannot use', () => {
    expect(scaleAndArm(13, 200, { maxKg: 5, stepKg: 0.02 }).wrong).toBe(
      'the scale ends at 5 kg: an arm of 266 mm at least',
    );
    expect(scaleAndArm(1.5, 600, { maxKg: 50, stepKg: 0.1 }).wrong).toMatch(
      /too coarse there: an arm of 76 mm at most/,
    );
    expect(scaleAndArm(13, 0, { maxKg: 5, stepKg: 0.02 }).wrong).toMatch(/arm is "0"; accepted/);
    expect(scaleAndArm(13, 400, { maxKg: 0, stepKg: 0.02 }).wrong).toMatch(/accepted: more than 0 kg/);
  });
});

const madeIds = new Set(hut.cables.map((c) => c.id));
const doneUpTo = (plan: BuildPlan, n: number) => plan.steps.slice(0, n).map((s) => floorWord(s, DONE));
const stateOf = (records: readonly BuildRecord[], plan = hutPlan) => buildState(plan, records, madeIds);
const at = (state: ReturnType<typeof stateOf>, id: string) => state.steps.find((s) => s.step.id === id)!;

describe('where a board stands', () => {
  it('begins with what waits for nothing', () => {
    const open = stateOf([]).steps.filter((s) => s.waitsFor.length === 0);
    expect(open.map((s) => s.step.kind)).toEqual(hut.panels.map(() => 'cut'));
    expect(stateOf([]).minutesLeft).toBeCloseTo(hutPlan.minutes, 6);
  });
  it('a cable is laid only once it is made', () => {
    const lay = hutPlan.steps.find((s) => s.kind === 'lay')!;
    const before = hutPlan.steps.indexOf(lay);
    const records = doneUpTo(hutPlan, before);
    const state = buildState(hutPlan, records, new Set());
    expect(at(state, lay.id).waitsFor).toEqual(['its cable to be made']);
    expect(at(stateOf(records), lay.id).waitsFor).toEqual([]);
  });
  it('taken back it opens what was built on it, and nothing else', () => {
    const all = hutPlan.steps.map((s) => floorWord(s, DONE));
    expect(stateOf(all).doneCount).toBe(hutPlan.steps.length);
    const mount = byId(hutPlan, `mount/${item('-F4').id}`);
    const back = stateOf([...all, floorWord(mount, { kind: 'undone', reason: 'crooked' })]);
    expect(at(back, mount.id).state).toBe('open');
    const touched = back.steps.filter((s) => s.state === 'unsound');
    expect(touched.length).toBeGreaterThan(3);
    for (const s of touched)
      expect(
        s.step.itemIds.includes(item('-F4').id) ||
          s.step.kind === 'look' ||
          s.step.kind === 'torque' ||
          s.step.kind === 'cover' ||
          s.step.kind === 'clamp',
      ).toBe(true);
    expect(at(back, `mount/${item('-T1').id}`).state).toBe('done');
  });
  it('a reopened stud loses its mark, and its cover with it', () => {
    const all = hutPlan.steps.map((s) => floorWord(s, DONE));
    const stud = hutPlan.steps.find((s) => s.id.startsWith(`torque/${item('-X1').id}/`))!;
    const state = stateOf([...all, floorWord(stud, { kind: 'undone', reason: 'one lug more' })]);
    expect(at(state, stud.id).state).toBe('open');
    expect(at(state, `cover/${item('-X1').id}`).state).toBe('unsound');
    expect(at(state, `look/${stud.panelId}`).state).toBe('unsound');
  });
  it('a problem stops what depends on it until it is solved; a held step says why', () => {
    const cut = hutPlan.steps[0]!;
    const problem = floorWord(cut, { kind: 'problem', text: 'sheet is warped' });
    const records = [problem, floorWord(cut, DONE)];
    const next = hutPlan.steps.find((s) => s.after.includes(cut.id))!;
    expect(at(stateOf(records), next.id).waitsFor.join()).toContain('a problem at');
    expect(at(stateOf(records), cut.id).problems[0]).toMatchObject({ text: 'sheet is warped', key: problem.key });
    const solved = stateOf([...records, floorWord(cut, { kind: 'solved', text: 'another sheet' })]);
    expect(at(solved, next.id).waitsFor).toEqual([]);
    const held = stateOf([floorWord(cut, { kind: 'held', reason: 'break' })]);
    expect(at(held, cut.id).held).toBe('break');
    expect(
      at(stateOf([floorWord(cut, { kind: 'held', reason: 'break' }), floorWord(cut, { kind: 'goesOn' })]), cut.id).held,
    ).toBeNull();
  });
  it('keeps the photos of a step, whatever becomes of it', () => {
    const cut = hutPlan.steps[0]!;
    const photo = floorWord(cut, { kind: 'photo', fileId: 'at_1', name: 'edge.jpg' });
    const state = stateOf([photo, floorWord(cut, DONE), floorWord(cut, { kind: 'undone', reason: 'too small' })]);
    expect(at(state, cut.id).photos).toEqual([{ fileId: 'at_1', name: 'edge.jpg', personName: 'Jonas Wick' }]);
    expect(at(state, hutPlan.steps[1]!.id).photos).toEqual([]);
  });
  it('one word sent twice counts once', () => {
    const cut = hutPlan.steps[0]!;
    const done = floorWord(cut, DONE);
    const undone = floorWord(cut, { kind: 'undone', reason: 'too small' });
    // The first comes again after the second: a device that did not hear it was taken.
    expect(at(stateOf([done, undone, done]), cut.id).state).toBe('open');
  });
});

describe('a step somebody moves', () => {
  const mounts = hutPlan.steps.filter((s) => s.kind === 'mount' && s.panelId === hut.panels[0]!.id);
  const [one, other] = [mounts.at(-1)!, mounts[1]!];
  const order = (state: ReturnType<typeof stateOf>) => state.steps.map((s) => s.step.id);
  it('goes where nothing forbids it, and all the others keep their order', () => {
    const ids = order(stateOf([floorWord(one, { kind: 'moved', before: other.id })]));
    expect(ids.indexOf(one.id)).toBe(ids.indexOf(other.id) - 1);
    expect(ids.filter((id) => id !== one.id)).toEqual(hutPlan.steps.map((s) => s.id).filter((id) => id !== one.id));
  });
  it('does not go before what it waits for, nor after what waits for it', () => {
    const before = order(stateOf([]));
    expect(order(stateOf([floorWord(one, { kind: 'moved', before: hutPlan.steps[0]!.id })]))).toEqual(before);
    expect(order(stateOf([floorWord(hutPlan.steps[0]!, { kind: 'moved', before: null })]))).toEqual(before);
    expect(order(stateOf([floorWord(one, { kind: 'moved', before: 'mount/nobody' })]))).toEqual(before);
    expect(withMoved(hutPlan.steps, { stepId: 'mount/nobody', before: null })).toBeNull();
  });
  it('of every two that follow one another it is told as the whole order would tell', () => {
    const { steps } = hutPlan;
    const told = steps.slice(1).map((later, i) => mayChangePlaces(steps[i]!, later));
    const whole = steps
      .slice(1)
      .map((later, i) => withMoved(steps, { stepId: later.id, before: steps[i]!.id }) !== null);
    expect(told).toEqual(whole);
    expect(new Set(told)).toEqual(new Set([true, false]));
  });
  it('whatever is moved, no step stands before what it waits for (property)', () => {
    const at = fc.nat(hutPlan.steps.length - 1);
    fc.assert(
      fc.property(fc.array(fc.tuple(at, at), { maxLength: 30 }), (moves) => {
        const state = stateOf(
          moves.map(([n, k]) => floorWord(hutPlan.steps[n]!, { kind: 'moved', before: hutPlan.steps[k]!.id })),
        );
        expect(brokenOrder(state.steps.map((s) => s.step))).toBeNull();
        expect(state.steps).toHaveLength(hutPlan.steps.length);
      }),
      { numRuns: 40 },
    );
  });
});

describe('a later design', () => {
  const parts = partIndex(hut, genericCatalogue);
  const layOf = cableLays(deriveBoard(hut).cables, profileOf(hut, defaultWorkshop), genericCatalogue);
  const place = item('-F4').place;
  if (place.kind !== 'panel') throw new Error('-F4 is off the board');
  const moved = applyCommands(
    hut,
    moveItem(hut, parts, item('-F4').id, { ...place, yMm: place.yMm + 30 }, layOf, true),
  ).board;
  const after = planOf(moved);
  const change = planChange(hutPlan, after);
  it('asks again for what changed and what stands on it, and leaves the rest alone', () => {
    const again = new Set(change.redo.map((s) => s.id));
    expect(again.has(`mount/${item('-F4').id}`)).toBe(true);
    expect(again.has(`mount/${item('-T1').id}`)).toBe(false);
    const own = hut.cables.filter((c) => ['W12', 'W13'].includes(c.designation));
    for (const c of own) expect(again.has(`lay/${c.id}`)).toBe(true);
    // Its screws stand elsewhere: the panel is drilled once more, but not cut.
    expect(again.has(`drill/${hut.panels[0]!.id}`)).toBe(true);
    expect(again.has(`cut/${hut.panels[0]!.id}`)).toBe(false);
    expect(change.redo.length).toBeLessThan(0.25 * after.steps.length);
    expect(change.undo).toEqual([]);
  });
  it('after it nothing is done that it touched, and all else still is', () => {
    const records = hutPlan.steps.map((s) => floorWord(s, DONE));
    const state = stateOf(records, after);
    const again = new Set(change.redo.map((s) => s.id));
    for (const s of state.steps) expect([s.step.id, s.state === 'done']).toEqual([s.step.id, !again.has(s.step.id)]);
  });
  it('what is gone is to be taken off by hand', () => {
    const lessF9: Board = { ...hut, items: hut.items.filter((i) => i.designation !== '-F9') };
    const gone = hut.connections.filter((c) => c.from.itemId === item('-F9').id || c.to.itemId === item('-F9').id);
    const less: Board = {
      ...lessF9,
      connections: hut.connections.filter((c) => !gone.includes(c)),
      cables: hut.cables.filter((c) => !c.cores.some((k) => gone.some((g) => g.id === k.connectionId))),
    };
    const plan = planOf(less);
    const { undo } = planChange(hutPlan, plan);
    expect(undo.map((s) => s.id)).toContain(`mount/${item('-F9').id}`);
    const state = stateOf(
      hutPlan.steps.map((s) => floorWord(s, DONE)),
      plan,
    );
    expect(state.gone.map((g) => g.stepId)).toEqual(expect.arrayContaining([`mount/${item('-F9').id}`]));
  });
  it('whatever is done in whatever order: no step counts as done while what it stands on does not (property)', () => {
    const words = fc.array(
      fc.tuple(fc.nat(hutPlan.steps.length - 1), fc.constantFrom<Said>(DONE, DONE, { kind: 'undone', reason: 'x' })),
      { maxLength: 120 },
    );
    fc.assert(
      fc.property(words, fc.boolean(), (said, later) => {
        const plan = later ? after : hutPlan;
        const state = stateOf(
          said.map(([n, s]) => floorWord(hutPlan.steps[n]!, s)),
          plan,
        );
        const done = new Set(state.steps.filter((s) => s.state === 'done').map((s) => s.step.id));
        for (const s of state.steps)
          if (s.state === 'done') expect(s.step.on.filter((id) => !done.has(id))).toEqual([]);
      }),
      { numRuns: 60 },
    );
  });
});

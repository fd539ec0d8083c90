import { describe, expect, it } from 'vitest';
import { deriveStages } from '../../derive.ts';
import type { BenchStep } from '../../devices/benchStep.ts';
import { genericCatalogue } from '../../devices/genericCatalogue.ts';
import type { Board } from '../../document/board.ts';
import { defaultWorkshop } from '../../document/workshop/workshop.ts';
import { profileById } from '../../profiles/profiles.ts';
import { demoBoards, mountainHutBoard, wiredCart } from '../../testing/demoBoards.ts';
import { type BenchRecord, benchProgress, withinLimits } from './benchProgress.ts';
import { type Defect, OVERLOAD, simulateReading } from './simulate.ts';

const stagesOf = (board: Board) =>
  deriveStages(board, genericCatalogue, profileById(board.brief.profileId), defaultWorkshop);
function simulator(board: Board, defect: Defect | null) {
  const stages = stagesOf(board);
  const ohm = stages.branchOhm(false);
  const simulated = {
    netlist: stages.netlist,
    flows: stages.demand.flows,
    branchOhm: new Map(stages.netlist.branches.map((b, i) => [b.key, ohm(b, i)])),
    defect,
  };
  const read = (step: BenchStep) => simulateReading(simulated, step.state, step.probes, step.measures!);
  return {
    steps: stages.bench,
    read,
    failing: () => stages.bench.filter((s) => s.method === 'reading' && !withinLimits(s, read(s))),
  };
}

describe('the bench plan', () => {
  it.each(demoBoards().map((b) => [b.brief.jobName, b] as const))(
    '%s: a sound board passes every check',
    (_, board) => {
      expect(
        simulator(board, null)
          .failing()
          .map((s) => s.title),
      ).toEqual([]);
    },
  );
  it('goes cold, bank, fuses, load, and a fuse waits for those upstream of it', () => {
    const { steps } = simulator(mountainHutBoard(), null);
    const stages = steps.map((s) => s.stage);
    const order = ['cold', 'bank', 'fuses', 'load', 'mains'];
    expect([...stages].sort((a, b) => order.indexOf(a) - order.indexOf(b))).toEqual(stages);
    const at = (id: string) => steps.findIndex((s) => s.id === id);
    expect(at('fuses/item/it_F1/seat')).toBeLessThan(at('fuses/item/it_F7/seat'));
    expect(at('fuses/item/it_F7/seat')).toBeLessThan(at('fuses/item/it_F10/f1'));
    expect(steps.find((s) => s.stage === 'mains')!.role).toBe('electrician');
  });
  // One that is bypassed proves nothing.
  it('proves each isolator: open, its far side reads nothing', () => {
    const hut = mountainHutBoard();
    const { steps, read } = simulator(hut, null);
    const step = steps.find((s) => s.id.startsWith('isolate/'))!;
    expect(step.entityId).toBe('it_Q1');
    expect(step.probes[0]!.plus).toEqual({ itemId: 'it_Q1', terminalId: 'load' });
    expect(read(step)).toBe(0);
    expect(Math.abs(read({ ...step, state: { ...step.state, isolatorsClosed: true } }))).toBeGreaterThan(20);
    const main = hut.connections.find((c) => c.to.itemId === 'it_Q1')!;
    const bypassed: Board = {
      ...hut,
      connections: [...hut.connections, { ...main, id: 'cn_by', to: { itemId: 'it_Q1', terminalId: 'load' } }],
    };
    expect(simulator(bypassed, null).steps.some((s) => s.id.startsWith('isolate/'))).toBe(false);
  });
  it('finds a swapped pair cold, before anything is live', () => {
    const failing = simulator(wiredCart(), { kind: 'swappedPair', itemId: 'it_E2' }).failing();
    expect(failing[0]!.id).toContain('cold/polarity/item/it_E2');
  });
  it('finds a broken wire by continuity, and a meter then reads overload', () => {
    const { failing, read } = simulator(wiredCart(), { kind: 'openWire', connectionId: 'cn_2' });
    expect(failing()[0]!.id).toBe('cold/continuity/co_2');
    expect(read(failing()[0]!)).toBe(OVERLOAD);
  });
  it('finds a loose crimp', () => {
    const board = wiredCart();
    const own = board.connections.find((c) => c.to.itemId === 'it_E1' && c.to.terminalId === 'plus')!;
    const failing = simulator(board, { kind: 'looseCrimp', connectionId: own.id, extraOhm: 0.4 }).failing();
    expect(failing.length).toBeGreaterThan(0);
  });
  // Common practice, no source.
  it('the bank reads what the chemistry says: 24 V LiFePO4 between 25.8 and 27.4 V', () => {
    const { steps, read } = simulator(mountainHutBoard(), null);
    const bank = steps.find((s) => s.id === 'bank/voltage')!;
    expect(bank.lowLimit).toBeCloseTo(25.8, 9);
    expect(bank.highLimit).toBeCloseTo(27.4, 9);
    expect(read(bank)).toBeCloseTo(26.4, 2);
  });
});

describe('progress holds to the order', () => {
  const { steps } = simulator(wiredCart(), null);
  const pass = (s: BenchStep, by: Partial<BenchRecord> = {}): BenchRecord => ({
    stepId: s.id,
    passed: true,
    value: 0,
    fingerprint: s.fingerprint,
    at: '2026-12-01T10:00:00.000Z',
    ...by,
  });
  it('a joint opened after a reading takes the proof away: its own, and all that was read under power', () => {
    const all = steps.filter((s) => s.role === 'tester').map((s) => pass(s));
    const cable = steps.find((s) => s.stage === 'cold' && s.measures === 'resistance')!;
    const opened = (at: string) => [{ at, itemIds: [], cableIds: [cable.entityId] }];
    expect(benchProgress(steps, all, opened('2026-12-01T09:00:00.000Z')).dcPassed).toBe(true);
    const after = benchProgress(steps, all, opened('2026-12-01T11:00:00.000Z'));
    const state = (test: (s: BenchStep) => boolean) => new Set(steps.filter(test).map((s) => after.states.get(s.id)));
    expect(after.nextId).toBe(cable.id);
    expect(state((s) => s.stage !== 'cold' && s.role === 'tester')).toEqual(new Set(['older']));
    const before = steps.slice(0, steps.indexOf(cable)).filter((s) => s.entityId !== cable.entityId);
    for (const s of before) expect(after.states.get(s.id)).toBe('passed');
    // Read again, it is proved again.
    const again = all.map((r) => ({ ...r, at: '2026-12-01T12:00:00.000Z' }));
    expect(benchProgress(steps, [...all, ...again], opened('2026-12-01T11:00:00.000Z')).dcPassed).toBe(true);
  });
  it('the next step is the first that has not passed; later ones wait', () => {
    const p = benchProgress(steps, [pass(steps[0]!)]);
    expect(p.nextId).toBe(steps[1]!.id);
    expect(p.states.get(steps[2]!.id)).toBe('waiting');
  });
  it('a failed check is next until it passes again', () => {
    const p = benchProgress(steps, [pass(steps[0]!), pass(steps[1]!, { passed: false })]);
    expect(p.nextId).toBe(steps[1]!.id);
    expect(p.states.get(steps[1]!.id)).toBe('failed');
    expect(benchProgress(steps, [pass(steps[0]!), pass(steps[1]!, { passed: false }), pass(steps[1]!)]).nextId).toBe(
      steps[2]!.id,
    );
  });
  it('a pass on an older spec counts as open again', () => {
    const p = benchProgress(
      steps,
      steps.map((s) => pass(s, s === steps[3] ? { fingerprint: 'old' } : {})),
    );
    expect(p.nextId).toBe(steps[3]!.id);
    expect(p.states.get(steps[3]!.id)).toBe('older');
    expect(p.dcPassed).toBe(false);
  });
  it('all passed is passed, mains or not', () => {
    expect(
      benchProgress(
        steps,
        steps.filter((s) => s.role === 'tester').map((s) => pass(s)),
      ).dcPassed,
    ).toBe(true);
  });
});

import { describe, expect, it } from 'vitest';
import { deriveStages } from '../../derive.ts';
import { BENCH_STAGES, type BenchStep } from '../../devices/benchStep.ts';
import { genericCatalogue } from '../../devices/genericCatalogue.ts';
import type { Board } from '../../document/board.ts';
import { OVERLOAD } from '../../document/workshop/quantity.ts';
import { defaultWorkshop } from '../../document/workshop/workshop.ts';
import { profileById } from '../../profiles/profiles.ts';
import { demoBoards, mountainHutBoard, wiredCart } from '../../testing/demoBoards.ts';
import { type BenchRecord, benchProgress, mayBeRead } from './benchProgress.ts';
import type { Defect } from './defect.ts';
import { judge } from './judge.ts';
import { SimulatedBench } from './simulate.ts';

const hut = mountainHutBoard();
const stagesOf = (board: Board) =>
  deriveStages(board, genericCatalogue, profileById(board.brief.profileId), defaultWorkshop);
const known = new Map<Board, ReturnType<typeof stagesOf>>();
function simulator(board: Board, defect: Defect | null, seed: number | null = null) {
  const stages = known.get(board) ?? stagesOf(board);
  known.set(board, stages);
  const ohm = stages.branchOhm(false);
  const meter = new SimulatedBench({
    netlist: stages.netlist,
    flows: stages.demand.flows,
    branchOhm: new Map(stages.netlist.branches.map((b, i) => [b.key, ohm(b, i)])),
    joinOhm: defaultWorkshop.joinOhm,
    defects: defect ? [defect] : [],
    seed,
  });
  const read = (step: BenchStep) => meter.read(step);
  const bankV = () => read(stages.bench.find((s) => s.id === 'bank/voltage')!);
  const verdicts = () => {
    const conditions = { bankV: bankV(), ambientC: 20 };
    return stages.bench
      .filter((s) => s.method === 'reading')
      .map((s) => ({ ...s, value: read(s), ...judge(s, read(s), conditions, null, defaultWorkshop) }));
  };
  return {
    stages,
    steps: stages.bench,
    read,
    verdicts,
    failing: () => verdicts().filter((s) => s.verdict === 'failed'),
  };
}

describe('the bench plan', () => {
  it.each(demoBoards().map((b) => [b.brief.jobName, b] as const))(
    '%s: a sound board passes every check with a plain hand meter, wherever its parts lie in their tolerances',
    (_, board) => {
      for (const seed of [null, 1, 2, 3, 4, 5])
        expect(
          simulator(board, null, seed)
            .verdicts()
            .filter((v) => v.verdict !== 'passed')
            .map((v) => `${v.title}: ${v.value} ± ${v.expandedUncertainty} of ${v.lowLimit} to ${v.highLimit}`),
        ).toEqual([]);
    },
  );
  it('goes from cold through bank, power and load to settings and mains, and a fuse waits for those upstream of it', () => {
    const { steps } = simulator(hut, null);
    const stages = steps.map((s) => s.stage);
    const order = BENCH_STAGES.map(([stage]) => stage);
    expect([...stages].sort((a, b) => order.indexOf(a) - order.indexOf(b))).toEqual(stages);
    const at = (id: string) => steps.findIndex((s) => s.id === id);
    expect(at('power/item/it_F1/seat')).toBeLessThan(at('power/item/it_F7/seat'));
    expect(at('power/item/it_F7/seat')).toBeLessThan(at('power/item/it_F10/f1'));
    expect(steps.find((s) => s.stage === 'mains')!.role).toBe('electrician');
  });
  // One that is bypassed proves nothing.
  it('proves each isolator: open, its far side reads nothing', () => {
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
    expect(failing()[0]!.id).toMatch(/^cold\/(continuity|lead)\/co_2$/);
    expect(read(failing()[0]!)).toBe(OVERLOAD);
  });
  // 0.07 mΩ of lead and 2 mΩ of a bad crimp both read 0.0 Ω: the current tells them apart.
  it('finds a crimp of 2 mΩ in every lead that carries ten amps, cold; an ohmmeter would not', () => {
    const { steps, stages } = simulator(hut, null);
    const leads = steps.filter((s) => s.id.startsWith('cold/lead/'));
    expect(leads.length).toBeGreaterThan(10);
    for (const lead of leads.slice(0, 12)) {
      const bad = simulator(hut, { kind: 'looseCrimp', connectionId: lead.connectionId!, extraOhm: 0.002 });
      expect(bad.failing().map((s) => s.id)).toContain(lead.id);
    }
    const heavy = stages.sizing.wires.filter((w) => w.designCurrentA >= 10);
    expect(leads.map((l) => l.connectionId).sort()).toEqual(heavy.map((w) => w.connectionId).sort());
  });
  it('finds a loose crimp in a thin line under its load', () => {
    const board = wiredCart();
    const own = board.connections.find((c) => c.to.itemId === 'it_E1' && c.to.terminalId === 'plus')!;
    const failing = simulator(board, { kind: 'looseCrimp', connectionId: own.id, extraOhm: 0.1 }).failing();
    expect(failing.map((s) => s.id)).toContain('load/item/it_E1/l');
  });
  it('judges by the volts that were read: behind each fuse the bank as it is, not as it should be', () => {
    const { steps } = simulator(hut, null);
    const fuse = steps.find((s) => s.id === 'power/item/it_F7/seat')!;
    const at = (value: number, bankV: number | null) =>
      judge(fuse, value, { bankV, ambientC: 20 }, null, defaultWorkshop).verdict;
    expect([at(26.0, 26.0), at(26.0, 26.9), at(26.0, null)]).toEqual(['passed', 'failed', 'passed']);
  });
  it('cannot tell near a limit with a poor meter, and can with a good one', () => {
    const { steps } = simulator(hut, null);
    const lead = steps.find((s) => s.id.startsWith('cold/lead/'))!;
    const conditions = { bankV: null, ambientC: 20 };
    const { highLimit } = judge(lead, 0, conditions, null, defaultWorkshop);
    const just = highLimit! - 0.0001;
    const good = { accuracy: [{ quantity: 'drop' as const, upTo: 1, share: 1e-4, floor: 1e-6 }] };
    expect(judge(lead, just, conditions, null, defaultWorkshop).verdict).toBe('unsure');
    expect(judge(lead, just, conditions, good, defaultWorkshop).verdict).toBe('passed');
  });
  it('asks for the settings of what has some, and what the chemistry wants', () => {
    const { steps } = simulator(hut, null);
    const charger = steps.find((s) => s.method === 'settings' && s.asks.some((a) => a.name === 'Absorption'))!;
    expect(charger.asks.find((a) => a.name === 'Absorption')!.expects).toBe('28.4 V');
    const made = steps.filter((s) => s.method === 'settings');
    expect(made.every((s) => s.stage === (s.role === 'electrician' ? 'mains' : 'settings'))).toBe(true);
    expect(made.find((s) => s.role === 'electrician')!.asks[0]!.name).toBe('Licence number');
  });
  // Common practice, no source.
  it('the bank reads what the chemistry says: 24 V LiFePO4 between 25.8 and 27.4 V', () => {
    const { steps, read } = simulator(hut, null);
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
    verdict: 'passed',
    source: 'typed',
    value: 0,
    fingerprint: s.fingerprint,
    at: '2026-12-01T10:00:00.000Z',
    ...by,
  });
  it('a joint opened after a reading takes the proof away: its own, and all that was read under power', () => {
    const all = steps.filter((s) => s.role === 'tester').map((s) => pass(s));
    const cable = steps.find((s) => s.stage === 'cold' && s.id.startsWith('cold/continuity'))!;
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
    const p = benchProgress(steps, [pass(steps[0]!), pass(steps[1]!, { verdict: 'failed' })]);
    expect(p.nextId).toBe(steps[1]!.id);
    expect(p.states.get(steps[1]!.id)).toBe('failed');
    expect(
      benchProgress(steps, [pass(steps[0]!), pass(steps[1]!, { verdict: 'failed' }), pass(steps[1]!)]).nextId,
    ).toBe(steps[2]!.id);
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
  it('what a simulated instrument read proves nothing, and takes nothing back', () => {
    const all = steps.filter((s) => s.role === 'tester').map((s) => pass(s));
    const simulated = all.map((r) => ({ ...r, source: 'simulated' as const }));
    expect(benchProgress(steps, simulated).passedCount).toBe(0);
    const failed = simulated.map((r) => ({ ...r, verdict: 'failed' as const }));
    expect(benchProgress(steps, [...all, ...failed]).dcPassed).toBe(true);
  });
  it('where a reading failed others of its stage may be read to find out why, and nothing of a later one', () => {
    const at = steps.findIndex((s) => s.id.startsWith('cold/continuity'));
    const before = steps.slice(0, at).map((s) => pass(s));
    const open = benchProgress(steps, before);
    const failed = benchProgress(steps, [...before, pass(steps[at]!, { verdict: 'failed' })]);
    const [later, power] = [steps[at + 1]!, steps.find((s) => s.stage === 'power')!];
    expect(later.stage).toBe('cold');
    expect([mayBeRead(steps, open, later), mayBeRead(steps, failed, later)]).toEqual([false, true]);
    expect([mayBeRead(steps, open, power), mayBeRead(steps, failed, power)]).toEqual([false, false]);
    expect(mayBeRead(steps, open, steps[0]!)).toBe(true);
  });
  it('a reading that nobody can tell by does not pass', () => {
    const p = benchProgress(steps, [pass(steps[0]!), pass(steps[1]!, { verdict: 'unsure' })]);
    expect([p.nextId, p.states.get(steps[1]!.id)]).toEqual([steps[1]!.id, 'unsure']);
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

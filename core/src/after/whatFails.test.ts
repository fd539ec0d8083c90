import { describe, expect, it } from 'vitest';
import { deriveBoard, wiredCart } from '../testing/demoBoards.ts';
import { type JobTold, whatFails } from './whatFails.ts';

const board = wiredCart();
const { cables, bench } = deriveBoard(board);
const parts = new Map(board.items.map((i) => [i.partId, { name: `part ${i.partId}` }]));
const made = (cableId: string) => ({ cableId, said: { kind: 'made', made: true } as const });
const redo = (cableId: string) => ({ cableId, said: { kind: 'redo', reason: 'slipped', scrap: 'bin' } as const });
const passed = (stepId: string, unit = 1) => ({ unit, stepId, verdict: 'passed' as const, simulated: false });
const failed = (stepId: string, unit = 1) => ({ ...passed(stepId, unit), verdict: 'failed' as const });
const job = (change: Partial<JobTold> = {}): JobTold => ({
  quantity: 1,
  cables,
  cableRecords: cables.map((c) => made(c.cableId)),
  items: board.items,
  parts,
  bench,
  readings: bench.map((s) => passed(s.id)),
  built: [],
  field: [],
  ...change,
});
const lugOf = (id: string) => cables.find((c) => c.cableId === id)!.cores[0]!.from;

describe('what fails most over all jobs', () => {
  it('where nothing failed nothing stands out, and every kind has its count and how little that says', () => {
    const told = whatFails([job(), job()]);
    for (const sort of Object.values(told))
      for (const row of sort) expect([row.failed, row.standsOut]).toEqual([0, false]);
    const [first] = told.lug;
    expect(first!.tried).toBeGreaterThan(0);
    expect(first!.bounds[1]).toBeGreaterThan(0);
  });
  it('a cable made again counts for each kind of lug and die on it, once each, and is tried once more', () => {
    const cable = cables.find((c) => lugOf(c.cableId).crimp && lugOf(c.cableId).lug.value)!;
    const before = whatFails([job()]);
    const after = whatFails([job({ cableRecords: [...cables.map((c) => made(c.cableId)), redo(cable.cableId)] })]);
    const { lugName, crimp } = lugOf(cable.cableId);
    const of = (told: typeof before, sort: 'lug' | 'die', words: string) =>
      told[sort].find((r) => r.what.includes(words))!;
    const name = cable.cores[0]!.from.lugName;
    expect(lugName).toBe(name);
    expect(of(after, 'lug', name)).toMatchObject({ failed: 1, tried: of(before, 'lug', name).tried + 1, jobs: 1 });
    expect(of(after, 'die', crimp!.dieId).failed).toBe(1);
  });
  it('a cold check that failed tells of its cable; readings of a simulated meter tell nothing', () => {
    const step = bench.find((s) => s.id.startsWith('cold/lead/') || s.id.startsWith('cold/continuity/'))!;
    const readings = [...bench.map((s) => passed(s.id)), failed(step.id)];
    const sum = (told: ReturnType<typeof whatFails>, sort: 'lug' | 'check') =>
      told[sort].reduce((s, r) => s + r.failed, 0);
    const real = whatFails([job({ readings })]);
    expect(sum(real, 'lug')).toBeGreaterThan(0);
    expect(sum(real, 'check')).toBe(1);
    const simulated = readings.map((r) => ({ ...r, simulated: r.verdict === 'failed' }));
    expect(sum(whatFails([job({ readings: simulated })]), 'lug')).toBe(0);
  });
  it('a part heard of from the field counts for its kind, one board once', () => {
    const item = board.items.find((i) => i.designation.startsWith('-F'))!;
    const field = [
      { unit: 1, entityId: item.id },
      { unit: 1, entityId: item.id },
      { unit: 1, entityId: null },
    ];
    const told = whatFails([job({ field })]).part.find((r) => r.what === `part ${item.partId}`)!;
    expect(told.failed).toBe(1);
  });
  it('steps that were taken back or had a problem; a slip of the finger is none', () => {
    const done = { kind: 'done', minutes: 1, planned: 1, value: null, toolId: null } as const;
    const built = [
      { unit: 1, stepId: 'torque/a', said: done },
      { unit: 1, stepId: 'torque/b', said: done },
      { unit: 1, stepId: 'torque/a', said: { kind: 'undone', reason: 'by mistake' } as const },
      { unit: 1, stepId: 'lay/x', said: { kind: 'problem', text: 'too short' } as const },
      { unit: 1, stepId: 'box/p', said: done },
    ];
    expect(whatFails([job({ built })]).step.map((r) => [r.what, r.failed, r.tried])).toEqual([
      ['Lay cables', 1, 1],
      ['Caps and covers', 0, 1],
      ['Studs', 0, 2],
    ]);
  });
  it('one in two does not lead before ten in forty; what stands out is more than chance', () => {
    const readings = (stepId: string, bad: number, all: number) =>
      Array.from({ length: all }, (_, n) => (n < bad ? failed(stepId, n + 1) : passed(stepId, n + 1)));
    const told = whatFails([
      job({
        readings: [
          ...readings('cold/polarity/a', 1, 2),
          ...readings('load/segment/b', 10, 40),
          ...readings('bank/voltage', 2, 90),
        ],
      }),
    ]).check;
    expect(told.map((r) => [r.what, r.standsOut])).toEqual([
      ['Drop of one part of a line', true],
      ['Polarity', false],
      ['The bank', false],
    ]);
  });
});

import type { BoardBuilder } from '@ombrik/demo/boardBuilder';
import { describe, expect, it } from 'vitest';
import { deriveBoard } from '../../testing/demoBoards.ts';
import { bench, shelf } from '../../testing/kit.ts';

const bank = (): BoardBuilder =>
  bench()
    .item('G1', 'battery-lifepo4-12-200', shelf)
    .item('F1', 'holder-classT', { at: [110, 90] }, { links: { seat: 'classT-300' } })
    .item('X1', 'bar-plus-6x10', { at: [420, 90] })
    .item('X2', 'bar-minus-6x10', { at: [420, 500] })
    .wire('G1:plus', 'F1:line', { runMm: 120 })
    .wire('F1:load', 'X1:s1', { runMm: 300 })
    .wire('G1:minus', 'X2:s1', { runMm: 300 });
const judged = (b: BoardBuilder) => {
  const { findings, sizing } = deriveBoard(b.board);
  return {
    stopsAt: (name: string) =>
      findings.filter((f) => f.severity === 'stop' && f.where.label === name).map((f) => f.kind),
    wire: (n: number) => sizing.wires.find((w) => w.connectionId === `cn_${n}`)!,
    findings,
  };
};

describe('what guards a wire', () => {
  it('a signal wire is judged by the fuse that feeds it, though nothing flows in it', () => {
    const b = bank()
      .item('G9', 'feed-12', shelf, { feed: { restingVoltageV: 12.6, lowestVoltageV: 11.5 } })
      .item('F9', 'holder-sf51', shelf, { links: { seat: 'sf51-60' } })
      .item('T1', 'dcdc-12-12-30-trigger', { at: [600, 300] })
      .wire('G9:plus', 'F9:line', { runMm: 120 })
      .wire('F9:load', 'T1:inPlus', { runMm: 2000 })
      .wire('G9:minus', 'T1:inMinus', { runMm: 2000 })
      .wire('T1:outPlus', 'X1:s2', { runMm: 300 })
      .wire('T1:outMinus', 'X2:s2', { runMm: 300 })
      .wire('F9:load', 'T1:trigger', { runMm: 2000, mm2: 1 });
    const { stopsAt, wire } = judged(b);
    expect(wire(9).designCurrentA).toBe(0);
    expect(wire(9).guardKeys).toEqual(['item/it_F9/seat']);
    expect(stopsAt('W9')).toContain('cable-below-fuse');
  });
  it('the return of a coil carries what the coil takes, whatever fuse stands far behind it', () => {
    const b = bank()
      .item('K1', 'relay-100', { at: [600, 200] })
      .item('E1', 'load-large', shelf, { load: { rating: { kind: 'watts', powerW: 240 } } })
      .item('F2', 'holder-blade', { at: [500, 300] })
      .wire('X1:s2', 'K1:line', { runMm: 300 })
      .wire('K1:load', 'E1:plus', { runMm: 900 })
      .wire('E1:minus', 'X2:s2', { runMm: 900 })
      .wire('X1:s3', 'F2:line', { runMm: 60 })
      .wire('F2:load', 'K1:coilPlus', { runMm: 300 })
      .wire('K1:coilMinus', 'X2:s3', { runMm: 400 });
    const { stopsAt, wire } = judged(b);
    expect(wire(9).guardKeys).toEqual([]);
    expect(stopsAt('W9')).toEqual([]);
  });
  it('a line between two banks is fed from both ends, and each end has its own guard', () => {
    const b = bank()
      .item('G2', 'battery-lifepo4-12-200', shelf)
      .item('X3', 'bar-plus-6x8', { at: [700, 90] })
      .item('F2', 'holder-classT', { at: [800, 90] })
      .item('F8', 'holder-classT', { at: [500, 200] }, { links: { seat: 'classT-110' } })
      .item('F9', 'holder-classT', { at: [650, 200] }, { links: { seat: 'classT-110' } })
      .item('E1', 'load-large', shelf, { load: { rating: { kind: 'watts', powerW: 120 } } })
      .wire('G2:plus', 'F2:line', { runMm: 120 })
      .wire('F2:load', 'X3:s1', { runMm: 300 })
      .wire('G2:minus', 'X2:s2', { runMm: 400 })
      .wire('X1:s2', 'F8:line', { runMm: 60 })
      .wire('F8:load', 'F9:load', { runMm: 4000 })
      .wire('F9:line', 'X3:s2', { runMm: 60 })
      .wire('X3:s3', 'E1:plus', { runMm: 900 })
      .wire('X2:s3', 'E1:minus', { runMm: 900 });
    const { wire, findings } = judged(b);
    const sides = wire(8).shorts;
    expect(new Set(sides.map((s) => s.fedBy))).toEqual(new Set(['from', 'to']));
    expect(sides.find((s) => s.fedBy === 'from')!.layers[0]!.keys).toEqual(['item/it_F8/seat']);
    expect(sides.find((s) => s.fedBy === 'to')!.layers[0]!.keys).toEqual(['item/it_F9/seat']);
    // Neither of the two is "only a switch" behind the other: each guards its own end.
    const told = findings.filter((f) => f.kind === 'not-selective' && /-F8|-F9/.test(f.where.label)).map((f) => f.says);
    expect(told.filter((s) => /-F8.*-F9|-F9.*-F8/.test(s))).toEqual([]);
  });
  it('the largest fault does not hang on the order of the items', () => {
    const { board } = bank()
      .item('G2', 'battery-lifepo4-12-100', shelf)
      .item('F2', 'holder-classT', { at: [110, 200] })
      .wire('G2:plus', 'F2:line', { runMm: 120 })
      .wire('F2:load', 'X1:s2', { runMm: 900 })
      .wire('G2:minus', 'X2:s2', { runMm: 1200 });
    const faults = (b: typeof board) => deriveBoard(b).sizing.wires.map((w) => [w.connectionId, w.faultA] as const);
    const turned = faults({ ...board, items: board.items.toReversed() });
    for (const [id, amps] of faults(board)) {
      const other = turned.find(([o]) => o === id)![1];
      if (amps === null) expect(other).toBeNull();
      else expect(Math.abs(other! - amps) / amps).toBeLessThan(1e-9);
    }
  });
  it('doubled leads share what their fuse lets pass, and their ratings add (433.4)', () => {
    const lead = (times: number) => {
      const b = bank().item('T1', 'inverter-12-1600', { at: [700, 300] });
      for (let i = 0; i < times; i++)
        b.wire('X1:s2', 'T1:plus', { runMm: 900 }).wire('X2:s2', 'T1:minus', { runMm: 900 });
      const { sizing } = deriveBoard(b.board);
      return sizing.cables.find((c) => c.cableId === 'cb_4')!;
    };
    expect(lead(2).requiredA).toBeCloseTo(lead(1).requiredA / 2, 6);
    expect(lead(2).ampacityA * 2).toBeGreaterThanOrEqual(300 - 1e-6);
  });
  it('a thin wire beside a thick one burns when it is shorted halfway, though it carries next to nothing', () => {
    const beside = (mm2: number) =>
      judged(
        bank()
          .item('X3', 'bar-plus-6x8', { at: [700, 90] })
          .item('E1', 'load-large', shelf, { load: { rating: { kind: 'watts', powerW: 120 } } })
          .wire('X1:s2', 'X3:s1', { runMm: 400, mm2: 120 })
          .wire('X1:s3', 'X3:s2', { runMm: 3000, mm2 })
          .wire('X3:s3', 'E1:plus', { runMm: 900, mm2: 16 })
          .wire('X2:s2', 'E1:minus', { runMm: 900, mm2: 16 }),
      );
    expect(beside(1.5).wire(5).designCurrentA).toBeLessThan(1);
    expect(beside(1.5).stopsAt('W5')).toContain('fault-withstand');
    expect(beside(120).stopsAt('W5')).toEqual([]);
  });
});

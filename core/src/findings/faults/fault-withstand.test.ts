import { describe, expect, it } from 'vitest';
import { deriveBoard } from '../../testing/demoBoards.ts';
import { findingTest } from '../../testing/findingTest.ts';
import { bench, cable, item, locked, shelf, twoLamps } from '../../testing/kit.ts';

/** A large main fuse over a lead somebody locked thin. */
const behind300 = (mm2: number) =>
  cable(item(twoLamps(), 'F1', 'inserts', [{ seatId: 'seat', link: locked('classT-300') }]), 2, {
    conductorMm2: locked(mm2),
  });

findingTest('fault-withstand', {
  speaks: () => behind300(10),
  silent: () => twoLamps(),
  says: /W2 would not survive a short: -F1 lets .* through/,
  fix: /holder|base|breaker.* in at -F1:load/,
});

/** Main fuse, bar, 8 m of cable, and the small fuse only at its far end. */
const farFuse = (mm2: number) =>
  bench()
    .item('G1', 'battery-lifepo4-12-200', shelf)
    .item('F1', 'holder-classT', { at: [110, 90] }, { links: { seat: 'classT-225' } })
    .item('X1', 'bar-plus-6x8', { at: [420, 90] })
    .item('X2', 'bar-minus-6x8', { at: [420, 500] })
    .item('F2', 'holder-sf30', shelf)
    .item('E1', 'load-large', shelf, { load: { rating: { kind: 'amps', currentA: 20 } } })
    .wire('G1:plus', 'F1:line', { runMm: 150, sheathed: true })
    .wire('F1:load', 'X1:s1')
    .wire('G1:minus', 'X2:s1', { runMm: 300 })
    .wire('X1:s2', 'F2:line', { runMm: 8000, mm2 })
    .wire('F2:load', 'E1:plus', { runMm: 300 })
    .wire('X2:s2', 'E1:minus', { runMm: 8300, mm2 }).board;

describe('a fuse at the far end', () => {
  // HANDBOOK's worked case: about 0.3 kA, a 225 A Class T need not open for minutes, 4 mm² bears it for 2 s.
  it('never sees a short on the run: the main fuse holds, and the run burns', () => {
    const { findings, sizing } = deriveBoard(farFuse(4));
    const own = findings.filter((f) => f.kind === 'fault-withstand');
    expect(own.map((f) => f.where.label)).toContain('W4');
    const wire = sizing.wires.find((w) => w.connectionId === 'cn_4')!;
    expect(wire.clearing!.by).toEqual(['item/it_F1/seat']);
    expect(wire.clearing!.smallA).toBeGreaterThan(130);
    expect(wire.clearing!.smallA).toBeLessThan(320);
    expect(wire.guardKeys).toEqual(['item/it_F2/seat']);
  });
});

describe('a bond to metal', () => {
  const bonded = (mm2: number) =>
    bench()
      .item('G1', 'battery-lifepo4-12-200', shelf)
      .item('F1', 'holder-classT', { at: [110, 90] }, { links: { seat: 'classT-300' } })
      .item('X1', 'bar-plus-6x8', { at: [420, 90] })
      .item('X2', 'bar-minus-6x8', { at: [420, 500] })
      .item('X9', 'frame-8', shelf)
      .item('T1', 'inverter-12-1600', { at: [700, 300] })
      .wire('G1:plus', 'F1:line', { runMm: 150, sheathed: true })
      .wire('F1:load', 'X1:s1')
      .wire('G1:minus', 'X2:s1', { runMm: 300 })
      .wire('X1:s2', 'T1:plus', { runMm: 500 })
      .wire('X2:s2', 'T1:minus', { runMm: 500 })
      .wire('X9:p1', 'X2:s3', { runMm: 800, ...(mm2 ? { mm2 } : {}) }).board;
  const bond = (mm2: number) => {
    const { findings, sizing } = deriveBoard(bonded(mm2));
    return {
      stops: findings.filter((f) => f.kind === 'fault-withstand').map((f) => f.where.label),
      areaMm2: sizing.cables.find((c) => c.cableId === 'cb_6')!.conductor.value,
    };
  };
  it('carries no load, but must outlive the short that a plus touching it makes', () => {
    expect(bond(1.5).stops).toEqual(['W6']);
    const auto = bond(0);
    expect(auto.stops).toEqual([]);
    expect(auto.areaMm2).toBeGreaterThan(6);
  });
});

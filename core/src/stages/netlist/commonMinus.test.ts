import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { Board } from '../../document/board.ts';
import { deriveBoard } from '../../testing/demoBoards.ts';
import { bench, shelf } from '../../testing/kit.ts';

interface Two {
  profileId: 'craft-iso' | 'craft-abyc' | 'fixed-iec' | 'road';
  restingV: number;
  systemVoltageV: 12 | 24;
  runMm: number[];
  dcdc: boolean;
  unfusedBank: boolean;
}

/** An engine's system and a house system, with a converter between them or nothing at all. */
function twoSystems({ profileId, restingV, systemVoltageV, runMm, dcdc, unfusedBank }: Two, bonded: boolean): Board {
  const house = `battery-lifepo4-${systemVoltageV}-200`;
  const b = bench({ profileId, systemVoltageV })
    .item('G1', house, shelf)
    .item('F1', 'holder-classT', { at: [110, 90] })
    .item('X1', 'bar-plus-6x8', { at: [420, 90] })
    .item('X2', 'bar-minus-6x8', { at: [420, 500] })
    .item('F10', 'fuse-block-6', { at: [420, 300] })
    .item('E1', 'load-large', shelf, { load: { rating: { kind: 'watts', powerW: 60 } } })
    .item('G9', 'feed-12', shelf, { feed: { restingVoltageV: restingV, lowestVoltageV: 11 } })
    .item('F9', 'holder-sf51', { at: [110, 500] })
    .item('E9', 'load-large', shelf, { load: { rating: { kind: 'watts', powerW: 120 } } })
    .wire('G1:plus', unfusedBank ? 'X1:s1' : 'F1:line', { runMm: unfusedBank ? 900 : 150, sheathed: true })
    .wire('G1:minus', 'X2:s1', { runMm: 300 })
    .wire('X1:s2', 'F10:feed')
    .wire('X2:s2', 'F10:minus')
    .wire('F10:w1', 'E1:plus', { runMm: runMm[0]! })
    .wire('F10:m1', 'E1:minus', { runMm: runMm[0]! })
    .wire('G9:plus', 'F9:line', { runMm: 150, sheathed: true })
    .wire('F9:load', 'E9:plus', { runMm: runMm[1]! })
    .wire('G9:minus', 'E9:minus', { runMm: runMm[1]! });
  if (!unfusedBank) b.wire('F1:load', 'X1:s1');
  if (dcdc)
    b.item('T1', systemVoltageV === 12 ? 'dcdc-12-12-30' : 'dcdc-12-24-15', { at: [700, 300] })
      .wire('F9:load', 'T1:inPlus', { runMm: runMm[2]! })
      .wire('G9:minus', 'T1:inMinus', { runMm: runMm[2]! })
      .wire('T1:outPlus', 'X1:s3')
      .wire('T1:outMinus', 'X2:s3');
  // The one wire more: the two meet on the minus, as they nearly always do.
  if (bonded) b.wire('G9:minus', 'X2:s4', { runMm: runMm[3]! });
  return b.board;
}

const two: fc.Arbitrary<Two> = fc.record({
  profileId: fc.constantFrom('craft-iso', 'craft-abyc', 'fixed-iec', 'road'),
  restingV: fc.double({ min: 12.2, max: 13.4, noNaN: true }),
  systemVoltageV: fc.constantFrom(12, 24),
  runMm: fc.array(fc.integer({ min: 300, max: 6000 }), { minLength: 4, maxLength: 4 }),
  dcdc: fc.boolean(),
  unfusedBank: fc.boolean(),
});

/** Within one percent, and a hair for what is nothing. */
const near = (a: number, b: number) => expect(Math.abs(a - b)).toBeLessThanOrEqual(0.01 * Math.abs(a) + 1e-9);

describe('a common minus', () => {
  it('changes no conductor, no drop, no short on the plus side and no finding', () => {
    fc.assert(
      fc.property(two, (systems) => {
        const [apart, joined] = [deriveBoard(twoSystems(systems, false)), deriveBoard(twoSystems(systems, true))];
        const bond = `cb_${joined.sizing.cables.length}`;
        for (const own of apart.sizing.cables) {
          const other = joined.sizing.cables.find((c) => c.cableId === own.cableId)!;
          expect(other.conductor.value, own.cableId).toBe(own.conductor.value);
          near(own.designCurrentA, other.designCurrentA);
        }
        for (const own of apart.sizing.drops)
          near(own.share, joined.sizing.drops.find((d) => d.key === own.key)!.share);
        for (const own of apart.sizing.wires) {
          const other = joined.sizing.wires.find((w) => w.connectionId === own.connectionId)!;
          expect(other.polarity).toBe(own.polarity);
          if (own.faultA !== null) near(own.faultA, other.faultA!);
          if (own.faultSmallestA !== null) near(own.faultSmallestA, other.faultSmallestA!);
          expect(other.guardKeys).toEqual(own.guardKeys);
        }
        for (const own of apart.sizing.seats)
          expect(joined.sizing.seats.find((s) => s.key === own.key)!.ratingA).toBe(own.ratingA);
        // Dies the shop has none of are told in one finding, the bond's among them.
        const of = (d: typeof apart) =>
          d.findings.filter((f) => !f.where.cableIds.includes(bond) && f.kind !== 'die-missing').map((f) => f.id);
        expect(of(joined)).toEqual(of(apart));
      }),
      { seed: 3, numRuns: 60 },
    );
  });
  it('two plus poles of one nominal voltage that differ by a volt are no tie of plus to minus', () => {
    const b = bench()
      .item('G1', 'battery-lifepo4-12-100', shelf)
      .item('G9', 'feed-12', shelf, { feed: { restingVoltageV: 12.6, lowestVoltageV: 11 } })
      .item('F1', 'holder-classT', { at: [110, 90] })
      .wire('G1:plus', 'F1:line', { runMm: 150 })
      .wire('F1:load', 'G9:plus', { runMm: 500 })
      .wire('G1:minus', 'G9:minus', { runMm: 500 });
    const kinds = deriveBoard(b.board).findings.map((f) => f.kind);
    expect(kinds).not.toContain('plus-tied-to-minus');
    expect(kinds).not.toContain('sources-clash');
    expect(kinds).toContain('lithium-on-alternator');
  });
});

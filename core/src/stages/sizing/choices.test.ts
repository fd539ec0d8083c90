import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { genericCatalogue } from '../../devices/genericCatalogue.ts';
import type { Board } from '../../document/board.ts';
import { PROFILE_IDS } from '../../document/brief/brief.ts';
import { deriveBoard } from '../../testing/demoBoards.ts';
import { bench, shelf } from '../../testing/kit.ts';

const SYSTEMS = {
  12: {
    batteries: ['battery-lifepo4-12-100', 'battery-lifepo4-12-200'],
    inverters: ['inverter-12-800', 'inverter-12-1600', 'inverter-12-3000va'],
  },
  24: {
    batteries: ['battery-lifepo4-24-100', 'battery-lifepo4-24-200'],
    inverters: ['inverter-24-800', 'inverter-24-2000', 'inverter-24-5000va'],
  },
  48: {
    batteries: ['battery-lifepo4-48-100'],
    inverters: ['inverter-48-1200', 'inverter-48-2400', 'inverter-48-5000va'],
  },
} as const;

/** A bank, an inverter on a fuse of its own, a block behind a feeder fuse: everything left to the program. */
const anyHouse: fc.Arbitrary<Board> = fc
  .record({
    volts: fc.constantFrom(12, 24, 48),
    profileId: fc.constantFrom(...PROFILE_IDS),
    count: fc.integer({ min: 1, max: 3 }),
    battery: fc.nat(1),
    inverter: fc.nat(3),
    inverterMm: fc.integer({ min: 300, max: 3000 }),
    trunkMm: fc.integer({ min: 300, max: 6000 }),
    loads: fc.array(
      fc.record({ watts: fc.integer({ min: 3, max: 160 }), runMm: fc.integer({ min: 500, max: 9000 }) }),
      {
        minLength: 1,
        maxLength: 6,
      },
    ),
  })
  .map(({ volts, profileId, count, battery, inverter, inverterMm, trunkMm, loads }) => {
    const { batteries, inverters } = SYSTEMS[volts as 12];
    const b = bench({ systemVoltageV: volts as 12, profileId })
      .item('X1', 'bar-plus-6x10', { at: [420, 90] })
      .item('X2', 'bar-minus-6x10', { at: [420, 500] })
      .item('F10', 'fuse-block-6', { at: [420, 300] })
      .item('F9', 'holder-classT', { at: [700, 90] });
    for (let n = 1; n <= count; n++)
      b.item(`G${n}`, batteries[battery % batteries.length]!, shelf)
        .item(`F${n}`, 'holder-classT', { at: [110, 60 * n] })
        .wire(`G${n}:plus`, `F${n}:line`, { runMm: 120, sheathed: true })
        .wire(`F${n}:load`, `X1:s${n}`)
        .wire(`G${n}:minus`, `X2:s${n}`, { runMm: 500 });
    b.wire('X1:s4', 'F9:line')
      .wire('F9:load', 'F10:feed', { runMm: trunkMm })
      .wire('X2:s4', 'F10:minus', { runMm: trunkMm });
    if (inverter < 3)
      b.item('F20', 'holder-classT', { at: [700, 300] })
        .item('T1', inverters[inverter]!, shelf)
        .wire('X1:s5', 'F20:line')
        .wire('F20:load', 'T1:plus', { runMm: inverterMm })
        .wire('X2:s5', 'T1:minus', { runMm: inverterMm });
    loads.forEach(({ watts, runMm }, i) => {
      b.item(`E${i + 1}`, 'load-large', shelf, { load: { rating: { kind: 'watts', powerW: watts } } })
        .wire(`F10:w${i + 1}`, `E${i + 1}:plus`, { runMm })
        .wire(`F10:m${i + 1}`, `E${i + 1}:minus`, { runMm });
    });
    return b.board;
  });

/** What a size, a fuse or an end can be wrong in; what no choice of sizes cures is not among them. */
const OWN_CHOICE = [
  'cable-below-fuse',
  'cable-below-current',
  'fault-withstand',
  'fuse-below-current',
  'lug-does-not-fit',
];

describe('what the program chooses itself', () => {
  it('makes no stop: fuse, conductor, lug and stud are chosen together', { timeout: 120_000 }, () => {
    fc.assert(
      fc.property(anyHouse, (board) => {
        const { sizing, findings } = deriveBoard(board);
        expect(sizing.settled).toBe(true);
        /** No link lies between what runs and what the thickest cable that fits bears: nobody could choose better. */
        const hopeless = (cableId: string) => {
          const cable = sizing.cables.find((c) => c.cableId === cableId)!;
          const wire = sizing.wires.find((w) => w.connectionId === cableId.replace('cb', 'cn'))!;
          return wire.guardKeys.every((key) => {
            const seat = sizing.seats.find((s) => s.key === key)!;
            return !genericCatalogue.fuseLinks.some(
              (l) => l.style === seat.style && l.ratingA >= seat.designCurrentA && l.ratingA <= cable.ampacityA,
            );
          });
        };
        const stops = findings.filter(
          (f) => f.severity === 'stop' && OWN_CHOICE.includes(f.kind) && !f.where.cableIds.every(hopeless),
        );
        expect(stops.map((f) => f.says)).toEqual([]);
      }),
      { seed: 7, numRuns: process.env.OMBRIK_FULL ? 600 : 120 },
    );
  });
});

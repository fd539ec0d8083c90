import { BoardBuilder } from '@ombrik/demo/boardBuilder';
import { describe, expect, it } from 'vitest';
import { genericCatalogue } from '../devices/genericCatalogue.ts';
import { defaultWorkshop } from '../document/workshop/workshop.ts';
import { benchModelOf } from '../practice/benchModel.ts';
import { profileById } from '../profiles/profiles.ts';
import { SimulatedBench } from '../stages/bench/simulate.ts';
import { deriveBoard, mountainHutBoard, repeaterShelterBoard } from '../testing/demoBoards.ts';

const bench = () => new BoardBuilder({ systemVoltageV: 12, chemistry: 'lifepo4', profileId: 'craft-iso' }, [800, 500]);
const rulesIn = (b: BoardBuilder) => {
  const dossier = deriveBoard(b.board);
  // JSON writes NaN and infinities as null where a number belongs, so the figures are looked at one by one.
  const numbers = (value: unknown): number[] =>
    typeof value === 'number'
      ? [value]
      : value && typeof value === 'object'
        ? Object.values(value).flatMap(numbers)
        : [];
  expect(numbers(dossier).every((n) => !Number.isNaN(n))).toBe(true);
  return dossier.findings.map((f) => f.kind);
};

describe('boards no solver likes: each a named finding, never NaN', () => {
  it('12 V beside 24 V', () => {
    const b = bench()
      .item('G1', 'battery-lifepo4-12-100', { location: 'tray' })
      .item('G2', 'battery-lifepo4-24-100', { location: 'tray' })
      .wire('G1:plus', 'G2:plus', { runMm: 300 })
      .wire('G1:minus', 'G2:minus', { runMm: 300 });
    expect(rulesIn(b)).toContain('sources-clash');
  });
  it('two batteries in a ring', () => {
    const b = bench()
      .item('G1', 'battery-lifepo4-12-100', { location: 'tray' })
      .item('G2', 'battery-lifepo4-12-100', { location: 'tray' })
      .wire('G1:plus', 'G2:minus', { runMm: 300 })
      .wire('G1:minus', 'G2:plus', { runMm: 300 });
    expect(rulesIn(b)).toContain('sources-clash');
  });
  it('a source shorted by a wire', () => {
    const b = bench()
      .item('G1', 'battery-lifepo4-12-100', { location: 'tray' })
      .wire('G1:plus', 'G1:minus', { runMm: 300 });
    expect(rulesIn(b)).toContain('plus-tied-to-minus');
  });
  it('parts that hang in the air, and wires round and round between bars', () => {
    const b = bench()
      .item('T1', 'inverter-12-800', { location: 'shelf' })
      .item('X1', 'bar-plus-6x8', { at: [300, 100] })
      .item('X3', 'bar-plus-6x8', { at: [300, 300] })
      .wire('X1:s1', 'T1:plus')
      .wire('X1:s2', 'X3:s1')
      .wire('X1:s3', 'X3:s2')
      .wire('X1:s4', 'X1:s5');
    expect(rulesIn(b)).toContain('terminal-unconnected');
  });
  it('batteries of a proper bank, in parallel or in series, do not clash', () => {
    expect(deriveBoard(mountainHutBoard()).findings.map((f) => f.kind)).not.toContain('sources-clash');
  });
});

describe('low-voltage disconnect', () => {
  const board = (bypass: boolean) => {
    const b = bench()
      .item('G1', 'battery-lifepo4-12-100', { location: 'tray' })
      .item('F1', 'holder-classT', { at: [100, 100] })
      .item('X1', 'bar-plus-6x8', { at: [300, 100] })
      .item('X2', 'bar-minus-6x8', { at: [300, 400] })
      .item('K1', 'relay-lvd-100', { at: [500, 100] })
      .item('F10', 'fuse-block-12', { at: [600, 300] })
      .item(
        'E1',
        'load-small',
        { location: 'site' },
        { name: 'radio', load: { rating: { kind: 'watts', powerW: 12 }, essential: true } },
      )
      .wire('G1:plus', 'F1:line', { runMm: 150 })
      .wire('F1:load', 'X1:s1')
      .wire('G1:minus', 'X2:s1', { runMm: 300 })
      .wire('X1:s2', 'K1:line')
      .wire('K1:load', 'F10:feed')
      .wire('X2:s2', 'F10:minus')
      .wire(bypass ? 'X1:s3' : 'F10:w1', 'E1:plus', { runMm: 2000 })
      .wire('F10:m1', 'E1:minus', { runMm: 2000 });
    return b;
  };
  // Fed past it, it is not.
  it('an essential load behind it is told, with the relay’s name', () => {
    const found = deriveBoard(board(false).board).findings.find((f) => f.kind === 'essential-cut-off');
    expect(found?.says).toContain('-K1 takes it off');
    expect(rulesIn(board(true))).not.toContain('essential-cut-off');
  });
});

describe('batteries in series', () => {
  // Common practice, no source.
  it('the bench reads each of four by itself: one that is 1.6 V low hides in 50 V, and does not here', () => {
    const dossier = deriveBoard(repeaterShelterBoard());
    const steps = dossier.bench.filter((s) => s.id.startsWith('bank/match/'));
    expect(steps.map((s) => s.entityId).sort()).toHaveLength(3);
    expect(new Set(steps.map((s) => s.highLimit!.toFixed(3)))).toEqual(new Set(['0.100']));
    const { highLimit, lowLimit } = dossier.bench.find((s) => s.id === 'bank/voltage')!;
    expect(highLimit! - lowLimit!).toBeGreaterThan(2 * 1.6);
    const first = steps[0]!.probes[0]!.plus.itemId;
    const { simulated } = benchModelOf(
      repeaterShelterBoard(),
      genericCatalogue,
      profileById(repeaterShelterBoard().brief.profileId),
      defaultWorkshop,
    );
    for (const weak of [first, ...steps.map((s) => s.entityId)]) {
      const bench = new SimulatedBench({
        ...simulated,
        defects: [{ kind: 'weakCell', itemId: weak, lessV: 1.6 }],
        seed: 1,
      });
      const off = steps.filter((s) => Math.abs(bench.read(s)) > s.highLimit!).map((s) => s.entityId);
      // One that is weak differs from the first; the first that is weak from all.
      expect(off).toEqual(weak === first ? steps.map((s) => s.entityId) : [weak]);
    }
  });
});

describe('before batteries are joined', () => {
  // Common practice, no source.
  it('the bench asks for one voltage within 0.1 V per 12 V', () => {
    const steps = deriveBoard(mountainHutBoard()).bench.filter((s) => s.id.startsWith('bank/match/'));
    expect(steps.map((s) => s.id)).toEqual(['bank/match/it_G2']);
    expect(steps[0]!.lowLimit).toBeCloseTo(-0.2, 9);
    expect(steps[0]!.highLimit).toBeCloseTo(0.2, 9);
  });
});

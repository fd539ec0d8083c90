import { BoardBuilder } from '@ombrik/demo/boardBuilder';
import { describe, expect, it } from 'vitest';
import { derive } from '../../derive.ts';
import type { BenchStep } from '../../devices/benchStep.ts';
import { genericCatalogue } from '../../devices/genericCatalogue.ts';
import type { Board } from '../../document/board.ts';
import { defaultWorkshop } from '../../document/workshop/workshop.ts';
import { profileById } from '../../profiles/profiles.ts';
import { mountainHutBoard } from '../../testing/demoBoards.ts';
import { besideReading } from './beside.ts';
import { judge } from './judge.ts';

const deriveBoard = (board: Board) =>
  derive(board, genericCatalogue, profileById(board.brief.profileId), defaultWorkshop);
const stepsOf = (board: Board): BenchStep[] => deriveBoard(board).bench;
const titled = (steps: readonly BenchStep[], words: RegExp) => steps.filter((s) => words.test(s.title));

/** Two batteries, an engine’s and a house’s, with a relay between them that senses for itself. */
function joined(): Board {
  return new BoardBuilder({ systemVoltageV: 12, chemistry: 'agm', profileId: 'fixed-iec' }, [800, 500])
    .item('G1', 'battery-agm-12-100', { location: 'shed' })
    .item('G2', 'feed-12-signal', { location: 'shed' }, { feed: { restingVoltageV: 12.6, lowestVoltageV: 11 } })
    .item('F1', 'holder-anl', { at: [100, 100] })
    .item('F2', 'holder-anl', { at: [100, 200] })
    .item('K1', 'relay-vsr-120', { at: [300, 150] })
    .item('X1', 'bar-minus-4x8', { at: [500, 400] })
    .wire('G1:plus', 'F1:line', { runMm: 150 })
    .wire('G2:plus', 'F2:line', { runMm: 150 })
    .wire('F2:load', 'K1:line')
    .wire('K1:load', 'F1:load')
    .wire('G1:minus', 'X1:s1', { runMm: 150 })
    .wire('G2:minus', 'X1:s2', { runMm: 150 })
    .wire('K1:minus', 'X1:s3').board;
}

describe('what a board does, checked one thing at a time', () => {
  it('every row of the truth table is brought about once, with what must be closed, charge and be fed then', () => {
    const board = joined();
    const { control, bench } = deriveBoard(board);
    const rows = bench.filter((s) => s.id.startsWith('function/state/'));
    expect(rows).toHaveLength(control.rows.length);
    const running = titled(rows, /engine running/)[0]!;
    expect(running.how).toMatch(/-K1 closed/);
    expect(running.how).toMatch(/Joined: -G2 and -G1/);
    expect(titled(rows, /engine off/)[0]!.how).toMatch(/-K1 open/);
    expect(rows.every((s) => s.method === 'confirm' && s.stage === 'function')).toBe(true);
  });
  it('each charger gives what it is made for; sun only something', () => {
    const steps = stepsOf(mountainHutBoard());
    const gives = steps.filter((s) => s.id.startsWith('function/gives/'));
    expect(gives.length).toBeGreaterThan(1);
    for (const step of gives) {
      expect(step.measures).toBe('current');
      expect(step.connectionId).not.toBeNull();
      expect(step.highLimit!).toBeGreaterThan(step.expected!);
      expect(step.lowLimit!).toBeLessThan(step.expected!);
    }
    const sun = gives.filter((s) => /any sun/.test(s.how));
    expect(sun.length).toBeGreaterThan(0);
    for (const step of sun) expect(step.lowLimit).toBe(0.1);
  });
  it('loads that must stay on are checked to stay on, where there are some', () => {
    const board = mountainHutBoard();
    const without = {
      ...board,
      items: board.items.map((i) => (i.load ? { ...i, load: { ...i.load, essential: false } } : i)),
    };
    const some = {
      ...board,
      items: board.items.map((i) => (i.id === 'it_E3' && i.load ? { ...i, load: { ...i.load, essential: true } } : i)),
    };
    expect(titled(stepsOf(without as Board), /stays on/)).toEqual([]);
    expect(titled(stepsOf(some as Board), /stays on/)[0]!.how).toMatch(/-E3/);
  });
  it('plus is insulated from what is earthed or carries returns, tested at 250 V', () => {
    const steps = stepsOf(mountainHutBoard()).filter((s) => s.measures === 'insulation');
    for (const step of steps) {
      expect(step.lowLimit).toBe(5e5);
      expect(step.caution).toMatch(/250 V at the tips/);
    }
  });
  describe('a battery with a display of its own', () => {
    const board = new BoardBuilder({ systemVoltageV: 48, chemistry: 'lifepo4', profileId: 'fixed-iec' }, [600, 400])
      .item('G1', 'battery-lifepo4-48-100', { location: 'shed' })
      .item('F1', 'holder-classT', { at: [100, 100] })
      .item('X2', 'bar-minus-4x8', { at: [300, 300] })
      .wire('G1:plus', 'F1:line', { runMm: 150 })
      .wire('G1:minus', 'X2:s1', { runMm: 150 }).board;
    const steps = stepsOf(board);
    const step = (id: string) => steps.find((s) => s.id === `bank/${id}/it_G1`)!;
    const read = (of: BenchStep, value: number, alongside: number[]) =>
      judge(of, value, { bankV: null, ambientC: 20, alongside }, null, { ...defaultWorkshop, meterToleranceV: 0.02 });

    it('is held against the meter: sixteen rounded cells explain 272 mV and no more (worked), the rest is told', () => {
      const display = step('cells');
      expect([display.title, display.alongside.length]).toEqual(['Display of -G1 within 372 mV of the meter', 1]);
      // 16 · 0.017 = 0.272 V, and 0.1 V of the workshop's own: the 0.6 V once seen are not explained.
      const seen = read(display, 52.8, [52.2]);
      expect([seen.verdict, seen.lowLimit, seen.highLimit]).toEqual([
        'failed',
        expect.closeTo(51.828, 6),
        expect.closeTo(52.572, 6),
      ]);
      expect(seen.says).toMatch(/52\.20 V by the meter, 600 mV apart; .* explain 272 mV, 328 mV stay unexplained/);
      expect(read(display, 52.3, [52.2])).toMatchObject({
        verdict: 'passed',
        says: expect.stringMatching(/nothing stays unexplained/),
      });
      // Let stand by the workshop's setting, and still told.
      expect(read(display, 52.5, [52.2])).toMatchObject({
        verdict: 'passed',
        says: expect.stringMatching(/28 mV stay unexplained/),
      });
      // A plain meter of 20 mV cannot tell so near to the limit.
      expect(read(display, 52.57, [52.2]).verdict).toBe('unsure');
      expect(read(display, 51.6, [52.2]).verdict).toBe('failed');
    });
    it('shows its cells: how far they lie apart is worked out, and the weak one is named', () => {
      const spread = step('spread');
      const cells = Array.from({ length: 16 }, (_, i) => 3.31 + 0.002 * (i % 4));
      const apart = (all: number[]) => read(spread, besideReading(spread, null, all)!, all);
      expect(spread.alongside.map((a) => a.where)).toEqual(cells.map((_, i) => `cell ${i + 1}`));
      expect(apart(cells).verdict).toBe('passed');
      const weak = apart(cells.map((v, i) => (i === 6 ? 3.22 : v)));
      expect(weak).toMatchObject({
        verdict: 'failed',
        says: expect.stringMatching(/^cell 7 at 3\.220 V, cell 4 at 3\.316 V, together 52\.91 V$/),
      });
      expect(besideReading(spread, 0.001, [])).toBeNull();
    });
  });
});

import { describe, expect, it } from 'vitest';
import { deriveBoard } from '../../testing/demoBoards.ts';
import { findingTest } from '../../testing/findingTest.ts';
import { bench } from '../../testing/kit.ts';

/** A battery on a board, and an inverter whose centre stands somewhere else on it. */
const beside = (xMm: number, yMm: number) =>
  bench({}, [1600, 1400])
    .item('G1', 'battery-lifepo4-12-100', { at: [300, 300] })
    .item('T1', 'inverter-12-800', { at: [xMm, yMm] }).board;

findingTest('battery-beside-hot', {
  speaks: () => beside(600, 300),
  silent: () => beside(900, 300),
  says: /-G1 stands \d+ mm beside -T1, which runs hot; 50 mm is wanted/,
});

describe('battery-beside-hot', () => {
  const says = (xMm: number, yMm: number) =>
    deriveBoard(beside(xMm, yMm))
      .findings.filter((f) => f.kind === 'battery-beside-hot')
      .map((f) => f.says);
  it('warm air rises: what is far enough beside is not far enough under it', () => {
    expect(says(300, 640).join()).toMatch(/above -T1/);
    expect(says(1100, 640)).toEqual([]);
  });
  it('what hangs over it does not warm it from farther off', () => {
    const low = bench({}, [1600, 1400])
      .item('G1', 'battery-lifepo4-12-100', { at: [300, 900] })
      .item('T1', 'inverter-12-800', { at: [300, 500] }).board;
    expect(deriveBoard(low).findings.map((f) => f.kind)).not.toContain('battery-beside-hot');
  });
});

import { describe, expect, it } from 'vitest';
import { deriveBoard } from '../../testing/demoBoards.ts';
import { findingTest } from '../../testing/findingTest.ts';
import { bench, cable, lampBoard, shelf } from '../../testing/kit.ts';

/** An inverter's leads in a hot cupboard: what fits the studs carries 233 A, 242 A run. */
const hotInverter = (ambientC: number) =>
  bench({ ambientC })
    .item('G1', 'battery-lifepo4-12-200', shelf)
    .item('G2', 'battery-lifepo4-12-200', shelf)
    .item('F1', 'holder-classT', { at: [110, 90] })
    .item('F2', 'holder-classT', { at: [110, 190] })
    .item('X1', 'bar-plus-6x10', { at: [420, 90] })
    .item('X2', 'bar-minus-6x10', { at: [420, 500] })
    .item('F9', 'holder-classT', { at: [700, 90] })
    .item('T1', 'inverter-12-3000va', shelf)
    .wire('G1:plus', 'F1:line', { runMm: 150, sheathed: true })
    .wire('F1:load', 'X1:s1')
    .wire('G1:minus', 'X2:s1', { runMm: 300 })
    .wire('G2:plus', 'F2:line', { runMm: 150, sheathed: true })
    .wire('F2:load', 'X1:s2')
    .wire('G2:minus', 'X2:s2', { runMm: 300 })
    .wire('X1:s3', 'F9:line')
    .wire('F9:load', 'T1:plus', { runMm: 800 })
    .wire('X2:s3', 'T1:minus', { runMm: 800 }).board;

findingTest('no-size-fits', {
  speaks: () => hotInverter(60),
  silent: () => hotInverter(45),
  says: /No catalogue size fits W7/,
  fix: /A second lead beside W7/,
});

describe('no-size-fits', () => {
  it('offers no second lead where flat copper does not fit a clamp', () => {
    const found = deriveBoard(cable(lampBoard(), 6, { material: 'flatCopper' })).findings.filter(
      (f) => f.kind === 'no-size-fits',
    );
    expect(found.map((f) => [f.says, f.fixes.length])).toEqual([['No catalogue size fits W6', 0]]);
  });
});

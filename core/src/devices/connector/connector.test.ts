import { expect, it } from 'vitest';
import { stagesOf } from '../../testing/deviceTest.ts';
import { bench, parts, shelf } from '../../testing/kit.ts';

it('a plug lies in both poles with the resistance of a mated contact each', () => {
  const b = bench()
    .item('G1', 'battery-lifepo4-12-100', shelf)
    .item('X5', 'connector-50', { at: [300, 300] })
    .item('E1', 'load-small', shelf, { load: { rating: { kind: 'amps', currentA: 20 } } })
    .wire('G1:plus', 'X5:inPlus', { runMm: 300 })
    .wire('G1:minus', 'X5:inMinus', { runMm: 300 })
    .wire('X5:outPlus', 'E1:plus', { runMm: 900 })
    .wire('X5:outMinus', 'E1:minus', { runMm: 900 });
  const { between, flow } = stagesOf(b);
  expect(between('X5:inPlus', 'X5:outPlus')).toBeCloseTo(0.0002, 9);
  expect(between('X5:inMinus', 'X5:outMinus')).toBeCloseTo(0.0002, 9);
  expect(between('X5:inPlus', 'X5:inMinus')).toBe(Number.POSITIVE_INFINITY);
  expect(flow('E1').designCurrentA).toBe(20);
});

it('plugs come in three sizes, each contact for its own', () => {
  const plugs = [...parts.values()].filter((p) => p.kind === 'connector');
  expect(plugs.map((p) => p.elements.map((e) => (e.kind === 'resistance' ? e.ratingA : 0)))).toEqual([
    [50, 50],
    [120, 120],
    [175, 175],
  ]);
});

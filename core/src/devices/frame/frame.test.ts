import { describe, expect, it } from 'vitest';
import { stagesOf } from '../../testing/deviceTest.ts';
import { bench, shelf } from '../../testing/kit.ts';

const board = () =>
  bench()
    .item('G1', 'battery-lifepo4-12-100', shelf)
    .item('X9', 'frame-8', shelf)
    .item('E1', 'load-small', shelf, { load: { rating: { kind: 'watts', powerW: 24 } } })
    .wire('G1:plus', 'E1:plus', { runMm: 900 })
    .wire('G1:minus', 'X9:p1', { runMm: 500 })
    .wire('E1:minus', 'X9:p5', { runMm: 500 });

describe('a metal frame', () => {
  it('puts a joint at each of two points in the way of a return', () => {
    const { between } = stagesOf(board());
    expect(between('X9:p1', 'X9:p5')).toBeCloseTo(0.002, 9);
    expect(between('X9:p1', 'X9:p1')).toBeCloseTo(0, 12);
  });
  it('closes the circuit of what returns by it', () => {
    expect(stagesOf(board()).flow('E1').designCurrentA).toBeCloseTo(2, 12);
  });
});

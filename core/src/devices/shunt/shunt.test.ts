import { describe, expect, it } from 'vitest';
import { dossierOf, stagesOf } from '../../testing/deviceTest.ts';
import { bench, parts, shelf } from '../../testing/kit.ts';

const board = (before: boolean) =>
  bench()
    .item('G1', 'battery-lifepo4-12-100', shelf)
    .item('F1', 'holder-classT', { at: [110, 90] })
    .item('R1', 'shunt-500', { at: [300, 480] })
    .item('E1', 'load-large', shelf, { load: { rating: { kind: 'watts', powerW: 240 } } })
    .wire('G1:plus', 'F1:line', { runMm: 150 })
    .wire('F1:load', 'E1:plus', { runMm: 900 })
    .wire('G1:minus', 'R1:battery', { runMm: 300 })
    .wire('E1:minus', before ? 'R1:battery' : 'R1:load', { runMm: 900 });

describe('a shunt', () => {
  it.each([...parts.values()].filter((p) => p.kind === 'shunt').map((p) => [p.id, p] as const))(
    '%s drops 50 mV at its rated current (the usual class, common practice)',
    (_, p) => {
      const e = p.elements.find((x) => x.kind === 'resistance')!;
      expect(e.resistanceOhm * e.ratingA).toBeCloseTo(0.05, 12);
      expect(e.shunt).toBe(true);
    },
  );
  it('lies in the minus line and is measured as its resistance', () => {
    expect(stagesOf(board(false)).between('R1:battery', 'R1:load')).toBeCloseTo(0.0001, 9);
  });
  it('a load on the wrong side of it is not counted, and that is said', () => {
    const kinds = (b: boolean) => dossierOf(board(b)).findings.map((f) => f.kind);
    expect(kinds(true)).toContain('minus-before-shunt');
    expect(kinds(false)).not.toContain('minus-before-shunt');
  });
});

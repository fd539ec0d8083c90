import { describe, expect, it } from 'vitest';
import { controlStudy } from '../../stages/control/controlStudy.ts';
import { stagesOf } from '../../testing/deviceTest.ts';
import { bench, shelf } from '../../testing/kit.ts';

const board = () =>
  bench()
    .item('G1', 'battery-lifepo4-12-100-outputs', shelf)
    .item('K1', 'relay-lvd-100', { at: [320, 90] })
    .item('E1', 'load-small', shelf, { load: { rating: { kind: 'watts', powerW: 60 } } })
    .wire('G1:plus', 'K1:line', { runMm: 300 })
    .wire('K1:load', 'E1:plus', { runMm: 900 })
    .wire('E1:minus', 'G1:minus', { runMm: 900 })
    .wire('G1:loadOk', 'K1:coilPlus', { runMm: 400 })
    .wire('K1:coilMinus', 'G1:minus', { runMm: 400 });

describe('a relay', () => {
  it('its coil draws by Ohm’s law and starts softly', () => {
    const coil = stagesOf(board()).flow('K1');
    expect(coil.designCurrentA).toBeCloseTo(12 / 60, 12);
    expect(coil).toMatchObject({ surgeFactor: 1, operating: { kind: 'resistance', ohm: 60 } });
  });
  it('cuts its load while the cells may give no more', () => {
    const { conditions, rows } = controlStudy(stagesOf(board()).netlist);
    expect(conditions).toContain('cellsGiveCharge');
    const at = conditions.indexOf('cellsGiveCharge');
    for (const row of rows) {
      expect(row.settles).toBe(true);
      expect(row.fed.includes('it_E1')).toBe(row.when[at]);
    }
  });
  it('that feeds its own coil over its own contact finds no rest or never pulls in', () => {
    const b = bench()
      .item('G1', 'battery-lifepo4-12-100', shelf)
      .item('K1', 'relay-lvd-100', { at: [320, 90] })
      .wire('G1:plus', 'K1:line', { runMm: 300 })
      .wire('K1:load', 'K1:coilPlus')
      .wire('K1:coilMinus', 'G1:minus', { runMm: 400 });
    const { rows } = controlStudy(stagesOf(b).netlist);
    expect(rows.every((r) => r.settles && r.closed.every((c) => !c))).toBe(true);
  });
});

import { describe, expect, it } from 'vitest';
import type { LoadDemand } from '../../document/item/item.ts';
import { stagesOf } from '../../testing/deviceTest.ts';
import { bench, shelf } from '../../testing/kit.ts';

const board = (load: Partial<LoadDemand>, systemVoltageV: 12 | 24 = 12) =>
  bench({ systemVoltageV })
    .item('G1', systemVoltageV === 12 ? 'battery-lifepo4-12-100' : 'battery-lifepo4-24-100', shelf)
    .item('E1', 'load-small', shelf, { load })
    .wire('G1:plus', 'E1:plus', { runMm: 900 })
    .wire('G1:minus', 'E1:minus', { runMm: 900 });

describe('a load', () => {
  it('in watts draws by the nominal voltage, in amps what is said', () => {
    expect(stagesOf(board({ rating: { kind: 'watts', powerW: 60 } })).flow('E1').designCurrentA).toBe(5);
    expect(stagesOf(board({ rating: { kind: 'watts', powerW: 60 } }, 24)).flow('E1').designCurrentA).toBe(2.5);
    expect(stagesOf(board({ rating: { kind: 'amps', currentA: 7 } })).flow('E1').designCurrentA).toBe(7);
  });
  it('starts at its factor, unless it starts softly', () => {
    expect(stagesOf(board({ surgeFactor: 6 })).flow('E1').surgeFactor).toBe(6);
    expect(stagesOf(board({ surgeFactor: 6, softStart: true })).flow('E1').surgeFactor).toBe(1);
  });
  it('the wrong way round is not fed, and it is known which way', () => {
    const b = bench()
      .item('G1', 'battery-lifepo4-12-100', shelf)
      .item('E1', 'load-small', shelf, { load: {} })
      .wire('G1:minus', 'E1:plus', { runMm: 900 })
      .wire('G1:plus', 'E1:minus', { runMm: 900 });
    const { demand } = stagesOf(b);
    expect(demand.flows).toHaveLength(0);
    expect(demand.unfed).toMatchObject([{ itemId: 'it_E1', reversed: true }]);
  });
});

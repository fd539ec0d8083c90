import { describe, expect, it } from 'vitest';
import { dossierOf, stagesOf } from '../../testing/deviceTest.ts';
import { bench, parts, shelf } from '../../testing/kit.ts';

const on = (id: string, battery: string, systemVoltageV: 12 | 24 | 48) =>
  bench({ systemVoltageV })
    .item('G1', battery, shelf)
    .item('F1', 'holder-classT', { at: [110, 90] })
    .item('T1', id, { at: [400, 300] })
    .wire('G1:plus', 'F1:line', { runMm: 150 })
    .wire('F1:load', 'T1:plus')
    .wire('T1:minus', 'G1:minus', { runMm: 600 });

describe('an inverter', () => {
  const inverters = [...parts.values()].filter((p) => p.kind === 'inverter' && p.systemVoltagesV[0] === 12);
  it.each(inverters.map((p) => [p.id, p] as const))(
    '%s draws its full power at its cut-off, worked by hand',
    (id, p) => {
      const e = p.elements.find((x) => x.kind === 'inverter')!;
      const { flow } = stagesOf(on(id, 'battery-lifepo4-12-200', 12));
      expect(flow('T1').designCurrentA).toBeCloseTo(e.acPowerW / e.efficiencyShare / e.cutoffV, 9);
    },
  );
  it('starts what hangs on it at its surge', () => {
    const { flow } = stagesOf(on('inverter-12-800', 'battery-lifepo4-12-200', 12));
    expect(flow('T1').surgeFactor).toBe(2);
  });
  it('is worked on its mains side by a licensed person only', () => {
    const steps = dossierOf(on('inverter-12-800', 'battery-lifepo4-12-200', 12)).bench;
    const mains = steps.filter((s) => s.entityId === 'it_T1' && s.stage === 'mains');
    expect(mains.map((s) => s.role)).toEqual(['electrician']);
  });
  it('a combined one passes its input through and charges from it', () => {
    const combined = parts.get('inverter-charger-24-3000')!;
    const inverter = combined.elements.find((e) => e.kind === 'inverter')!;
    const charger = combined.elements.find((e) => e.kind === 'mainsCharger')!;
    expect(inverter.acIn).toBe(charger.acIn);
    const { flow } = stagesOf(on('inverter-charger-24-3000', 'battery-lifepo4-24-200', 24));
    expect(flow('T1', 'charge').designCurrentA).toBe(70);
  });
  it('a second-hand sheet of format 1 gains its surge and waveform', () => {
    expect(combinedOlder()).toEqual({ surgeW: 1600, waveform: 'sine', acOut: null, acIn: null });
  });
});

import { inverterElement } from './element.ts';

const combinedOlder = () => ({ ...inverterElement.older![2]!({ acPowerW: 800 }), ...inverterElement.older![3]!({}) });

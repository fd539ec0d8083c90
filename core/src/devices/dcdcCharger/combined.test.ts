import { describe, expect, it } from 'vitest';
import { solveScenarios } from '../../circuit/scenarios.ts';
import { defaultWorkshop } from '../../document/workshop/workshop.ts';
import { systemModelOf } from '../../power/systemModel.ts';
import { profileById } from '../../profiles/profiles.ts';
import { dossierOf, stagesOf } from '../../testing/deviceTest.ts';
import { bench, parts, shelf } from '../../testing/kit.ts';
import { genericCatalogue } from '../genericCatalogue.ts';

const charging = (part: string) => {
  const b = bench()
    .item('G9', 'feed-12', shelf, { feed: { restingVoltageV: 12.6, lowestVoltageV: 11 } })
    .item('G1', 'battery-lifepo4-12-200', shelf)
    .item('P1', 'solar-200', { location: 'roof' })
    .item('F1', 'holder-classT', { at: [110, 90] })
    .item('F9', 'holder-sf51', shelf)
    .item('T1', part, { at: [500, 300] })
    .wire('G9:plus', 'F9:line', { runMm: 100 })
    .wire('F9:load', 'T1:inPlus', { runMm: 3000 })
    .wire('G1:plus', 'F1:line', { runMm: 150, sheathed: true })
    .wire('F1:load', 'T1:outPlus', { runMm: 600 })
    .wire('G1:minus', 'T1:outMinus', { runMm: 600 })
    .wire('P1:plus', 'T1:sunPlus', { runMm: 5000 });
  const isolated = part.endsWith('isolated');
  return b
    .wire('G9:minus', isolated ? 'T1:inMinus' : 'G1:minus', { runMm: 3000 })
    .wire('P1:minus', isolated ? 'T1:sunMinus' : 'T1:outMinus', { runMm: 5000 });
};

describe('engine and sun in one case', () => {
  it.each(['combined-12-30', 'combined-12-30-isolated'])('%s: the output carries one rating, not the sum', (part) => {
    const { sizing, demand } = stagesOf(charging(part));
    expect(demand.flows.filter((f) => f.way === 'charge').map((f) => f.designCurrentA)).toEqual([30, 30]);
    const output = sizing.wires.find((w) => w.connectionId === 'cn_4')!;
    expect(output.designCurrentA).toBeCloseTo(30, 6);
  });
  it('with sun and engine at once the bank takes one rating, in the scenarios and over the year', () => {
    const { board } = charging('combined-12-30');
    const scenarios = solveScenarios(board, genericCatalogue, profileById(board.brief.profileId), defaultWorkshop);
    const at = (id: string) => -scenarios.find((s) => s.id === id)!.batteries[0]!.currentA;
    expect(at('charging')).toBeCloseTo(30, 3);
    expect(at('driving')).toBeCloseTo(30, 3);
    const { cases } = systemModelOf({ ...board, parts, workshop: defaultWorkshop });
    expect(cases).toEqual([{ sunShare: 1, alternatorShare: 1, mainsShare: 0, limitW: 360 }]);
  });
  it('its common minus joins nothing on the plus side: no stop but what is drawn', () => {
    const { findings } = dossierOf(charging('combined-12-30'));
    expect(findings.filter((f) => f.severity === 'stop').map((f) => f.says)).toEqual([]);
  });
  it('two chargers of their own add up, as before', () => {
    const { sizing } = stagesOf(
      bench()
        .item('G1', 'battery-lifepo4-12-200', shelf)
        .item('T1', 'mains-charger-12-30', { at: [200, 200] })
        .item('T2', 'mains-charger-12-30', { at: [500, 200] })
        .item('X1', 'bar-plus-4x8', { at: [350, 400] })
        .item('X2', 'bar-minus-4x8', { at: [350, 300] })
        .wire('T1:plus', 'X1:s1')
        .wire('T2:plus', 'X1:s2')
        .wire('T1:minus', 'X2:s1')
        .wire('T2:minus', 'X2:s2')
        .wire('X1:s3', 'G1:plus', { runMm: 500 })
        .wire('X2:s3', 'G1:minus', { runMm: 500 }),
    );
    expect(sizing.wires.at(-1)!.designCurrentA).toBeCloseTo(60, 6);
  });
});

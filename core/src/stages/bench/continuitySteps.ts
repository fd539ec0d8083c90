import { COLD_STATE, type Draft } from '../../devices/benchStep.ts';
import type { Workshop } from '../../document/workshop/workshop.ts';
import { given, use } from '../../engine/formula.ts';
import { continuityLimit } from '../../formulas/bench.ts';
import { conductorResistance } from '../../formulas/cables.ts';
import { sizeText } from '../../tables/awg.ts';
import { CLASS5_OHM_PER_KM, COPPER_ALPHA_PER_K } from '../../tables/conductorResistance.ts';
import type { MadeCable } from '../terminations/terminations.ts';
import { NO_LIVE } from './benchWords.ts';

/** Continuity of each core of one cable. */
export function continuitySteps(cable: MadeCable, workshop: Pick<Workshop, 'joinOhm' | 'testLeadOhm'>): Draft[] {
  const cableOhm = conductorResistance.compute({
    ohmPerKm: CLASS5_OHM_PER_KM[String(cable.areaMm2)] ?? 18 / cable.areaMm2,
    lengthMm: cable.lengthMm,
    alphaPerK: COPPER_ALPHA_PER_K,
    conductorC: 20,
  });
  return cable.cores.map((core): Draft => {
    const address = `bench/continuity/${core.coreId}`;
    return {
      id: `cold/continuity/${core.coreId}`,
      stage: 'cold',
      entityId: cable.cableId,
      title: `Continuity of ${cable.designation}`,
      how: `Meter from ${core.from.at} to ${core.to.at}.`,
      caution: NO_LIVE,
      method: 'reading',
      measures: 'resistance',
      unit: 'Ω',
      lowLimit: null,
      expected: cableOhm + workshop.testLeadOhm / 2,
      highLimit: use(
        continuityLimit,
        { cableOhm, joinOhm: workshop.joinOhm, testLeadOhm: workshop.testLeadOhm },
        address,
        () => ({
          cableOhm: given(`${sizeText(cable.areaMm2)}, ${Math.round(cable.lengthMm)} mm at 20 °C`),
          joinOhm: given('workshop setting'),
          testLeadOhm: given('workshop setting'),
        }),
      ),
      limitFigure: address,
      probes: [{ plus: core.from.ref, minus: core.to.ref, sign: 1 }],
      state: COLD_STATE,
      role: 'tester',
    };
  });
}

import { COLD_STATE, type Draft, readingStep } from '../../devices/benchStep.ts';
import type { Workshop } from '../../document/workshop/workshop.ts';
import { given, use } from '../../engine/formula.ts';
import { continuityLimit, leadLimit } from '../../formulas/bench.ts';
import { conductorResistance } from '../../formulas/cables.ts';
import { sizeText } from '../../tables/awg.ts';
import { PROVED_BY_CURRENT_A, SENT_A } from '../../tables/buildTolerances.ts';
import { CLASS5_OHM_PER_KM, COPPER_ALPHA_PER_K } from '../../tables/conductorResistance.ts';
import type { MadeCable, MadeCore } from '../terminations/terminations.ts';
import { NO_LIVE } from './benchWords.ts';

type Shop = Pick<Workshop, 'joinOhm' | 'testLeadOhm'>;

/** Resistance of a made cable's conductor at 20 °C, Ω. */
export const cableOhmAt20 = ({ areaMm2, lengthMm }: Pick<MadeCable, 'areaMm2' | 'lengthMm'>): number =>
  conductorResistance.compute({
    ohmPerKm: CLASS5_OHM_PER_KM[String(areaMm2)] ?? 18 / areaMm2,
    lengthMm,
    alphaPerK: COPPER_ALPHA_PER_K,
    conductorC: 20,
  });

/** Whether a joint in it gets warm long before an ohmmeter sees it. */
export const provedByCurrent = (designCurrentA: number): boolean => designCurrentA >= PROVED_BY_CURRENT_A;

/**
 * Each core of one cable from end to end: heavy ones by a current sent through and the millivolts over both lugs, the
 * others by ohms.
 * @param heavy of each core, whether it is proved by current
 */
export const continuitySteps = (cable: MadeCable, heavy: readonly boolean[], workshop: Shop): Draft[] =>
  cable.cores.map((core, i) => (heavy[i] ? leadStep(cable, core, workshop) : ohmStep(cable, core, workshop)));

function ohmStep(cable: MadeCable, core: MadeCore, { testLeadOhm }: Shop): Draft {
  const cableOhm = cableOhmAt20(cable);
  const address = `bench/continuity/${core.coreId}`;
  return readingStep({
    id: `cold/continuity/${core.coreId}`,
    stage: 'cold',
    entityId: cable.cableId,
    title: `Continuity of ${cable.designation}`,
    how: `Meter from ${core.from.at} to ${core.to.at}.`,
    caution: NO_LIVE,
    measures: 'resistance',
    expected: cableOhm + testLeadOhm / 2,
    highLimit: use(continuityLimit, { cableOhm, testLeadOhm }, address, () => ({
      cableOhm: given(`${sizeText(cable.areaMm2)}, ${Math.round(cable.lengthMm)} mm at 20 °C`),
      testLeadOhm: given('workshop setting'),
    })),
    limitFigure: address,
    probes: [{ plus: core.from.ref, minus: core.to.ref, sign: 1 }],
    connectionId: core.connectionId,
    state: COLD_STATE,
  });
}

function leadStep(cable: MadeCable, core: MadeCore, { joinOhm }: Shop): Draft {
  const copperOhm = cableOhmAt20(cable);
  const address = `bench/lead/${core.coreId}`;
  const joints = 2;
  return readingStep({
    id: `cold/lead/${core.coreId}`,
    stage: 'cold',
    entityId: cable.cableId,
    title: `Lead ${cable.designation}, lug to lug`,
    how: `Bench supply limited to ${SENT_A} A through it, clips on the studs at ${core.from.at} and ${core.to.at}; millivolts from lug palm to lug palm beside the clips. A four-wire ohmmeter tells the same. Where a second lead lies beside it, take one end of that off first.`,
    caution: NO_LIVE,
    measures: 'drop',
    expected: SENT_A * (copperOhm + joints * joinOhm),
    highLimit: use(leadLimit, { sentA: SENT_A, copperOhm, joints, joinOhm }, address, () => ({
      sentA: given('bench supply'),
      copperOhm: given(`${sizeText(cable.areaMm2)}, ${Math.round(cable.lengthMm)} mm at 20 °C`),
      joints: given('one at each end'),
      joinOhm: given('workshop setting'),
    })),
    limitFigure: address,
    basis: { kind: 'lead', copperOhm, joints, sentA: SENT_A },
    probes: [{ plus: core.from.ref, minus: core.to.ref, sign: 1 }],
    connectionId: core.connectionId,
    state: COLD_STATE,
  });
}

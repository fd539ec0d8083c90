import type { Chemistry, SystemVoltageV } from '../document/brief/brief.ts';
import type { AlternatorSource } from '../document/power/power.ts';
import { chargeThroughPath } from '../formulas/power.ts';
import { BANK_TRAITS } from '../tables/bankTraits.ts';
import { REST_VOLTAGE_PER_12V } from '../tables/batteryVoltage.ts';
import { alternatorLimitA } from './systemModel.ts';

export type AlternatorWay = 'relay' | 'controller' | 'boosting';

export interface WayResult {
  way: AlternatorWay;
  /** Current and state of charge every quarter of an hour of driving. */
  currentA: number[];
  socShare: number[];
  /** State of charge it never gets above at the voltage the alternator settles at. */
  ceilingShare: number;
  /** Current while the alternator charges hard, and once it has fallen to its eco voltage. */
  hardA: number;
  ecoA: number;
  says: string;
}

export interface AlternatorStudy {
  alternator: AlternatorSource;
  chemistry: Chemistry;
  systemVoltageV: SystemVoltageV;
  bankAh: number;
  bankOhm: number;
  cableOhm: number;
  startShare: number;
  hours: number;
  /** Output rating of the boosting charger, and the plain controller's limit. */
  chargerA: number;
  chargerEfficiencyShare: number;
}

export const STEP_H = 0.25;
/** A smart alternator lets its voltage fall once its own battery is full. General knowledge, no source. */
const HARD_HOURS = 0.5;

/** Voltage of a rested bank by state of charge, V per 12 V: a line through empty, half and full. */
function restV(chemistry: Chemistry, soc: number): number {
  const { fullV, nominalV, lowV } = REST_VOLTAGE_PER_12V[chemistry];
  return soc >= 0.5 ? nominalV + (fullV - nominalV) * (soc - 0.5) * 2 : lowV + (nominalV - lowV) * soc * 2;
}
/** While charging, the bank stands above rest: what has to be overcome for the last tenth. Common practice, no source. */
const ABSORPTION_PER_12V: Readonly<Record<Chemistry, number>> = { agm: 14.4, vented: 14.4, lifepo4: 14.0 };

const chargingV = (chemistry: Chemistry, soc: number): number => {
  const rest = restV(chemistry, soc);
  const top = ABSORPTION_PER_12V[chemistry];
  // The back voltage of a lead bank climbs steeply over its last third, of LiFePO4 over its last hundredths.
  const knee = chemistry === 'lifepo4' ? 0.97 : 0.65;
  return soc <= knee ? rest : rest + (top - rest) * ((soc - knee) / (1 - knee)) ** 2;
};

/**
 * The same drive three ways: a plain relay, a plain (non-boosting) controller, a boosting DC-DC charger. Quarter-hour
 * steps; the alternator charges hard at first and then falls to its eco voltage.
 * @example
 * alternatorWays({ alternator: { nominalV: 12, chargingV: 14.2, ecoV: 13, ratedA: 90, shareMax: 0.5, maxA: 40, idleMaxA: 20, idleShare: 0, hoursPerDay: 1 }, chemistry: 'agm', systemVoltageV: 12, bankAh: 100, startShare: 0.5, hours: 1, chargerA: 30, chargerEfficiencyShare: 0.9 }).length; // 3
 */
export function alternatorWays(study: AlternatorStudy): WayResult[] {
  const { alternator, chemistry, systemVoltageV, bankAh } = study;
  const factor = systemVoltageV / 12;
  const sameVoltage = alternator.nominalV === systemVoltageV;
  const steps = Math.max(1, Math.round(study.hours / STEP_H));
  const efficiency = BANK_TRAITS[chemistry].chargeEfficiencyShare;
  const sourceV = (t: number) => (t < HARD_HOURS ? alternator.chargingV : alternator.ecoV);
  const limitA = alternatorLimitA(alternator);
  const plainA = (volts: number, soc: number, ownLimitA: number, dropV: number) =>
    !sameVoltage
      ? 0
      : Math.min(
          ownLimitA,
          limitA,
          chargeThroughPath.compute({
            sourceV: volts - dropV,
            bankV: factor * chargingV(chemistry, soc),
            pathOhm: study.bankOhm + study.cableOhm,
          }),
        );
  const ways: Record<AlternatorWay, (volts: number, soc: number) => number> = {
    relay: (volts, soc) => plainA(volts, soc, limitA, 0),
    // A series element that only lowers the voltage costs about half a volt. General knowledge, no source.
    controller: (volts, soc) => plainA(volts, soc, study.chargerA, 0.5),
    boosting: (volts, soc) => {
      const traits = BANK_TRAITS[chemistry];
      const taper =
        soc <= traits.taperFromShare ? 1 : Math.max(traits.taperFloorShare, (1 - soc) / (1 - traits.taperFromShare));
      const inputLimited = (limitA * volts * study.chargerEfficiencyShare) / (factor * ABSORPTION_PER_12V[chemistry]);
      return Math.min(study.chargerA, inputLimited) * taper;
    },
  };
  return (Object.keys(ways) as AlternatorWay[]).map((way) => {
    const [currentA, socShare]: [number[], number[]] = [[], []];
    let soc = study.startShare;
    for (let i = 0; i < steps; i++) {
      const amps = soc >= 1 ? 0 : ways[way](sourceV(i * STEP_H), soc);
      currentA.push(amps);
      soc = Math.min(1, soc + (amps * STEP_H * efficiency) / bankAh);
      socShare.push(soc);
    }
    let ceilingShare = 1;
    if (way !== 'boosting') {
      ceilingShare = 0;
      for (let s = 0; s <= 1.0001; s += 0.005) if (ways[way](alternator.ecoV, s) > 0.005 * bankAh) ceilingShare = s;
    }
    const [hardA, ecoA] = [
      ways[way](alternator.chargingV, study.startShare),
      ways[way](alternator.ecoV, study.startShare),
    ];
    return {
      way,
      currentA,
      socShare,
      ceilingShare,
      hardA,
      ecoA,
      says: words(way, sameVoltage, ceilingShare, chemistry, hardA, alternator),
    };
  });
}

function words(
  way: AlternatorWay,
  sameVoltage: boolean,
  ceilingShare: number,
  chemistry: Chemistry,
  hardA: number,
  alternator: AlternatorSource,
): string {
  if (way === 'boosting') return 'Charges to full whatever the alternator does, at its own rating.';
  if (!sameVoltage) return 'Cannot work: alternator and bank have different voltages.';
  const strained = chemistry === 'lifepo4' && way === 'relay' && hardA >= 0.8 * alternatorLimitA(alternator);
  return [
    ceilingShare < 0.97
      ? `Stops near ${Math.round(ceilingShare * 100)} % once the alternator falls to ${alternator.ecoV.toFixed(1)} V.`
      : 'Gets the bank nearly full.',
    strained ? 'A lithium bank pulls as much as the path lets it: the alternator is not protected.' : '',
  ]
    .filter(Boolean)
    .join(' ');
}

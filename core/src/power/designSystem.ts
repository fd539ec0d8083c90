import type { Id } from '../document/basics.ts';
import type { Brief, Chemistry } from '../document/brief/brief.ts';
import type { Item } from '../document/item/item.ts';
import type { Catalogue, Part, PartKind } from '../document/part/part.ts';
import type { PowerPlan } from '../document/power/power.ts';
import type { Workshop } from '../document/workshop/workshop.ts';
import type { Energy } from '../stages/demand/energy.ts';
import { asked, askedBank, askedSun } from './askedParts.ts';
import type { Design, DesignWish, Level } from './design.ts';
import { COLD_VOLTAGE_SHARE, elementOf } from './partSheet.ts';
import { sunByMonth } from './sunByMonth.ts';
import { alternatorLimitA } from './systemModel.ts';

export interface DesignInput {
  brief: Brief;
  power: PowerPlan;
  /** Days the bank should last. */
  autonomyDays: number;
  energy: Energy;
  items: readonly Item[];
  catalogue: Catalogue;
  workshop: Workshop;
}

/** How much each level asks for against the wishes of the brief. Common practice, no source. */
const ASKS: Readonly<Record<Level, { days: number; inverter: number; chargeHours: number; growth: boolean }>> = {
  lean: { days: 0.6, inverter: 1, chargeHours: 10, growth: false },
  balanced: { days: 1, inverter: 1.25, chargeHours: 7, growth: false },
  generous: { days: 1.6, inverter: 1.25, chargeHours: 4, growth: true },
  // What was asked for by name is judged by the brief as it stands.
  own: { days: 1, inverter: 1, chargeHours: 7, growth: false },
};
const STRINGS_MAX = 4;
/** Above this the trunk wants M10 studs and room for wider palms. Common practice, no source. */
const HEAVY_BAR_FROM_A = 60;
const GENERATOR_SHARE = 0.8;

const price = (part: Part) => part.price ?? 0;
const ofKind = (catalogue: Catalogue, kind: PartKind, systemVoltageV: number) =>
  catalogue.parts.filter(
    (p) => p.kind === kind && (p.systemVoltagesV.length === 0 || p.systemVoltagesV.includes(systemVoltageV)),
  );
/** The cheapest by cost, ties to the lighter and then by id. */
function cheapest<T>(options: readonly T[], cost: (o: T) => [number, number, string]): T | null {
  let best: T | null = null;
  for (const option of options) {
    if (best === null) best = option;
    else {
      const [a, b] = [cost(option), cost(best)];
      if (a[0] < b[0] || (a[0] === b[0] && (a[1] < b[1] || (a[1] === b[1] && a[2] < b[2])))) best = option;
    }
  }
  return best;
}

/** The cheapest bank of a chemistry that holds a charge and gives a current. */
export function pickBank(
  catalogue: Catalogue,
  chemistry: Chemistry,
  systemVoltageV: number,
  wantedAh: number,
  peakA: number,
): { part: Part; series: number; strings: number } | null {
  const options = catalogue.parts
    .filter((p) => p.kind === 'battery' && elementOf(p, 'battery').chemistry === chemistry)
    .flatMap((part) => {
      const { nominalV, capacityAh, dischargeLimitA } = elementOf(part, 'battery');
      const series = systemVoltageV / nominalV;
      if (!Number.isInteger(series)) return [];
      const strings = Math.max(1, Math.ceil(wantedAh / capacityAh - 1e-9), Math.ceil(peakA / dischargeLimitA - 1e-9));
      return [{ part, series, strings }];
    });
  const fitting = options.filter((o) => o.strings <= STRINGS_MAX);
  const cost = (o: (typeof options)[number]): [number, number, string] => [
    price(o.part) * o.series * o.strings,
    o.part.massKg * o.series * o.strings,
    o.part.id,
  ];
  if (fitting.length > 0) return cheapest(fitting, cost);
  const largest = cheapest(options, (o) => [o.strings, price(o.part), o.part.id]);
  return largest && { ...largest, strings: STRINGS_MAX };
}

function pickSun(input: DesignInput, level: Level): Design['sun'] {
  const { power, energy, catalogue, brief } = input;
  const hours = sunByMonth(power);
  if (!hours || !power.sun || energy.dailyAh === 0) return null;
  const v = brief.systemVoltageV;
  const southern = (power.site.latitudeDeg ?? 0) < 0;
  const { lossShare, maxPeakW } = power.sun;
  const need = hours
    .map((h, m) => {
      const warm = (m >= 3 && m <= 8) !== southern;
      return ((warm ? energy.warmDailyAh : energy.coldDailyAh) * v) / (Math.max(h, 0.05) * (1 - lossShare) * 0.85);
    })
    .sort((a, b) => a - b);
  const helped = power.alternator || power.mains || power.generator;
  const balanced = helped ? need[7]! : need[11]!;
  const wantedW = { lean: need[4]!, balanced, generous: need[11]! * 1.1, own: balanced }[level];
  const options = ofKind(catalogue, 'solarModule', v).flatMap((module) => {
    const sheet = elementOf(module, 'solarSource');
    return ofKind(catalogue, 'solarController', v).flatMap((controller) => {
      const { inputMaxV, outputA } = elementOf(controller, 'charger');
      const most = Math.floor((COLD_VOLTAGE_SHARE * inputMaxV) / sheet.openCircuitV);
      return Array.from({ length: Math.max(0, most) }, (_, i) => i + 1)
        .filter((series) => series * sheet.openCircuitV >= (v / 12) * 17)
        .map((series) => {
          const strings = Math.max(1, Math.ceil(Math.min(wantedW, maxPeakW) / (series * sheet.peakW) - 1e-9));
          const peakW = strings * series * sheet.peakW;
          const controllers = Math.max(Math.ceil(strings / 2), Math.ceil(peakW / (outputA * v * 1.3) - 1e-9));
          return { module, series, strings, controller, controllers, peakW };
        });
    });
  });
  const onRoof = options.filter((o) => o.peakW <= maxPeakW + 1e-9);
  const enough = onRoof.filter((o) => o.peakW >= wantedW - 1e-9);
  const cost = (o: (typeof options)[number]): [number, number, string] => [
    price(o.module) * o.series * o.strings + price(o.controller) * o.controllers,
    o.controllers,
    `${o.module.id}${o.controller.id}`,
  ];
  // Where the roof is too small, the most that fits on it.
  const best =
    enough.length > 0 ? cheapest(enough, cost) : cheapest(onRoof, (o) => [-o.peakW, cost(o)[0], o.module.id]);
  return (
    best && {
      module: best.module,
      series: best.series,
      strings: best.strings,
      controller: best.controller,
      controllers: best.controllers,
    }
  );
}

function pickInverter(input: DesignInput, level: Level, cautions: string[]): Part | null {
  const { energy, brief, catalogue, items } = input;
  if (energy.mainsPeakW <= 0) return null;
  const ask = ASKS[level];
  const grown = ask.growth ? 1 + brief.growthShare : 1;
  const needW = energy.mainsPeakW * ask.inverter * grown;
  const sine = level !== 'lean' || items.some((i) => i.load?.side === 'mains' && i.load.needsSine);
  const all = ofKind(catalogue, 'inverter', brief.systemVoltageV).filter(
    (p) => !sine || elementOf(p, 'inverter').waveform === 'sine',
  );
  const fitting = all.filter((p) => {
    const e = elementOf(p, 'inverter');
    return e.acPowerW >= needW - 1e-9 && e.surgeW >= energy.mainsSurgeW * grown - 1e-9;
  });
  const chosen = cheapest(fitting, (p) => [price(p), p.massKg, p.id]);
  if (chosen) return chosen;
  const largest = cheapest(all, (p) => [-elementOf(p, 'inverter').acPowerW, price(p), p.id]);
  if (largest)
    cautions.push(
      `No ${brief.systemVoltageV} V inverter in the catalogue gives ${Math.round(needW)} W and ${Math.round(energy.mainsSurgeW * grown)} W starting: the largest is taken.`,
    );
  return largest;
}

function pickMainsCharger(input: DesignInput, level: Level, usableAh: number, limitA: number): Part | null {
  const { power, brief, catalogue } = input;
  if (!power.mains && !power.generator) return null;
  const v = brief.systemVoltageV;
  const generatorA = power.generator ? (power.generator.powerW * GENERATOR_SHARE) / v : Number.POSITIVE_INFINITY;
  const wantedA = usableAh / ASKS[level].chargeHours;
  const amps = (p: Part) => elementOf(p, 'mainsCharger').outputA;
  const fitting = ofKind(catalogue, 'mainsCharger', v)
    .filter((p) => amps(p) <= limitA + 1e-9 && amps(p) <= generatorA + 1e-9)
    .sort((a, b) => amps(a) - amps(b));
  return fitting.find((p) => amps(p) >= wantedA - 1e-9) ?? fitting.at(-1) ?? null;
}

function pickDcdc(input: DesignInput): Part | null {
  const { power, brief, catalogue } = input;
  const { alternator } = power;
  if (alternator?.nominalV !== 12) return null;
  const inputA = (p: Part) => {
    const e = elementOf(p, 'charger');
    return e.inputMaxA ?? (e.outputV * e.outputA) / (11 * e.efficiencyShare);
  };
  return cheapest(
    ofKind(catalogue, 'dcdcCharger', brief.systemVoltageV).filter(
      (p) => inputA(p) <= alternatorLimitA(alternator) + 1e-9,
    ),
    (p) => [-elementOf(p, 'charger').outputA, price(p), p.id],
  );
}

/**
 * Works one whole system out; null when the catalogue has no battery for the voltage, or nothing is to be fed.
 * @throws RangeError where what is wished for cannot be
 */
export function designSystem(input: DesignInput, level: Level, wish: DesignWish = {}): Design | null {
  const { brief, energy, catalogue, power } = input;
  if (energy.dailyAh <= 0) return null;
  const v = brief.systemVoltageV;
  const ask = ASKS[level];
  const cautions: string[] = [];
  const simple = wish.shunt === undefined ? brief.monitoring === 'simple' : !wish.shunt;
  const wished = (id: Id | null | undefined, kind: PartKind, field: string, worked: () => Part | null): Part | null =>
    id === undefined ? worked() : id === null ? null : asked(catalogue, id, kind, field);
  const inverter = wished(wish.inverter, 'inverter', 'inverter', () => pickInverter(input, level, cautions));
  if (!inverter && energy.mainsPeakW > 0)
    cautions.push('Loads are named on the mains side, and no inverter feeds them.');
  if (inverter && elementOf(inverter, 'inverter').acPowerW < energy.mainsPeakW - 1e-9)
    cautions.push(
      `The inverter gives ${elementOf(inverter, 'inverter').acPowerW} W; the mains side asks for ${Math.round(energy.mainsPeakW)} W.`,
    );
  const inverterA = inverter
    ? elementOf(inverter, 'inverter').acPowerW /
      (elementOf(inverter, 'inverter').cutoffV * elementOf(inverter, 'inverter').efficiencyShare)
    : 0;
  const dcPeakA = Math.max(0, energy.peakW - energy.mainsPeakW) / v;
  const peakA = inverterA + dcPeakA;
  const growth = ask.growth ? 1 + brief.growthShare : 1;
  const wantedAh = energy.wantedBankAh * ask.days * growth;
  const bank = wish.bank
    ? askedBank(catalogue, wish.bank, v)
    : pickBank(catalogue, brief.chemistry, v, wantedAh, peakA);
  if (!bank) return null;
  const cell = elementOf(bank.part, 'battery');
  const bankAh = cell.capacityAh * bank.strings;
  if (bankAh < wantedAh - 1e-9)
    cautions.push(
      `${bank.strings} ${bank.strings === 1 ? 'string holds' : 'strings hold'} ${Math.round(bankAh)} Ah; ${Math.round(wantedAh)} Ah are wanted.`,
    );
  if (cell.dischargeLimitA * bank.strings < peakA - 1e-9)
    cautions.push(
      `The bank gives ${Math.round(cell.dischargeLimitA * bank.strings)} A; everything on asks for ${Math.round(peakA)} A.`,
    );
  const relay =
    wish.dcdc === undefined && simple && brief.chemistry !== 'lifepo4' && power.alternator?.nominalV === v
      ? (catalogue.parts.find((p) => p.id === 'relay-vsr-120' && p.systemVoltagesV.includes(v)) ?? null)
      : null;
  const sun = wish.sun === undefined ? pickSun(input, level) : wish.sun && askedSun(catalogue, wish.sun, cautions);
  if (sun && power.sun) {
    const w = elementOf(sun.module, 'solarSource').peakW * sun.series * sun.strings;
    if (w >= power.sun.maxPeakW * 0.95 && level !== 'lean')
      cautions.push(`The roof takes ${power.sun.maxPeakW} W and no more.`);
  }
  const dcdc = wished(wish.dcdc, 'dcdcCharger', 'dcdc', () => (relay ? null : pickDcdc(input)));
  const withoutMainsA =
    (sun ? elementOf(sun.controller, 'charger').outputA * sun.controllers : 0) +
    (dcdc ? elementOf(dcdc, 'charger').outputA : 0);
  // What the others bring already is not there to be brought once more.
  const mainsMostA = cell.chargeLimitA * bank.strings - withoutMainsA;
  const mainsCharger = wished(wish.mainsCharger, 'mainsCharger', 'mainsCharger', () =>
    pickMainsCharger(input, level, bankAh * energy.usableShare, mainsMostA),
  );
  if (!mainsCharger && wish.mainsCharger === undefined && (power.mains || power.generator))
    cautions.push(
      'No mains charger: with the others the bank would take more than it bears. Fewer of them, or more bank.',
    );
  const chargeA = withoutMainsA + (mainsCharger ? elementOf(mainsCharger, 'mainsCharger').outputA : 0);
  /** What goes through isolator and shunt, one way or the other. */
  const trunkA = Math.max(peakA, chargeA);
  const rated = (kind: PartKind, amps: (p: Part) => number) => {
    // A switch on tabs is for one load, not for the bank.
    const options = ofKind(catalogue, kind, v).filter((p) => p.terminals.every((t) => t.attachment.kind === 'stud'));
    return (
      cheapest(
        options.filter((p) => amps(p) >= trunkA - 1e-9),
        (p) => [price(p), p.massKg, p.id],
      ) ?? cheapest(options, (p) => [-amps(p), price(p), p.id])
    );
  };
  const isolator = rated('isolator', (p) => elementOf(p, 'contact').ratingA);
  if (!isolator) return null;
  const dcLoads = input.items.filter((i) => i.load?.side === 'dc').length;
  const blockOf = (ways: number) => catalogue.parts.find((p) => p.id === `fuse-block-${ways}`);
  const blocks: Part[] = [];
  for (let left = Math.ceil(dcLoads * growth); left > 0; ) {
    const block = blockOf(left > 6 ? 12 : 6);
    if (!block) break;
    blocks.push(block);
    left -= left > 6 ? 12 : 6;
  }
  if (!sun && !power.alternator && !power.mains && !power.generator)
    cautions.push('Nothing charges this bank: say on the sources sheet what there is.');
  return {
    level,
    chemistry: brief.chemistry,
    systemVoltageV: v,
    bank,
    inverter,
    sun,
    dcdc,
    relay,
    mainsCharger,
    isolator,
    shunt: simple ? null : rated('shunt', (p) => elementOf(p, 'resistance').ratingA),
    blocks,
    mainsLoads: input.items.filter((i) => i.load?.side === 'mains').length,
    bar: trunkA > HEAVY_BAR_FROM_A ? '6x10' : '6x8',
    cautions,
  };
}

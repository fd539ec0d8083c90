import type { Brief, Chemistry, SystemVoltageV } from '../document/brief/brief.ts';
import { blankItem } from '../document/item/blankItem.ts';
import type { Item } from '../document/item/item.ts';
import { newLoad } from '../document/item/newLoad.ts';
import type { Catalogue, Element, Part, PartKind } from '../document/part/part.ts';
import type { PowerPlan } from '../document/power/power.ts';
import type { Workshop } from '../document/workshop/workshop.ts';
import type { Energy } from '../stages/demand/energy.ts';
import { sunByMonth } from './sunByMonth.ts';
import { alternatorLimitA } from './systemModel.ts';

export type Level = 'lean' | 'balanced' | 'generous';
export const LEVELS: readonly Level[] = ['lean', 'balanced', 'generous'];

/** A whole system in parts; what a proposal is made of. */
export interface Design {
  level: Level;
  chemistry: Chemistry;
  systemVoltageV: SystemVoltageV;
  bank: { part: Part; series: number; strings: number };
  inverter: Part | null;
  sun: { module: Part; series: number; strings: number; controller: Part; controllers: number } | null;
  dcdc: Part | null;
  /** Joins alternator and bank by a relay: systems without electronics. */
  relay: Part | null;
  mainsCharger: Part | null;
  isolator: Part;
  shunt: Part | null;
  blocks: Part[];
  /** Bus bars by their catalogue size, `6x8` or `6x10`. */
  bar: '6x8' | '6x10';
  cautions: string[];
}

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
};
const STRINGS_MAX = 4;
/** Above this the trunk wants M10 studs and room for wider palms. Common practice, no source. */
const HEAVY_BAR_FROM_A = 60;
/** Voltage of a module in the cold is above its sheet: kept under this share of the controller's limit. */
const COLD_VOLTAGE_SHARE = 0.85;
const GENERATOR_SHARE = 0.8;

const price = (part: Part) => part.price ?? 0;
export const elementOf = <K extends Element['kind']>(part: Part, kind: K) =>
  part.elements.find((e): e is Extract<Element, { kind: K }> => e.kind === kind)!;
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
  const wantedW = { lean: need[4]!, balanced: helped ? need[7]! : need[11]!, generous: need[11]! * 1.1 }[level];
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

/** Works one whole system out; null when the catalogue has no battery for the voltage, or nothing is to be fed. */
export function designSystem(input: DesignInput, level: Level): Design | null {
  const { brief, energy, catalogue, power } = input;
  if (energy.dailyAh <= 0) return null;
  const v = brief.systemVoltageV;
  const ask = ASKS[level];
  const cautions: string[] = [];
  const simple = brief.monitoring === 'simple';
  const inverter = pickInverter(input, level, cautions);
  const inverterA = inverter
    ? elementOf(inverter, 'inverter').acPowerW /
      (elementOf(inverter, 'inverter').cutoffV * elementOf(inverter, 'inverter').efficiencyShare)
    : 0;
  const dcPeakA = Math.max(0, energy.peakW - energy.mainsPeakW) / v;
  const peakA = inverterA + dcPeakA;
  const growth = ask.growth ? 1 + brief.growthShare : 1;
  const wantedAh = energy.wantedBankAh * ask.days * growth;
  const bank = pickBank(catalogue, brief.chemistry, v, wantedAh, peakA);
  if (!bank) return null;
  const cell = elementOf(bank.part, 'battery');
  const bankAh = cell.capacityAh * bank.strings;
  if (bankAh < wantedAh - 1e-9)
    cautions.push(`${STRINGS_MAX} strings hold ${Math.round(bankAh)} Ah; ${Math.round(wantedAh)} Ah are wanted.`);
  if (cell.dischargeLimitA * bank.strings < peakA - 1e-9)
    cautions.push(
      `The bank gives ${Math.round(cell.dischargeLimitA * bank.strings)} A; everything on asks for ${Math.round(peakA)} A.`,
    );
  const relay =
    simple && brief.chemistry !== 'lifepo4' && power.alternator?.nominalV === v
      ? (catalogue.parts.find((p) => p.id === 'relay-vsr-120' && p.systemVoltagesV.includes(v)) ?? null)
      : null;
  const sun = pickSun(input, level);
  if (sun && power.sun) {
    const w = elementOf(sun.module, 'solarSource').peakW * sun.series * sun.strings;
    if (w >= power.sun.maxPeakW * 0.95 && level !== 'lean')
      cautions.push(`The roof takes ${power.sun.maxPeakW} W and no more.`);
  }
  const mainsCharger = pickMainsCharger(input, level, bankAh * energy.usableShare, cell.chargeLimitA * bank.strings);
  const rated = (kind: PartKind, amps: (p: Part) => number) => {
    // A switch on tabs is for one load, not for the bank.
    const options = ofKind(catalogue, kind, v).filter((p) => p.terminals.every((t) => t.attachment.kind === 'stud'));
    return (
      cheapest(
        options.filter((p) => amps(p) >= peakA - 1e-9),
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
    dcdc: relay ? null : pickDcdc(input),
    relay,
    mainsCharger,
    isolator,
    shunt: simple ? null : rated('shunt', (p) => elementOf(p, 'resistance').ratingA),
    blocks,
    bar: peakA > HEAVY_BAR_FROM_A ? '6x10' : '6x8',
    cautions,
  };
}

/**
 * A feeder fuse holder for a part of the board, by what a bank of the chemistry can push through it.
 * @example
 * feederHolderId('lifepo4'); // 'holder-classT'
 */
export const feederHolderId = (chemistry: Chemistry): string =>
  chemistry === 'lifepo4' ? 'holder-classT' : 'holder-sf30';

/** Counted parts of a design, in the order of the board. */
export function designParts(design: Design, catalogue: Catalogue): { part: Part; quantity: number; role: string }[] {
  const feeders =
    design.blocks.length +
    (design.sun?.controllers ?? 0) +
    (design.dcdc ? 2 : 0) +
    (design.relay ? 2 : 0) +
    (design.mainsCharger ? 1 : 0);
  const id = (x: string) => catalogue.parts.find((p) => p.id === x)!;
  const taps =
    1 +
    design.blocks.length +
    (design.sun?.controllers ?? 0) +
    [design.inverter, design.dcdc, design.relay, design.mainsCharger].filter(Boolean).length;
  const bars = Math.max(1, Math.ceil((taps - 1) / 5));
  const lines: { part: Part | null | undefined; quantity: number; role: string }[] = [
    { part: design.bank.part, quantity: design.bank.series * design.bank.strings, role: 'bank' },
    {
      part: id('holder-classT'),
      quantity: design.bank.strings + (design.inverter ? 1 : 0),
      role: 'battery and inverter fuses',
    },
    { part: design.isolator, quantity: 1, role: 'isolator' },
    { part: design.shunt, quantity: 1, role: 'monitor shunt' },
    { part: id(`bar-plus-${design.bar}`), quantity: bars, role: 'bus bar +' },
    { part: id(`bar-minus-${design.bar}`), quantity: bars, role: 'bus bar −' },
    { part: id(feederHolderId(design.chemistry)), quantity: feeders, role: 'feeder fuses' },
    { part: design.inverter, quantity: 1, role: 'inverter' },
    { part: design.sun?.module, quantity: (design.sun?.series ?? 0) * (design.sun?.strings ?? 0), role: 'sun' },
    { part: design.sun?.controller, quantity: design.sun?.controllers ?? 0, role: 'sun controller' },
    { part: design.dcdc, quantity: 1, role: 'alternator charger' },
    { part: design.relay, quantity: 1, role: 'alternator relay' },
    { part: design.mainsCharger, quantity: 1, role: 'mains charger' },
    ...[...new Set(design.blocks)].map((part) => ({
      part,
      quantity: design.blocks.filter((b) => b === part).length,
      role: 'fuse block',
    })),
  ];
  return lines.flatMap((l) => (l.part && l.quantity > 0 ? [{ part: l.part, quantity: l.quantity, role: l.role }] : []));
}

/** Stand-in items of a design, for the year's model: it counts parts and does not look at places. */
export function designItems(design: Design, catalogue: Catalogue): Item[] {
  return designParts(design, catalogue).flatMap(({ part, quantity }) =>
    Array.from({ length: quantity }, (_, i) =>
      blankItem({
        id: `design_${part.id}_${i}`,
        designation: part.id,
        partId: part.id,
        load: part.kind === 'load' ? newLoad() : null,
      }),
    ),
  );
}

import type { Board } from '../document/board.ts';
import type { Catalogue } from '../document/part/part.ts';
import { partIndex } from '../document/references.ts';
import type { Workshop } from '../document/workshop/workshop.ts';
import { autonomy } from '../formulas/demand.ts';
import { type Energy, energyOf } from '../stages/demand/energy.ts';
import { type Design, type DesignWish, LEVELS, type Level } from './design.ts';
import { designItems, designParts } from './designParts.ts';
import { designSystem } from './designSystem.ts';
import { elementOf } from './partSheet.ts';
import { systemModelOf } from './systemModel.ts';
import { type ChemistryCost, tenYearCost } from './tenYears.ts';
import { tryYears } from './tryYears.ts';

export interface ProposalFigures {
  price: number;
  unpriced: number;
  massKg: number;
  bankAh: number;
  autonomyDays: number;
  peakW: number;
  /** All sources at once against what the bank takes, A. */
  chargeA: number;
  chargeLimitA: number;
  /** From the usable low to full with sun at its best and every charger on. */
  hoursToFull: number | null;
  darkDaysPerYear: number;
  generatorHoursPerYear: number;
  cyclesPerYear: number;
}

export interface Proposal {
  level: Level;
  title: string;
  /** What was taken where nobody says otherwise, in the words a wish is made in. */
  design: Required<DesignWish>;
  /** Something of it was wished otherwise than it was worked out. */
  changed: boolean;
  parts: { partId: string; name: string; quantity: number; role: string }[];
  figures: ProposalFigures;
  reasons: string[];
  cautions: string[];
  tenYears: ChemistryCost;
}

const TITLE: Readonly<Record<Level, string>> = {
  lean: 'Leaner',
  balanced: 'Balanced',
  generous: 'Generous',
  own: 'Exactly this',
};

function reasonsFor(
  design: Design,
  figures: ProposalFigures,
  energy: Energy,
  board: Board,
  wish: DesignWish | undefined,
): string[] {
  const { brief, power, settings } = board;
  const v = brief.systemVoltageV;
  const reasons = [
    `${Math.round(energy.dailyAh)} Ah a day; ${figures.autonomyDays.toFixed(1)} days without charging, ${settings.autonomyDays} wished for.`,
  ];
  if (design.inverter)
    reasons.push(
      `Mains side: ${Math.round(energy.mainsPeakW)} W together, ${Math.round(energy.mainsSurgeW)} W when one starts; the inverter gives ${elementOf(design.inverter, 'inverter').acPowerW} W and ${elementOf(design.inverter, 'inverter').surgeW} W.`,
    );
  if (design.sun) reasons.push(`${figures.peakW} W of sun, ${design.sun.series} in series × ${design.sun.strings}.`);
  else if (power.sun && power.site.latitudeDeg === null)
    reasons.push('No sun yet: nobody has said the latitude (Sources), so nothing can be reckoned with.');
  else if (power.sun && wish?.sun === null) reasons.push('No sun: taken out by hand.');
  else if (power.sun) reasons.push('No sun: nothing in the catalogue fits this roof and voltage.');
  else reasons.push('No sun: the brief has none.');
  if (design.relay) reasons.push('Alternator through a relay: no electronics, and never quite full.');
  if (design.dcdc)
    reasons.push(`Alternator through a boosting charger, ${elementOf(design.dcdc, 'charger').outputA} A.`);
  if (brief.monitoring === 'simple') reasons.push('No monitor, no display: kept simple as ordered.');
  if (power.generator) reasons.push(`Generator about ${Math.round(figures.generatorHoursPerYear)} h a year.`);
  if (design.level === 'generous' && brief.growthShare > 0)
    reasons.push(`Ready for ${Math.round(brief.growthShare * 100)} % more at ${v} V.`);
  return reasons;
}

/** What somebody wants otherwise, level by level; `own` is a system of its own, named part by part. */
export type Wishes = Partial<Record<Level, DesignWish>>;

/** A design in the words a wish is made in. */
const asWish = ({ bank, inverter, sun, dcdc, mainsCharger, shunt }: Design): Required<DesignWish> => ({
  bank: { partId: bank.part.id, strings: bank.strings },
  inverter: inverter?.id ?? null,
  sun: sun && {
    moduleId: sun.module.id,
    series: sun.series,
    strings: sun.strings,
    controllerId: sun.controller.id,
    controllers: sun.controllers,
  },
  dcdc: dcdc?.id ?? null,
  mainsCharger: mainsCharger?.id ?? null,
  shunt: shunt !== null,
});

/** The catalogue with the parts of one's own that came with the board. */
export const withOwnParts = (catalogue: Catalogue, board: Pick<Board, 'customParts'>): Catalogue =>
  board.customParts.length === 0 ? catalogue : { ...catalogue, parts: [...catalogue.parts, ...board.customParts] };

/**
 * Two or three whole systems worked out from brief, loads and sources; a level the catalogue cannot meet is left out.
 * @example
 * proposeSystems(board, catalogue, workshop).length > 0; // true
 */
export function proposeSystems(board: Board, shipped: Catalogue, workshop: Workshop, wishes: Wishes = {}): Proposal[] {
  const catalogue = withOwnParts(shipped, board);
  const parts = partIndex(board, catalogue);
  const { brief, power, settings } = board;
  const loads = board.items.filter((i) => i.load);
  const energy = energyOf({ items: loads, parts, brief, power, settings, workshop });
  const input = { brief, power, autonomyDays: settings.autonomyDays, energy, items: loads, catalogue, workshop };
  const levels: Level[] = wishes.own ? [...LEVELS, 'own'] : [...LEVELS];
  const proposals = levels.flatMap((level): Proposal[] => {
    const design = designSystem(input, level, wishes[level]);
    if (!design) return [];
    const lines = designParts(design, catalogue);
    const model = systemModelOf({
      items: [...loads, ...designItems(design, catalogue)],
      parts,
      brief,
      power,
      workshop,
    });
    const year = tryYears(model);
    const v = brief.systemVoltageV;
    const cell = elementOf(design.bank.part, 'battery');
    const bankAh = cell.capacityAh * design.bank.strings;
    const peakW = design.sun
      ? elementOf(design.sun.module, 'solarSource').peakW * design.sun.series * design.sun.strings
      : 0;
    const chargeA =
      Math.min(model.sunLimitW, peakW * (1 - model.sunLossShare)) / v +
      model.alternatorW / v +
      Math.max(model.mainsW, model.generatorW) / v;
    const chargeLimitA = model.chargeLimitW / v;
    const chargingA = Math.min(chargeA, chargeLimitA);
    const figures: ProposalFigures = {
      price: lines.reduce((s, l) => s + (l.part.price ?? 0) * l.quantity, 0),
      unpriced: lines.filter((l) => l.part.price === null).length,
      massKg: lines.reduce((s, l) => s + l.part.massKg * l.quantity, 0),
      bankAh,
      autonomyDays: autonomy.compute({
        bankAh,
        usableShare: energy.usableShare,
        ageingReserveShare: power.ageingReserveShare,
        coldShare: energy.coldShare,
        dailyAh: energy.dailyAh,
      }),
      peakW,
      chargeA,
      chargeLimitA,
      hoursToFull:
        chargingA > 0
          ? (bankAh * energy.usableShare) / (chargingA * model.traits.chargeEfficiencyShare) +
            // The taper takes about as long again as its own share at full current. Common practice, no source.
            (bankAh * (1 - model.traits.taperFromShare)) / chargingA
          : null,
      darkDaysPerYear: year.darkDays,
      generatorHoursPerYear: year.generatorHours,
      cyclesPerYear: year.cycles,
    };
    const cautions = [...design.cautions];
    if (chargeA > chargeLimitA * 1.001)
      cautions.push(
        `All sources at once bring ${Math.round(chargeA)} A, the bank takes ${Math.round(chargeLimitA)} A: the battery's own limits must hold, or a source is set lower.`,
      );
    if (brief.budget !== null && figures.price > brief.budget)
      cautions.push(`Parts alone cost ${Math.round(figures.price)}; the budget is ${Math.round(brief.budget)}.`);
    return [
      {
        level,
        title: TITLE[level],
        design: asWish(design),
        changed: wishes[level] !== undefined,
        parts: lines.map((l) => ({ partId: l.part.id, name: l.part.name, quantity: l.quantity, role: l.role })),
        figures,
        reasons: reasonsFor(design, figures, energy, board, wishes[level]),
        cautions,
        tenYears: tenYearCost({
          chemistry: design.chemistry,
          capacityAh: bankAh,
          price: (design.bank.part.price ?? 0) * design.bank.series * design.bank.strings,
          massKg: design.bank.part.massKg * design.bank.series * design.bank.strings,
          cyclesPerYear: year.cycles,
          usableShare: energy.usableShare,
          deliveredKwhPerYear: (year.cycles * bankAh * v) / 1000,
        }),
      },
    ];
  });
  // Where two levels come to the same parts, the leaner name stays.
  const same = (a: Proposal, b: Proposal) => JSON.stringify(a.parts) === JSON.stringify(b.parts);
  return proposals.filter((p, i) => p.changed || !proposals.slice(0, i).some((q) => same(p, q)));
}

/**
 * The same job with each chemistry, over ten years of use, at the balanced level.
 * @example
 * compareChemistries(board, catalogue, workshop).length; // 2
 */
export function compareChemistries(board: Board, catalogue: Catalogue, workshop: Workshop): ChemistryCost[] {
  return (['agm', 'lifepo4'] as const).flatMap((chemistry) => {
    const other: Board = {
      ...board,
      brief: { ...board.brief, chemistry },
      // A share held by hand belongs to one chemistry.
      power: { ...board.power, usableShare: { mode: 'auto' } },
    };
    const proposals = proposeSystems(other, catalogue, workshop);
    const balanced = proposals.find((p) => p.level === 'balanced') ?? proposals[0];
    return balanced ? [balanced.tenYears] : [];
  });
}

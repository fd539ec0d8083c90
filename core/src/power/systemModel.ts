import { chargingOf, deviceOf, isIn } from '../devices/registry.ts';
import type { Id } from '../document/basics.ts';
import type { Brief } from '../document/brief/brief.ts';
import type { Connection } from '../document/connection/connection.ts';
import { whoCounts } from '../document/connection/counts.ts';
import type { Item } from '../document/item/item.ts';
import { drawShareOf, hoursPerDayOf, onShareIn } from '../document/item/usage.ts';
import type { Element, Part } from '../document/part/part.ts';
import type { AlternatorSource, PowerPlan } from '../document/power/power.ts';
import type { Workshop } from '../document/workshop/workshop.ts';
import type { DayLoad, SharedOutput, SystemModel } from '../solvers/energy/energyYear.ts';
import { inverterShareOf, powerOf, usableShareOf } from '../stages/demand/energy.ts';
import { BANK_TRAITS, COLD_CAPACITY_PER_K } from '../tables/bankTraits.ts';

export interface SystemInput {
  items: readonly Item[];
  /** What is wired; left out where nothing is yet. */
  connections?: readonly Connection[];
  parts: ReadonlyMap<Id, Part>;
  brief: Brief;
  power: PowerPlan;
  workshop: Workshop;
  /** What if: running power of single loads, by item, as a factor. */
  loadFactor?: ReadonlyMap<Id, number>;
}

/** What a generator's nameplate gives a charger, for its power factor. Common practice, no source. */
const GENERATOR_SHARE = 0.8;
const HEATED_C = 5;
const DEFAULT_LATITUDE = 48;

const pick = <K extends Element['kind']>(elements: readonly Element[], kind: K) =>
  elements.filter((e): e is Extract<Element, { kind: K }> => e.kind === kind);

function dayLoad(input: SystemInput, season: 'warm' | 'cold', inverterShare: number, inverterIdleW: number): DayLoad {
  const [essentialW, sheddableW] = [new Float64Array(24), new Float64Array(24)];
  let alwaysW = 0;
  const mainsOn = new Float64Array(24);
  for (const { id, load, inService } of input.items) {
    if (!load || !inService || (load.season !== 'all' && load.season !== season)) continue;
    const share = load.side === 'mains' ? inverterShare : 1;
    const runningW =
      (powerOf(load, input.brief.systemVoltageV) * drawShareOf(load) * (input.loadFactor?.get(id) ?? 1)) / share;
    const standbyW = load.standbyW / share;
    const into = load.essential ? essentialW : sheddableW;
    for (let hour = 0; hour < 24; hour++) {
      into[hour]! += runningW * onShareIn(load, hour) + standbyW;
      if (load.side === 'mains') mainsOn[hour] = Math.max(mainsOn[hour]!, onShareIn(load, hour));
    }
    alwaysW += standbyW + (hoursPerDayOf(load) >= 24 ? runningW : 0);
  }
  // Switched on only for its loads, the inverter idles as long as the longest of them runs.
  if (!input.power.inverterAlwaysOn)
    for (let hour = 0; hour < 24; hour++) sheddableW[hour]! += inverterIdleW * mainsOn[hour]!;
  return { essentialW, sheddableW, alwaysW };
}

/**
 * What may be taken from an alternator while the engine works: its share of the nameplate, or what the tap allows.
 * @example
 * alternatorLimitA({ maxA: 40, ratedA: 90, shareMax: 0.5 }); // 40
 */
export const alternatorLimitA = (a: AlternatorSource): number => Math.min(a.maxA, a.ratedA * a.shareMax);

/** A case whose inputs share one output: its part of each source, and what it gives at most. */
function caseOf(
  elements: readonly Element[],
  outA: (source: 'solar' | 'dcdc') => number,
  mainsW: number,
  voltageV: number,
): SharedOutput[] {
  const [chargers, mains] = [pick(elements, 'charger'), pick(elements, 'mainsCharger')];
  const togetherA = [...chargers, ...mains].find((c) => c.togetherA !== null)?.togetherA ?? null;
  if (togetherA === null) return [];
  const own = (source: 'solar' | 'dcdc') =>
    chargers.filter((c) => c.source === source).reduce((s, c) => s + c.outputA, 0) / Math.max(1e-9, outA(source));
  const ownMainsW = mains.reduce((s, c) => s + c.outputA * voltageV, 0);
  return [
    {
      sunShare: own('solar'),
      alternatorShare: own('dcdc'),
      mainsShare: ownMainsW / Math.max(1e-9, mainsW),
      limitW: togetherA * voltageV,
    },
  ];
}

/**
 * The year's model of what stands on a board and its load list; numbers at the bank's nominal voltage.
 * @example
 * systemModelOf({ ...board, parts, workshop }).windW; // 0
 */
export function systemModelOf(input: SystemInput): SystemModel {
  const { brief, power, workshop, parts } = input;
  const items = input.items.filter((i) => i.inService);
  const counts = whoCounts(input.connections ?? []);
  const v = brief.systemVoltageV;
  const elements = items.flatMap((i) => parts.get(i.partId)?.elements ?? []);
  const kinds = items.map((i) => parts.get(i.partId)?.kind);
  const batteries = pick(elements, 'battery');
  const chemistry = batteries[0]?.chemistry ?? brief.chemistry;
  // Limits of units in series are one unit's; strings in parallel add up.
  const strings = batteries.reduce((s, b) => s + b.nominalV, 0) / v;
  const perString = (limit: 'chargeLimitA' | 'dischargeLimitA') =>
    batteries.length === 0 ? 0 : Math.min(...batteries.map((b) => b[limit])) * strings;
  const joined = items.filter((i) => counts(i.id)).flatMap((i) => parts.get(i.partId)?.elements ?? []);
  const chargers = pick(joined, 'charger');
  const outA = (source: 'solar' | 'dcdc') =>
    chargers.filter((c) => c.source === source).reduce((s, c) => s + c.outputA, 0);
  const mainsW = pick(joined, 'mainsCharger').reduce((s, c) => s + c.outputA * v, 0);
  const inverters = pick(elements, 'inverter');
  const inverterShare = inverterShareOf(elements);
  const inverterIdleW = inverters.reduce((s, i) => s + i.idleA * v, 0);
  const dcdc = chargers.find((c) => c.source === 'dcdc');
  const { alternator } = power;
  const capW = (amps: number) => (alternator ? amps * alternator.nominalV * (dcdc?.efficiencyShare ?? 1) : 0);
  const relay = items.some((i) => i.partId.startsWith('relay-vsr'));
  const site = power.site;
  const southern = (site.latitudeDeg ?? DEFAULT_LATITUDE) < 0;
  return {
    climate: {
      southern,
      coldestMonthC: site.coldestMonthC,
      warmestMonthC: site.warmestMonthC,
      winterCloudShare: site.winterCloudShare,
      summerCloudShare: site.summerCloudShare,
    },
    plane: power.sun
      ? {
          latitudeDeg: site.latitudeDeg ?? DEFAULT_LATITUDE,
          tiltDeg: power.sun.tiltDeg,
          azimuthDeg: power.sun.azimuthDeg,
        }
      : null,
    peakW: pick(elements, 'solarSource').reduce((s, e) => s + e.peakW, 0),
    sunLossShare: power.sun?.lossShare ?? 0,
    sunLimitW: outA('solar') * v,
    cases: items.flatMap((i) => (counts(i.id) ? caseOf(parts.get(i.partId)?.elements ?? [], outA, mainsW, v) : [])),
    bankWh: batteries.reduce((s, b) => s + b.capacityAh * b.nominalV, 0) * (1 - power.ageingReserveShare),
    traits: BANK_TRAITS[chemistry],
    coldPerK: COLD_CAPACITY_PER_K[chemistry],
    heatedC: site.bankPlace === 'heated' ? HEATED_C : null,
    usableShare: usableShareOf(power, { ...brief, chemistry }, workshop),
    chargeLimitW: perString('chargeLimitA') * v,
    dischargeLimitW: perString('dischargeLimitA') * v,
    warm: dayLoad(input, 'warm', inverterShare, inverterIdleW),
    cold: dayLoad(input, 'cold', inverterShare, inverterIdleW),
    idleW: kinds.reduce((s, k) => s + (k ? deviceOf(k).awakeW : 0), 0) + (power.inverterAlwaysOn ? inverterIdleW : 0),
    alternatorW: alternator
      ? [
          [alternatorLimitA(alternator), 1 - alternator.idleShare] as const,
          [Math.min(alternatorLimitA(alternator), alternator.idleMaxA), alternator.idleShare] as const,
        ].reduce(
          // A relay lets the current fall off as the bank fills. Common practice, no source.
          (s, [amps, share]) => s + share * Math.min(capW(amps), relay ? capW(amps) * 0.6 : outA('dcdc') * v),
          0,
        )
      : 0,
    alternatorHours: power.alternator?.hoursPerDay ?? 0,
    windW: elements.reduce((s, e) => s + (isIn(e, 'charging') ? chargingOf(e).meanW(e) : 0), 0),
    mainsW: power.mains ? mainsW : 0,
    mainsHours: power.mains?.hoursPerDay ?? 0,
    generatorW: power.generator ? Math.min(mainsW, power.generator.powerW * GENERATOR_SHARE) : 0,
    generatorStartShare: power.generator?.startAtShare ?? 0,
    generatorCostPerHour: power.generator?.costPerHour ?? 0,
  };
}

import type { BankTraits } from './bankTraits.ts';
import { HOURS, type PlaneOfArray, underCloud } from './clearSky.ts';
import { type Climate, seasonOf, type Weather } from './weather.ts';
import { NotFull, type WhyNotFull } from './whyNotFull.ts';

export const SOURCE_NAMES = ['sun', 'alternator', 'mains', 'generator', 'wind'] as const;
export type SourceName = (typeof SOURCE_NAMES)[number];

/** Loads by hour of the day, W at the bank. */
export interface DayLoad {
  essentialW: Float64Array;
  sheddableW: Float64Array;
  /** Of both together, what runs day and night: all that is left when nobody is there. */
  alwaysW: number;
}

/** A case with several inputs and one output: its part of what each source gives, and the most it gives of all. */
export interface SharedOutput {
  sunShare: number;
  alternatorShare: number;
  mainsShare: number;
  limitW: number;
}

/** What the shared outputs hold back of what their inputs could give, W. */
export function heldBackW(cases: readonly SharedOutput[], sunW: number, alternatorW: number, mainsW: number): number {
  let heldW = 0;
  for (const c of cases)
    heldW += Math.max(0, sunW * c.sunShare + alternatorW * c.alternatorShare + mainsW * c.mainsShare - c.limitW);
  return heldW;
}

/** A system as the year sees it: watts and watt-hours at the bank's nominal voltage. */
export interface SystemModel {
  climate: Climate;
  plane: PlaneOfArray | null;
  peakW: number;
  sunLossShare: number;
  /** What the controllers can bring out. */
  sunLimitW: number;
  /** Cases whose inputs share one output with one limit. */
  cases: readonly SharedOutput[];
  /** Capacity at 25 °C at the 20 h rate, aged as planned for. */
  bankWh: number;
  traits: BankTraits;
  coldPerK: number;
  /** Warmest the place keeps the bank at least; null follows the air. */
  heatedC: number | null;
  usableShare: number;
  chargeLimitW: number;
  dischargeLimitW: number;
  warm: DayLoad;
  cold: DayLoad;
  /** Controllers, monitor, inverter idling. */
  idleW: number;
  alternatorW: number;
  alternatorHours: number;
  mainsW: number;
  /** Mean over the year of what comes by day and night, whether somebody is there or not. */
  windW: number;
  mainsHours: number;
  generatorW: number;
  generatorStartShare: number;
  generatorCostPerHour: number;
}

/** Somebody goes away: from a day of the year, for so many days; sources that need people stand still. */
export interface Parked {
  fromDay: number;
  days: number;
}

export interface YearResult {
  /** State of charge at the end of each hour, 0 … 1 of the capacity at that temperature. */
  socShare: Float32Array;
  /** Energy that loads asked for and did not get, Wh, by hour. */
  unmetWh: Float32Array;
  unmetDays: number;
  why: WhyNotFull;
  totals: {
    loadWh: number;
    servedWh: number;
    unmetWh: number;
    /** Given by each source and used, by month: 12 × sources. */
    bySourceWh: Float64Array;
    spilledWh: number;
    lostWh: number;
    equivalentCycles: number;
    generatorHours: number;
    generatorCost: number;
    lowestShare: number;
  };
}

const MONTH_OF_DAY = (() => {
  const lengths = [31, 28, 31, 30, 31, 30, 31, 31, 30, 31, 30, 31];
  const months = new Uint8Array(365);
  let day = 0;
  lengths.forEach((length, m) => {
    for (let i = 0; i < length; i++) months[day++] = m;
  });
  return months;
})();
/**
 * Month of a day of the year, both from 0.
 * @example
 * monthOf(31); // 1
 */
export const monthOf = (day: number): number => MONTH_OF_DAY[day]!;

/** Loads come back once the bank has this much more than where they were cut. Common practice, no source. */
const RECONNECT_SHARE = 0.15;
const GENERATOR_STOP_SHARE = 0.9;
/** Day swing of the air, half of it, K. Common practice, no source. */
const DAY_SWING_K = 4;
const BANK_LAG = 0.04;
const DAY_START = { alternator: 8, mains: 17 } as const;

const within = (hour: number, from: number, hours: number): number => {
  const since = (hour - from + 24) % 24;
  return Math.max(0, Math.min(1, hours - since));
};

/** Sources are used in their order; what is not used is spilled. */
function useInOrder(bySourceWh: Float64Array, at: number, used: number, given: Float64Array): void {
  let left = used;
  for (let n = 0; n < given.length; n++) {
    const from = Math.min(left, given[n]!);
    left -= from;
    bySourceWh[at + n]! += from;
  }
}

/**
 * Steps a system through a year hour by hour. Sun feeds first, then alternator, mains, generator; what is over charges
 * the bank as far as it takes it; what is missing comes out of it. Below the usable share the sheddable loads are cut,
 * at the floor all are. Energy balances: sources used = served + change in the bank + losses.
 * @param clear clear-sky irradiance by hour for the model's plane, from `clearYear`
 * @example
 * simulateYear(system, weather, null).totals.bySourceWh.length; // 60
 */
export function simulateYear(
  model: SystemModel,
  weather: Weather,
  clear: Float64Array | null,
  options: { startShare?: number; parked?: Parked | null } = {},
): YearResult {
  const { traits } = model;
  const socShare = new Float32Array(HOURS);
  const unmetWh = new Float32Array(HOURS);
  const bySourceWh = new Float64Array(12 * SOURCE_NAMES.length);
  let soc = options.startShare ?? 1;
  let [loadWh, servedWh, totalUnmet, spilledWh, lostWh, drawnWh] = [0, 0, 0, 0, 0, 0];
  let [generatorHours, unmetDays, lowestShare] = [0, 0, 1];
  let [shed, dark, generatorOn] = [false, false, false];
  const notFull = new NotFull();
  /** What each source gives in the hour, in the order of their names. */
  const given = new Float64Array(SOURCE_NAMES.length);
  const cutShare = 1 - model.usableShare;
  const twentyHourW = model.bankWh / 20;
  const selfPerHour = traits.selfDischargePerMonth / (30 * 24);
  let bankC = model.heatedC === null ? weather.meanC[0]! : Math.max(model.heatedC, weather.meanC[0]!);
  const parked = options.parked ?? null;

  for (let day = 0; day < 365; day++) {
    const season = seasonOf(day, model.climate.southern) >= 0 ? model.warm : model.cold;
    const light = underCloud(weather.cloudShare[day]!);
    const month = MONTH_OF_DAY[day]!;
    const away = parked !== null && (day - parked.fromDay + 365) % 365 < parked.days;
    let dayUnmet = 0;
    for (let hour = 0; hour < 24; hour++) {
      const h = day * 24 + hour;
      const airC = weather.meanC[day]! - DAY_SWING_K * Math.cos(((hour - 3) * Math.PI) / 12);
      bankC += BANK_LAG * ((model.heatedC === null ? airC : Math.max(model.heatedC, airC)) - bankC);
      const capacityWh = model.bankWh * Math.max(0.3, Math.min(1, 1 + model.coldPerK * (bankC - 25)));

      if (soc <= cutShare) shed = true;
      else if (soc >= Math.min(0.98, cutShare + RECONNECT_SHARE)) shed = false;
      if (soc <= traits.floorShare) dark = true;
      else if (soc >= traits.floorShare + 0.05) dark = false;
      if (soc <= model.generatorStartShare) generatorOn = model.generatorW > 0 && !away;
      else if (soc >= GENERATOR_STOP_SHARE || away) generatorOn = false;

      const essential = away ? season.alwaysW : season.essentialW[hour]!;
      const sheddable = away ? 0 : season.sheddableW[hour]!;
      const wanted = essential + sheddable + model.idleW;
      const asked = dark ? 0 : essential + (shed ? 0 : sheddable) + model.idleW;

      const modulesW = clear ? ((model.peakW * clear[h]!) / 1000) * light * (1 - model.sunLossShare) : 0;
      const sunW = Math.min(model.sunLimitW, modulesW);
      const engineW = away ? 0 : model.alternatorW * within(hour, DAY_START.alternator, model.alternatorHours);
      const socketW = away ? 0 : model.mainsW * within(hour, DAY_START.mains, model.mainsHours);
      // Held back in the order opposite to the one sources are used in.
      const heldW = heldBackW(model.cases, sunW, engineW, socketW);
      const mainsW = Math.max(0, socketW - heldW);
      const alternatorW = Math.max(0, engineW - Math.max(0, heldW - socketW));
      const generatorW = generatorOn ? model.generatorW : 0;
      const available = sunW + alternatorW + mainsW + generatorW + model.windW;

      let served = asked;
      const net = available - asked;
      let used = asked;
      if (net >= 0) {
        const taper =
          soc <= traits.taperFromShare ? 1 : Math.max(traits.taperFloorShare, (1 - soc) / (1 - traits.taperFromShare));
        const tooCold = traits.noChargeBelowC !== null && bankC < traits.noChargeBelowC;
        const room = ((1 - soc) * capacityWh) / traits.chargeEfficiencyShare;
        const taken = tooCold ? 0 : Math.min(net, model.chargeLimitW * taper, room);
        notFull.charging(soc, tooCold, net, model.chargeLimitW * taper, room, taken, modulesW - sunW + heldW);
        soc += (taken * traits.chargeEfficiencyShare) / capacityWh;
        lostWh += taken * (1 - traits.chargeEfficiencyShare);
        used = asked + taken;
        spilledWh += net - taken;
      } else {
        const short = -net;
        notFull.short(clear && clear[h]!, short);
        const give = Math.min(short, model.dischargeLimitW);
        const factor = give > twentyHourW ? (give / twentyHourW) ** (traits.peukert - 1) : 1;
        const stored = Math.max(0, (soc - Math.max(0, traits.floorShare - 0.02)) * capacityWh);
        const drawn = Math.min(give, stored / factor);
        soc -= (drawn * factor) / capacityWh;
        lostWh += drawn * (factor - 1);
        drawnWh += drawn * factor;
        served = asked - (short - drawn);
        used = available;
      }
      const lostToTime = soc * selfPerHour;
      soc -= lostToTime;
      lostWh += lostToTime * capacityWh;

      given[0] = sunW;
      given[1] = alternatorW;
      given[2] = mainsW;
      given[3] = generatorW;
      given[4] = model.windW;
      useInOrder(bySourceWh, month * SOURCE_NAMES.length, used, given);
      if (generatorOn) generatorHours++;

      const missing = Math.max(0, wanted - served);
      loadWh += wanted;
      servedWh += served;
      totalUnmet += missing;
      dayUnmet += missing;
      unmetWh[h] = missing;
      socShare[h] = soc;
      if (soc < lowestShare) lowestShare = soc;
    }
    if (dayUnmet > 1) unmetDays++;
  }
  return {
    socShare,
    unmetWh,
    unmetDays,
    why: notFull.why,
    totals: {
      loadWh,
      servedWh,
      unmetWh: totalUnmet,
      bySourceWh,
      spilledWh,
      lostWh,
      equivalentCycles: model.bankWh > 0 ? drawnWh / model.bankWh : 0,
      generatorHours,
      generatorCost: generatorHours * model.generatorCostPerHour,
      lowestShare,
    },
  };
}

import type { Current } from '../../devices/elementKind.ts';
import { ratedCurrent } from '../../devices/load/ratedCurrent.ts';
import type { Id } from '../../document/basics.ts';
import type { Brief } from '../../document/brief/brief.ts';
import type { Item, LoadDemand } from '../../document/item/item.ts';
import { drawShareOf, hoursPerDayOf, onShareIn } from '../../document/item/usage.ts';
import type { Element, Part } from '../../document/part/part.ts';
import type { PowerPlan } from '../../document/power/power.ts';
import type { BoardSettings } from '../../document/settings/settings.ts';
import type { Workshop } from '../../document/workshop/workshop.ts';
import { figure, given, use, useSum } from '../../engine/formula.ts';
import {
  autonomy,
  coldCapacity,
  dailyCharge,
  mainsLoadCurrent,
  surgePower,
  wantedBank,
} from '../../formulas/demand.ts';
import { COLD_CAPACITY_PER_K } from '../../tables/bankTraits.ts';

export interface EnergyRow {
  itemId: Id;
  currentA: number;
  powerW: number;
  dailyAh: number;
  surgeW: number;
}

/** What the load list asks of the system; power in watts at the load, charge in Ah at the bank. */
export interface Energy {
  rows: EnergyRow[];
  /** In the heavier half of the year. */
  dailyAh: number;
  warmDailyAh: number;
  coldDailyAh: number;
  essentialAh: number;
  /** Everything on at once, and the most that is on together by hours and groups. */
  connectedW: number;
  peakW: number;
  peakHour: number;
  /** Coincident power in each hour of the day. */
  hourW: number[];
  mainsPeakW: number;
  /** The worst moment on the mains side: one load starts while the others run. */
  mainsSurgeW: number;
  largestSurge: { itemId: Id; surgeW: number } | null;
  bankAh: number;
  bankChemistry: Brief['chemistry'];
  usableShare: number;
  coldShare: number;
  autonomyDays: number | null;
  wantedBankAh: number;
}

export type LoadItem = Pick<Item, 'id' | 'designation' | 'name' | 'partId' | 'load'>;
/** What of the power sheet the load list is worked out with. */
export type EnergyPlan = Pick<PowerPlan, 'site' | 'usableShare' | 'ageingReserveShare' | 'loadGroups'>;
type UsableShares = Pick<Workshop, 'usableShare' | 'usableShareSource'>;

export interface EnergyInput {
  items: readonly LoadItem[];
  parts: ReadonlyMap<Id, Part>;
  brief: Pick<Brief, 'systemVoltageV' | 'chemistry'>;
  power: EnergyPlan;
  settings: Pick<BoardSettings, 'autonomyDays'>;
  workshop: UsableShares;
}

/** Where no inverter is on the board yet, its efficiency is taken as this. Common practice, no source. */
const USUAL_INVERTER_EFFICIENCY = 0.9;
/** Part of the surge a soft starter takes off. Common practice, no source. */
export const SOFT_START_CUT_SHARE = 0.6;
/** A heated place keeps the bank at least this warm. */
const HEATED_C = 5;

type Load = { item: LoadItem; load: LoadDemand };

/**
 * What of the bank's power reaches mains loads: the first inverter's efficiency, or the usual one.
 * @example
 * inverterShareOf([]); // 0.9
 */
export const inverterShareOf = (elements: readonly Element[]): number =>
  elements.find((e) => e.kind === 'inverter')?.efficiencyShare ?? USUAL_INVERTER_EFFICIENCY;

/**
 * Power of a load while it runs, W.
 * @example
 * powerOf({ rating: { kind: 'amps', currentA: 2 } }, 12); // 24
 */
export const powerOf = (load: LoadDemand, systemVoltageV: number): number =>
  load.rating.kind === 'watts' ? load.rating.powerW : load.rating.currentA * systemVoltageV;

/**
 * Coldest temperature a bank sees, °C, by where it stands.
 * @example
 * coldestBankC({ site: { bankPlace: 'heated', coldestMonthC: -8 } }); // 5
 */
export const coldestBankC = (power: Pick<PowerPlan, 'site'>): number =>
  power.site.bankPlace === 'heated' ? Math.max(HEATED_C, power.site.coldestMonthC) : power.site.coldestMonthC;

/**
 * The usable share a board plans on: the workshop's, or one held for this job.
 * @example
 * usableShareOf({ usableShare: { mode: 'auto' } }, { chemistry: 'agm' }, { usableShare: { agm: 0.5, lifepo4: 0.8 } }); // 0.5
 */
export const usableShareOf = (
  power: Pick<PowerPlan, 'usableShare'>,
  brief: Pick<Brief, 'chemistry'>,
  workshop: Pick<Workshop, 'usableShare'>,
): number => (power.usableShare.mode === 'locked' ? power.usableShare.value : workshop.usableShare[brief.chemistry]);

/** The loads that can be on together in one hour: of a group that takes turns, only the largest. */
export function togetherIn(
  loads: readonly Load[],
  hour: number,
  power: Pick<PowerPlan, 'loadGroups'>,
  systemVoltageV: number,
): Load[] {
  const on = loads.filter(({ load }) => onShareIn(load, hour) > 0);
  const turns = new Map<Id, Load>();
  const kept = on.filter((entry) => {
    const group = power.loadGroups.find((g) => g.id === entry.load.groupId);
    if (group?.mode !== 'oneAtATime') return true;
    const best = turns.get(group.id);
    if (!best || powerOf(entry.load, systemVoltageV) > powerOf(best.load, systemVoltageV)) turns.set(group.id, entry);
    return false;
  });
  // Loads of a group that runs together are all on as soon as one of them is.
  const joined = power.loadGroups
    .filter((g) => g.mode === 'together' && kept.some((k) => k.load.groupId === g.id))
    .flatMap((g) => loads.filter((l) => l.load.groupId === g.id && !kept.includes(l)));
  return [...kept, ...turns.values(), ...joined];
}

/** The worst moment of an hour on the mains side: each load that is on starts, what may run beside it runs. */
function startingW(
  loads: readonly Load[],
  rows: readonly EnergyRow[],
  hour: number,
  power: Pick<PowerPlan, 'loadGroups'>,
  together: readonly Load[],
): number {
  let worst = 0;
  loads.forEach((starter, i) => {
    if (starter.load.side !== 'mains' || onShareIn(starter.load, hour) === 0) return;
    const takesTurns = power.loadGroups.find((g) => g.id === starter.load.groupId)?.mode === 'oneAtATime';
    const beside = together.filter(
      (l) => l !== starter && l.load.side === 'mains' && !(takesTurns && l.load.groupId === starter.load.groupId),
    );
    const running = beside.reduce((s, l) => s + rows[loads.indexOf(l)]!.powerW, 0);
    worst = Math.max(worst, running + rows[i]!.surgeW);
  });
  return worst;
}

function rowOf({ item, load }: Load, brief: Pick<Brief, 'systemVoltageV'>, efficiencyShare: number): EnergyRow {
  const powerW = powerOf(load, brief.systemVoltageV);
  const address = `load/${item.id}/currentA`;
  const { designCurrentA: currentA, origin }: Current =
    load.side === 'mains'
      ? {
          designCurrentA: use(mainsLoadCurrent, { powerW, voltageV: brief.systemVoltageV, efficiencyShare }, address, {
            powerW: given(load.rating.kind === 'watts' ? 'load list' : 'load list: A at the nominal voltage'),
            voltageV: given('brief'),
            efficiencyShare: given('inverter on the board, else 0.9 (common practice, no source)'),
          }),
          origin: figure(address),
        }
      : ratedCurrent(load, brief.systemVoltageV, address);
  const standbyA = load.standbyW / (brief.systemVoltageV * (load.side === 'mains' ? efficiencyShare : 1));
  const dailyAh = use(
    dailyCharge,
    { currentA, hoursPerDay: hoursPerDayOf(load), dutyShare: drawShareOf(load), standbyA },
    `load/${item.id}/dailyAh`,
    {
      currentA: origin,
      hoursPerDay: given(load.usage.kind === 'painted' ? 'hours painted on the strip' : 'load list'),
      dutyShare: given(load.shortTime ? 'seconds each time and times an hour, load list' : 'load list'),
      standbyA: given(`${load.standbyW} W standby at the bank's voltage`),
    },
  );
  const surgeW = use(
    surgePower,
    { powerW, surgeFactor: load.surgeFactor, softCutShare: load.softStart ? SOFT_START_CUT_SHARE : 0 },
    `load/${item.id}/surgeW`,
    {
      powerW: given('load list'),
      surgeFactor: given('load list'),
      softCutShare: given(load.softStart ? 'soft starter fitted' : 'no soft starter'),
    },
  );
  return { itemId: item.id, currentA, powerW, dailyAh, surgeW };
}

/** Daily charge, peak and surge of the load list, and what they ask of the bank. */
export function energyOf({ items, parts, brief, power, settings, workshop }: EnergyInput): Energy {
  const loads = items.flatMap((item): Load[] => (item.load ? [{ item, load: item.load }] : []));
  const elements = items.flatMap((i) => parts.get(i.partId)?.elements ?? []);
  const efficiencyShare = inverterShareOf(elements);
  const rows = loads.map((l) => rowOf(l, brief, efficiencyShare));
  const term = ({ item }: Load, value: number, address: string) => ({
    name: `Q_${item.designation}`,
    value,
    what: item.name || item.designation,
    origin: figure(address),
  });
  const sumOf = (season: 'warm' | 'cold') =>
    useSum({
      terms: loads.flatMap((l, i) =>
        l.load.season === 'all' || l.load.season === season
          ? [term(l, rows[i]!.dailyAh, `load/${l.item.id}/dailyAh`)]
          : [],
      ),
      unit: 'Ah',
      title: `Charge taken in a day, ${season} half of the year`,
      source: 'daily Ah = Σ I·h·duty',
      address: `job/${season}DailyAh`,
    });
  const [warmDailyAh, coldDailyAh] = [sumOf('warm'), sumOf('cold')];
  const dailyAh = Math.max(warmDailyAh, coldDailyAh);
  const dailyFrom = figure(`job/${warmDailyAh >= coldDailyAh ? 'warm' : 'cold'}DailyAh`);

  const connectedW = rows.reduce((s, r) => s + r.powerW, 0);
  const hourW: number[] = [];
  let mainsPeakW = 0;
  let mainsSurgeW = 0;
  for (let hour = 0; hour < 24; hour++) {
    const on = togetherIn(loads, hour, power, brief.systemVoltageV);
    const rowsOn = on.map((l) => rows[loads.indexOf(l)]!);
    hourW.push(rowsOn.reduce((s, r) => s + r.powerW, 0));
    const mains = rowsOn.filter((_, i) => on[i]!.load.side === 'mains');
    const running = mains.reduce((s, r) => s + r.powerW, 0);
    mainsPeakW = Math.max(mainsPeakW, running);
    mainsSurgeW = Math.max(mainsSurgeW, startingW(loads, rows, hour, power, on));
  }
  const peakHour = hourW.reduce((best, w, h) => (w > hourW[best]! + 1e-9 ? h : best), 0);
  const peakW = useSum({
    terms: togetherIn(loads, peakHour, power, brief.systemVoltageV).map((l) => ({
      ...term(l, powerOf(l.load, brief.systemVoltageV), ''),
      name: `P_${l.item.designation}`,
      origin: given('load list'),
    })),
    unit: 'W',
    title: `Most on together, ${peakHour}:00`,
    source:
      'hours painted on the strip; of a group that takes turns only the largest counts; unpainted loads count in every hour',
    address: 'job/peakW',
  });
  const worst = rows.reduce<EnergyRow | null>((w, r) => (r.surgeW > (w?.surgeW ?? 0) ? r : w), null);

  const wattHours = elements.reduce((s, e) => s + (e.kind === 'battery' ? e.capacityAh * e.nominalV : 0), 0);
  const bankAh = wattHours / brief.systemVoltageV;
  const usableShare = usableShareOf(power, brief, workshop);
  const coldShare = use(
    coldCapacity,
    { perK: COLD_CAPACITY_PER_K[brief.chemistry], bankC: coldestBankC(power) },
    'job/coldShare',
    {
      perK: given(`${brief.chemistry}, table of bank traits`),
      bankC: given(
        power.site.bankPlace === 'heated'
          ? `heated place, at least ${HEATED_C} °C`
          : 'coldest month of the site, the bank follows the air',
      ),
    },
  );
  const origins = {
    usableShare: given(
      power.usableShare.mode === 'locked'
        ? `held for this job by ${power.usableShare.who}: ${power.usableShare.reason}`
        : workshop.usableShareSource,
    ),
    ageingReserveShare: given('power sheet'),
    coldShare: figure('job/coldShare'),
    dailyAh: dailyFrom,
  };
  const shares = { usableShare, ageingReserveShare: power.ageingReserveShare, coldShare };
  return {
    rows,
    dailyAh,
    warmDailyAh,
    coldDailyAh,
    essentialAh: rows.reduce((s, r, i) => s + (loads[i]!.load.essential ? r.dailyAh : 0), 0),
    connectedW,
    peakW,
    peakHour,
    hourW,
    mainsPeakW,
    mainsSurgeW,
    largestSurge: worst && worst.surgeW > worst.powerW ? { itemId: worst.itemId, surgeW: worst.surgeW } : null,
    bankAh,
    bankChemistry: brief.chemistry,
    usableShare,
    coldShare,
    autonomyDays:
      dailyAh > 0 && bankAh > 0
        ? use(autonomy, { bankAh, ...shares, dailyAh }, 'job/autonomyDays', {
            bankAh: given('batteries on the board'),
            ...origins,
          })
        : null,
    wantedBankAh: use(wantedBank, { dailyAh, days: settings.autonomyDays, ...shares }, 'job/wantedBankAh', {
      days: given('days wanted, board setting'),
      ...origins,
    }),
  };
}

import type { Board } from '../document/board.ts';
import type { Command } from '../document/commands.ts';
import type { Item, LoadDemand } from '../document/item/item.ts';
import { drawShareOf, hoursPerDayOf, inSeason, onShareIn } from '../document/item/usage.ts';
import type { Catalogue, Part } from '../document/part/part.ts';
import { partIndex } from '../document/references.ts';
import type { Workshop } from '../document/workshop/workshop.ts';
import { systemModelOf } from '../power/systemModel.ts';
import { tryYears } from '../power/tryYears.ts';
import type { SystemModel } from '../solvers/energy/energyYear.ts';
import { inverterShareOf, powerOf } from '../stages/demand/energy.ts';
import { CHARGE_SETTINGS } from '../tables/chargeSettings.ts';
import { type BankHolds, bankHolds } from './bankHolds.ts';
import { loadHours, type SeenHours, type SeenLoads, type Switched } from './loadHours.ts';
import { gapFromS, type MonitorLog } from './monitorLog.ts';

/** What went in and out on one day, by the clock on the wall. */
export interface LoggedDay {
  day: string;
  outWh: number;
  inWh: number;
  lowestV: number;
}

/** Something to change, and the edit that does it where there is one. */
export interface FieldAdvice {
  says: string;
  commands: Command[];
}

/** A monitor's log laid beside what was ordered and predicted. */
export interface FieldReport {
  everyS: number;
  setBack: number;
  days: LoggedDay[];
  seen: SeenLoads;
  /** What draws day and night by the order: standby, what never rests, the board itself, W. */
  orderedAlwaysW: number;
  /** By hour of the day as ordered, W at the bank. */
  orderedHourW: number[];
  bank: BankHolds & { plateAh: number };
  /** Days a year something would be without power: as ordered, and as it is used and what is left of the bank. */
  darkDays: { ordered: number; used: number };
  advice: FieldAdvice[];
}

/** The base may be so much over what was ordered before it is told. Common practice, no source. */
const BASE_OVER_SHARE = 0.25;
const BASE_OVER_W = 3;
/** A bank below this share of its plate has aged. Common practice, no source. */
const AGED_SHARE = 0.8;

/** A charger that holds the float voltage, less what a monitor may be off. */
const regulatedFromV = ({ chemistry, systemVoltageV }: Board['brief']): number =>
  (0.985 * CHARGE_SETTINGS[chemistry].floatV * systemVoltageV) / 12;

type Loaded = { item: Item; load: LoadDemand };

const middle = ([low, high]: readonly [number, number]): number => (low + high) / 2;
const isSwitched = (load: LoadDemand): boolean => hoursPerDayOf(load) < 24 || drawShareOf(load) < 1;

/**
 * Lays a log beside the order: which load runs longer than it was ordered for, what the bank still holds, what that
 * comes to over a year, and what to change.
 * @param log what the monitor wrote
 * @example
 * fieldReport(board, catalogue, workshop, log).days.length; // 1
 */
export function fieldReport(board: Board, catalogue: Catalogue, workshop: Workshop, log: MonitorLog): FieldReport {
  const parts = partIndex(board, catalogue);
  const model = systemModelOf({ ...board, parts, workshop });
  const mainsShare = inverterShareOf(board.items.flatMap((i) => parts.get(i.partId)?.elements ?? []));
  const month = new Date(log.samples[Math.floor(log.samples.length / 2)]!.atS * 1000).getUTCMonth() + 1;
  const { southern } = model.climate;
  const v = board.brief.systemVoltageV;
  const loads = board.items.flatMap((item): Loaded[] =>
    item.load && item.inService && inSeason(item.load, month, southern) ? [{ item, load: item.load }] : [],
  );
  const switched = loads.flatMap(({ item, load }): Switched[] =>
    isSwitched(load)
      ? [
          {
            itemId: item.id,
            powerW: powerOf(load, v) / (load.side === 'mains' ? mainsShare : 1),
            onShare: Array.from({ length: 24 }, (_, hour) => onShareIn(load, hour) * drawShareOf(load)),
          },
        ]
      : [],
  );
  const seen = loadHours(log, switched, regulatedFromV(board.brief));
  const season = inSeason({ season: 'warm' }, month, southern) ? model.warm : model.cold;
  const plateAh = board.items.reduce((sum, i) => {
    const battery = parts.get(i.partId)?.elements.find((e) => e.kind === 'battery');
    return sum + (i.inService && battery?.kind === 'battery' ? (battery.capacityAh * battery.nominalV) / v : 0);
  }, 0);
  const bank = bankHolds(log, { chemistry: board.brief.chemistry, systemVoltageV: v, bankAh: plateAh });
  const changes = loadChanges(loads, seen);
  const used = usedModel(board, parts, workshop, changes, bank, plateAh);
  const darkDays = { ordered: tryYears(model).darkDays, used: tryYears(used).darkDays };
  const orderedAlwaysW = season.alwaysW + model.idleW;
  return {
    everyS: log.everyS,
    setBack: log.setBack,
    days: daysOf(log),
    seen,
    orderedAlwaysW,
    orderedHourW: Array.from(season.essentialW, (w, h) => w + season.sheddableW[h]! + model.idleW),
    bank: { ...bank, plateAh },
    darkDays,
    advice: adviceOf(board, seen, changes, { orderedAlwaysW, bank, plateAh, darkDays }),
  };
}

/** Energy by day, by the middle of each pair of lines. */
function daysOf(log: MonitorLog): LoggedDay[] {
  const gapS = gapFromS(log);
  const days = new Map<string, LoggedDay>();
  log.samples.forEach((s, k) => {
    const day = new Date(s.atS * 1000).toISOString().slice(0, 10);
    const own = days.get(day) ?? { day, outWh: 0, inWh: 0, lowestV: s.voltageV };
    days.set(day, own);
    own.lowestV = Math.min(own.lowestV, s.voltageV);
    const before = log.samples[k - 1];
    if (!before || s.atS - before.atS > gapS) return;
    const wh = ((before.voltageV * before.currentA + s.voltageV * s.currentA) / 2) * ((s.atS - before.atS) / 3600);
    if (wh < 0) own.outWh -= wh;
    else own.inWh += wh;
  });
  return [...days.values()];
}

interface LoadChange {
  entry: Loaded;
  seen: SeenHours;
  /** The load as it is used. */
  load: LoadDemand;
  /** What of it changes, in words. */
  says: string;
}

/** Loads that ran otherwise than ordered and could be told from the others, and for how long. */
const loadChanges = (loads: readonly Loaded[], { loads: seen }: SeenLoads): LoadChange[] =>
  seen.flatMap((s): LoadChange[] => {
    const entry = s.itemIds.length === 1 ? loads.find((l) => l.item.id === s.itemIds[0]) : undefined;
    if (!entry || !s.seenHours || (s.verdict !== 'longer' && s.verdict !== 'shorter')) return [];
    return [{ entry, seen: s, ...asUsed(entry.load, middle(s.seenHours)) }];
  });

/** What rests between keeps its hours and draws another share of them; anything else is on for as long as it was seen. */
function asUsed(load: LoadDemand, drawnHours: number): Pick<LoadChange, 'load' | 'says'> {
  const dutyShare = Number((drawnHours / hoursPerDayOf(load)).toFixed(2));
  if (load.shortTime === null && load.dutyShare < 1 && dutyShare <= 1)
    return { load: { ...load, dutyShare }, says: `a share of ${Math.round(100 * dutyShare)} % of its hours` };
  const hoursPerDay = Number(Math.min(24, drawnHours / drawShareOf(load)).toFixed(1));
  return { load: { ...load, usage: { kind: 'perDay', hoursPerDay } }, says: `${hoursPerDay} h` };
}

/** The year's model with hours as seen, and what is left of the bank. */
function usedModel(
  board: Board,
  parts: ReadonlyMap<string, Part>,
  workshop: Workshop,
  changes: readonly LoadChange[],
  { holdsAh }: BankHolds,
  plateAh: number,
): SystemModel {
  const byId = new Map(changes.map((c) => [c.entry.item.id, c.load]));
  const items = board.items.map((i) => (byId.has(i.id) ? { ...i, load: byId.get(i.id)! } : i));
  const model = systemModelOf({ ...board, items, parts, workshop });
  const most = holdsAh?.[1] ?? null;
  const leftShare = most !== null && plateAh > 0 ? Math.min(1, middle([holdsAh![0], most]) / plateAh) : 1;
  return { ...model, bankWh: model.bankWh * leftShare };
}

function adviceOf(
  board: Board,
  seen: SeenLoads,
  changes: readonly LoadChange[],
  {
    orderedAlwaysW,
    bank,
    plateAh,
    darkDays,
  }: Pick<FieldReport, 'orderedAlwaysW' | 'darkDays'> & { bank: BankHolds; plateAh: number },
): FieldAdvice[] {
  const name = (id: string) => board.items.find((i) => i.id === id)?.designation ?? id;
  const plain = (says: string): FieldAdvice => ({ says, commands: [] });
  const advice: FieldAdvice[] = changes.map((c) => ({
    says: `${name(c.entry.item.id)} draws ${c.seen.seenHours![0].toFixed(1)} to ${c.seen.seenHours![1].toFixed(1)} h a day, ordered for ${c.seen.orderedHours.toFixed(1)}: put ${c.says} into the load list, and everything follows`,
    commands: [
      { kind: 'set', collection: 'items', id: c.entry.item.id, field: 'load', value: c.load } satisfies Command,
    ],
  }));
  for (const s of seen.loads)
    if (s.itemIds.length > 1 && s.verdict === 'longer')
      advice.push(
        plain(
          `${s.itemIds.map(name).join(' or ')} run longer than ordered, together ${s.seenHours![0].toFixed(1)} h a day or more against ${s.orderedHours.toFixed(1)}: they draw alike, ask which`,
        ),
      );
    else if (s.verdict === 'neverSeen')
      advice.push(
        plain(
          `${s.itemIds.map(name).join(' or ')} was never seen to start: not used, or it draws otherwise than its sheet says`,
        ),
      );
  const over = seen.alwaysW === null ? 0 : seen.alwaysW - orderedAlwaysW;
  if (over > Math.max(BASE_OVER_W, BASE_OVER_SHARE * orderedAlwaysW))
    advice.push(
      plain(
        `${seen.alwaysW!.toFixed(0)} W are drawn by night where the order knows of ${orderedAlwaysW.toFixed(0)}: something is left on, ${((over * 24) / board.brief.systemVoltageV).toFixed(0)} Ah a day`,
      ),
    );
  const most = bank.holdsAh?.[1] ?? null;
  if (most !== null && most < AGED_SHARE * plateAh)
    advice.push(
      plain(
        `the bank holds ${bank.holdsAh![0].toFixed(0)} to ${most.toFixed(0)} Ah of its ${plateAh.toFixed(0)}: plan its replacement, and ask what it was charged to`,
      ),
    );
  if (darkDays.used > darkDays.ordered + 1)
    advice.push(
      plain(
        `used like this, ${darkDays.used.toFixed(0)} days a year go without power against ${darkDays.ordered.toFixed(0)} as ordered: more sun or a larger bank at Power`,
      ),
    );
  return advice;
}

import type { Id } from '../document/basics.ts';
import { type Edge, edgesOf, type VisibleLog, visibleLog, visibleTo } from './edges.ts';
import { drawnW, type MonitorLog } from './monitorLog.ts';

/** A load as the log might show it: watts at the bank while it draws. */
export interface Switched {
  itemId: Id;
  powerW: number;
  /** Part of each hour of the day it draws, as ordered. */
  onShare: readonly number[];
}

/** What the log tells of loads that draw the same: of one, or of several that cannot be told apart. */
export interface SeenHours {
  itemIds: Id[];
  powerW: number;
  orderedHours: number;
  /** Hours a day they drew, together, between which bounds; null where the log is too coarse or too loud to see them. */
  seenHours: readonly [number, number] | null;
  starts: number;
  verdict: 'asOrdered' | 'longer' | 'shorter' | 'neverSeen' | 'notToBeSeen';
}

export interface SeenLoads {
  loads: SeenHours[];
  /** Hours the log covers, gaps left out; and of those when a charger hid what was drawn. */
  coveredHours: number;
  hiddenHours: number;
  /** What draws by night when nothing is switched on, W; null where no night is in the log. */
  alwaysW: number | null;
  /** By hour of the day: what was drawn by all that was told apart, W; null where it was hidden day after day. */
  hourW: (number | null)[];
  /** The smallest step the log shows when it is quiet. */
  leastW: number;
}

/** A step counts for a load whose watts it is within this share. Common practice, no source. */
const WITHIN_SHARE = 0.12;
/** Loads nearer to one another than this share cannot be told apart. Common practice, no source. */
const APART_SHARE = 0.2;
/** Off by less than this of what was ordered is as ordered. Common practice, no source. */
const AS_ORDERED_SHARE = 0.2;
const AS_ORDERED_H = 0.15;
/** A load that was to be seen drawing for less than this in the whole log says nothing, s. */
const LEAST_EXPECTED_S = 3600;
/** From midnight on for so many hours no sun is in the log. */
const NIGHT_HOURS = 4;

const hourOf = (atS: number): number => Math.floor(atS / 3600) % 24;

interface Group {
  loads: Switched[];
  powerW: number;
  least: number;
}

/** Loads in the order of their watts, those together that draw too much alike. */
function groupsOf(loads: readonly Switched[], leastW: number): Group[] {
  const groups: Switched[][] = [];
  for (const load of [...loads].sort((a, b) => a.powerW - b.powerW)) {
    const first = groups.at(-1)?.[0];
    const near = first && load.powerW - first.powerW < Math.max(APART_SHARE * load.powerW, leastW / 2);
    if (near) groups.at(-1)!.push(load);
    else groups.push([load]);
  }
  return groups.map((own) => ({
    loads: own,
    powerW: own.reduce((s, l) => s + l.powerW, 0) / own.length,
    least: own[0]!.powerW,
  }));
}

/** Which groups a step may be: one, or two switched at once. */
function matchOf(stepW: number, groups: readonly Group[], may: (g: number) => boolean): number[] {
  let best: number[] = [];
  let off = Number.POSITIVE_INFINITY;
  const consider = (which: number[], powerW: number) => {
    const miss = Math.abs(stepW - powerW) / (WITHIN_SHARE * powerW + 1);
    if (miss <= 1 && miss < off) [best, off] = [which, miss];
  };
  groups.forEach((g, i) => {
    if (may(i)) for (const l of g.loads) consider([i], l.powerW);
  });
  if (best.length > 0) return best;
  groups.forEach((a, i) => {
    for (let j = i + 1; j < groups.length; j++) if (may(i) && may(j)) consider([i, j], a.powerW + groups[j]!.powerW);
  });
  return best;
}

/** A run, and how much shorter or longer it may have been. */
interface Run {
  fromS: number;
  toS: number;
  lowS: number;
  highS: number;
}

/** Follows one group along the times its steps can be seen. */
class Follower {
  readonly runs: Run[] = [];
  #on: Edge[] = [];
  #at = 0;

  constructor(
    private readonly group: Group,
    readonly spans: readonly (readonly [number, number])[],
    private readonly log: VisibleLog,
  ) {}

  /** Whether a step at this moment would be seen; what ran into a hidden time ran up to it. */
  sees(atS: number): boolean {
    while (this.#at < this.spans.length && this.spans[this.#at]![1] < atS) this.#leave();
    const span = this.spans[this.#at];
    return span !== undefined && span[0] <= atS;
  }

  get free(): boolean {
    return this.#on.length < this.group.loads.length;
  }

  /** Running, or it may have run since before it could be seen. */
  mayRun(): boolean {
    return this.#on.length > 0 || this.#offs < this.group.loads.length;
  }
  #offs = 0;

  step(edge: Edge): void {
    if (edge.stepW > 0) {
      this.#on.push(edge);
      this.#offs = this.group.loads.length;
      return;
    }
    const began = this.#on.shift();
    if (began) {
      const s = edge.atS - began.atS;
      const half = began.halfS + edge.halfS;
      this.runs.push({ fromS: began.atS, toS: edge.atS, lowS: Math.max(0, s - half), highS: s + half });
      return;
    }
    // On since before the span began, unless it was too little then.
    this.#offs++;
    const [from] = this.spans[this.#at]!;
    const certain = this.log.lastBelow(from, edge.atS, 0.7 * this.group.least) ?? from;
    this.runs.push({ fromS: certain, toS: edge.atS, lowS: edge.atS - certain, highS: edge.atS - from });
  }

  #leave(): void {
    const [, to] = this.spans[this.#at]!;
    for (const began of this.#on.splice(0)) {
      const certain = this.log.firstBelow(began.atS + began.halfS, to, 0.7 * this.group.least) ?? to;
      this.runs.push({ fromS: began.atS, toS: certain, lowS: certain - began.atS, highS: to - began.atS });
    }
    this.#offs = 0;
    this.#at++;
  }

  end(): void {
    while (this.#at < this.spans.length) this.#leave();
  }
}

function verdictOf(seen: readonly [number, number], starts: number, orderedHours: number): SeenHours['verdict'] {
  if (starts === 0) return 'neverSeen';
  const room = Math.max(AS_ORDERED_SHARE * orderedHours, AS_ORDERED_H);
  if (seen[0] > orderedHours + room) return 'longer';
  return seen[1] < orderedHours - room ? 'shorter' : 'asOrdered';
}

/**
 * Which loads ran how long, by the steps of the drawn power: a load that is switched on makes a step of its own watts.
 * While a charger holds its voltage it takes such steps upon itself, and while clouds come and go small ones drown: hours
 * are told of the times they can be seen, against what was ordered for just these. Loads alike are told together.
 * Common practice, no source.
 * @param loads what is switched; what always draws is left out
 * @param regulatedFromV from here on a charger may hold the voltage
 * @example
 * loadHours(log, [], 13.4).loads; // []
 */
export function loadHours(log: MonitorLog, loads: readonly Switched[], regulatedFromV: number): SeenLoads {
  const visible = visibleLog(log, regulatedFromV);
  const groups = groupsOf(loads, visible.leastW);
  const followers = groups.map((g) => new Follower(g, visibleTo(visible, g.least), visible));
  for (const edge of edgesOf(visible)) {
    const seen = followers.map((f) => f.sees(edge.atS));
    const may = (g: number) => seen[g]! && (edge.stepW > 0 ? followers[g]!.free : followers[g]!.mayRun());
    for (const g of matchOf(Math.abs(edge.stepW), groups, may)) followers[g]!.step(edge);
  }
  const coveredS = hoursOf(visible.covered);
  const drawnBy: (number | null)[] = hoursOf(visible.open).map((s, h) => (isKnown(s, coveredS[h]!) ? 0 : null));
  const seenLoads = groups.map((g, i): SeenHours => {
    const follower = followers[i]!;
    follower.end();
    const { runs, spans } = follower;
    const ordered = Array.from({ length: 24 }, (_, h) => g.loads.reduce((s, l) => s + l.onShare[h]!, 0));
    const perHourS = hoursOf(spans);
    const orderedHours = ordered.reduce((s, x) => s + x, 0);
    const expectedS = perHourS.reduce((s, own, h) => s + own * ordered[h]!, 0);
    const base = { itemIds: g.loads.map((l) => l.itemId), powerW: g.powerW, orderedHours };
    if (expectedS < LEAST_EXPECTED_S && runs.length === 0)
      return { ...base, seenHours: null, starts: 0, verdict: 'notToBeSeen' };
    const chance = chanceOf(runs, perHourS, coveredS);
    const most = g.loads.length;
    const timed = ordered.some((x) => Math.abs(x - ordered[0]!) > 1e-9);
    // Hour by hour of the day, for loads have their times. An hour that is hidden day after day is taken as ordered; of a
    // load at no stated time like the others.
    const hours = (of: 'lowS' | 'highS', by: number) => {
      const seenS = runHours(runs, of);
      const shares = perHourS.map((own, h) =>
        isKnown(own, coveredS[h]!) ? Math.min(most, (seenS[h]! / own) * by) : null,
      );
      shares.forEach((share, h) => {
        if (of === 'highS' && share !== null && drawnBy[h] !== null) drawnBy[h] = drawnBy[h]! + (g.powerW * share) / by;
      });
      const known = shares.filter((x) => x !== null);
      const usual = known.reduce((s, x) => s + x, 0) / Math.max(1, known.length);
      return shares.reduce<number>((s, share, h) => s + (share ?? (timed ? ordered[h]! : usual)), 0);
    };
    const seenHours = [hours('lowS', Math.max(0, 1 - chance)), hours('highS', 1 + chance)] as const;
    const starts = runs.length;
    return { ...base, seenHours, starts, verdict: verdictOf(seenHours, starts, orderedHours) };
  });
  const total = (by: readonly number[]) => by.reduce((s, x) => s + x, 0) / 3600;
  const nights = log.samples.filter((s) => hourOf(s.atS) < NIGHT_HOURS && drawnW(s) > 0).map(drawnW);
  const alwaysW = nights.length < 10 ? null : nights.sort((a, b) => a - b)[Math.floor(nights.length / 10)]!;
  return {
    loads: seenLoads,
    coveredHours: total(coveredS),
    hiddenHours: total(coveredS) - total(hoursOf(visible.open)),
    alwaysW,
    hourW: drawnBy.map((w) => (w === null ? null : w + (alwaysW ?? 0))),
    leastW: visible.leastW,
  };
}

/**
 * How far what was seen may be off what was, by chance alone, as a share at about 99 %: of few long runs a part is easily
 * missed or met by luck, of many short ones hardly.
 */
function chanceOf(runs: readonly Run[], seenS: readonly number[], coveredS: readonly number[]): number {
  const total = (by: readonly number[]) => by.reduce((s, x) => s + x, 0);
  const sumS = runs.reduce((s, r) => s + r.highS, 0);
  if (sumS === 0) return 0;
  const spread = Math.sqrt(runs.reduce((s, r) => s + r.highS ** 2, 0)) / sumS;
  return 2.6 * spread * Math.sqrt(Math.max(0, 1 - total(seenS) / total(coveredS)));
}

/** Whether an hour of the day was seen often enough to say what happens in it. Common practice, no source. */
const isKnown = (seenS: number, coveredS: number): boolean => seenS >= 1800 && seenS >= 0.1 * coveredS;

/** Seconds of runs by the hour of the day, as short or as long as they may have been. */
function runHours(runs: readonly Run[], of: 'lowS' | 'highS'): number[] {
  const by = new Array<number>(24).fill(0);
  for (const run of runs) {
    const scale = run.toS > run.fromS ? run[of] / (run.toS - run.fromS) : 0;
    spread(by, run.fromS, run.toS, scale);
  }
  return by;
}

/** Seconds of spans by the hour of the day they lie in. */
function hoursOf(spans: readonly (readonly [number, number])[]): number[] {
  const by = new Array<number>(24).fill(0);
  for (const [from, to] of spans) spread(by, from, to, 1);
  return by;
}

/** Adds the seconds from … to, times a scale, to the hours of the day they lie in. */
function spread(by: number[], fromS: number, toS: number, scale: number): void {
  for (let s = fromS; s < toS; ) {
    const next = Math.min(toS, (Math.floor(s / 3600) + 1) * 3600);
    const hour = hourOf(s);
    by[hour] = by[hour]! + (next - s) * scale;
    s = next;
  }
}

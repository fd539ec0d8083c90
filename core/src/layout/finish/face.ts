import type { Id, PointMm } from '../../document/basics.ts';
import { APART_MM } from '../../tables/layoutPractice.ts';
import { pointsAlong, type Run } from '../lanes.ts';
import type { Surface } from '../surface.ts';
import { GAP_MM, type Lain, overlap, type Stretch, stretchesOf } from './tidiness.ts';
import { aloneWorth, type Box, boxOf, type Laid, meet, togetherWorth } from './worth.ts';

/** A way whose inner stretches may lie a little aside of where the router laid them. */
export interface Movable extends Omit<Lain, 'points'> {
  runs: readonly Run[];
  from: PointMm;
  to: PointMm;
  /** An end that is no terminal but anywhere on the panel's edge: its stretch may move as well. */
  free: readonly [from: boolean, to: boolean];
  /** How far it stays straight from its ends, and the radius its middle line bends to, mm. */
  straightMm: readonly [from: number, to: number];
  radiusMm: number;
  /** The parts it ends at: it may lie over them. */
  owners: readonly number[];
  /** Whether its bends have their room along these corners. */
  fits(points: readonly PointMm[]): boolean;
}

/** Where some ways would lie instead: their stretches, by way. */
export type Proposal = ReadonlyMap<number, readonly Run[]>;

/** A stretch goes aside by so much at most at once, mm. */
export const REACH_MM = 60;
const MOST_PLACES = 12;
/** Beside what goes along it for less no stretch is laid, mm. */
const LEAST_BESIDE_MM = 5;
const SAME_MM = 0.05;
/** Of two places so near only one is tried, mm. */
const ALIKE_MM = 0.2;
/** Below this nobody sees a difference, mm of worth. */
const WORTHWHILE = 0.5;
/** Ways whose boxes come no nearer than this do not see each other, mm: mains keeps farthest away. */
const SIGHT_MM = APART_MM.mains + 20;

/** Where a way lies with its stretches where they are. */
export function pointsOfMovable({ runs, from, to, free }: Pick<Movable, 'runs' | 'from' | 'to' | 'free'>): PointMm[] {
  const slid = (p: PointMm, run: Run): PointMm => (run.horizontal ? { ...p, yMm: run.atMm } : { ...p, xMm: run.atMm });
  const many = runs.length > 1;
  return pointsAlong(
    runs,
    free[0] && many ? slid(from, runs[0]!) : from,
    free[1] && many ? slid(to, runs.at(-1)!) : to,
  );
}

/** How far two stretches run beside each other, mm. */
export const sharedMm = (a: Run, b: Run): number => overlap(a.fromMm, a.toMm, b.fromMm, b.toMm);

/** The stretches of a way with how far each goes as they lie now. */
function extended(way: Movable, points: readonly PointMm[]): readonly Run[] {
  if (points.length !== way.runs.length + 1) return way.runs;
  return way.runs.map((run, i) => {
    const [a, b] = [points[i]!, points[i + 1]!];
    return run.horizontal ? { ...run, fromMm: a.xMm, toMm: b.xMm } : { ...run, fromMm: a.yMm, toMm: b.yMm };
  });
}

const sameStretch = (a: Stretch, b: Stretch): boolean =>
  a.x0 === b.x0 && a.x1 === b.x1 && a.y0 === b.y0 && a.y1 === b.y1;

/** What of two ways is not the same: from which stretch on, and up to which from the end. */
function changed(before: readonly Stretch[], after: readonly Stretch[]): [from: number, fromEnd: number] {
  const most = Math.min(before.length, after.length);
  let from = 0;
  while (from < most && sameStretch(before[from]!, after[from]!)) from++;
  let fromEnd = 0;
  while (fromEnd < most - from && sameStretch(before.at(-1 - fromEnd)!, after.at(-1 - fromEnd)!)) fromEnd++;
  return [from, fromEnd];
}

/** The ways over one face while they get their finish: where each lies, and what it would be worth to lie otherwise. */
export class FinishedFace {
  readonly movables: Movable[];
  /** The movable ones first, in their order, then what stays. */
  readonly #laid: Laid[];
  readonly #surface: Surface;
  readonly #pairs: ReadonlyMap<Id, ReadonlySet<Id>>;
  /** Where something has been moved from and to since somebody asked. */
  #stirred: Box[] = [];

  constructor(
    surface: Surface,
    movables: readonly Movable[],
    fixed: readonly Lain[],
    pairs: ReadonlyMap<Id, ReadonlySet<Id>>,
  ) {
    this.#surface = surface;
    this.#pairs = pairs;
    this.movables = [...movables];
    const laid = ({ cableId, widthMm, family }: Omit<Lain, 'points'>, points: readonly PointMm[]): Laid => {
      const stretches = stretchesOf(points);
      return { cableId, widthMm, family, stretches, box: boxOf(stretches) };
    };
    this.#laid = [...movables.map((m) => laid(m, pointsOfMovable(m))), ...fixed.map((f) => laid(f, f.points))];
  }

  /** Whether two ways come as near to each other as that. */
  near(n: number, k: number, mm: number): boolean {
    return meet(this.#laid[n]!.box, this.#laid[k]!.box, mm);
  }

  /** Which stretches of a way may move. */
  inner(n: number): number[] {
    const { runs, free } = this.movables[n]!;
    if (runs.length < 2) return [];
    const [first, last] = [free[0] ? 0 : 1, free[1] ? runs.length - 1 : runs.length - 2];
    return Array.from({ length: Math.max(0, last - first + 1) }, (_, i) => first + i);
  }

  /** Where a stretch lies, mm across its direction; null where there is none. */
  across(n: number, i: number): number | null {
    const { runs, from, to, free } = this.movables[n]!;
    const run = runs[i];
    if (!run) return null;
    const at = (p: PointMm) => (run.horizontal ? p.yMm : p.xMm);
    if (i === 0 && !free[0]) return at(from);
    return i === runs.length - 1 && !free[1] ? at(to) : run.atMm;
  }

  /** Where a stretch would lie evenly beside another, or in line with its own next but one; nearest first. */
  places(n: number, i: number): number[] {
    const way = this.movables[n]!;
    const run = way.runs[i]!;
    const here = this.across(n, i)!;
    const found: number[] = [];
    const put = (mm: number | null) => {
      if (mm !== null && Math.abs(mm - here) <= REACH_MM && Math.abs(mm - here) > SAME_MM) found.push(mm);
    };
    put(this.across(n, i - 2));
    put(this.across(n, i + 2));
    const lies = run.horizontal ? 0 : 1;
    for (let k = 0; k < this.#laid.length; k++) {
      const other = this.#laid[k]!;
      if (k === n || other.cableId === way.cableId) continue;
      const evenMm = (other.widthMm + way.widthMm) / 2 + GAP_MM;
      for (const s of other.stretches) {
        if (s.lies !== lies) continue;
        const mm = lies === 0 ? s.y0 : s.x0;
        if (Math.abs(mm - here) > REACH_MM + evenMm) continue;
        const [a, b] = lies === 0 ? [s.x0, s.x1] : [s.y0, s.y1];
        if (overlap(run.fromMm, run.toMm, a, b) < LEAST_BESIDE_MM) continue;
        put(mm - evenMm);
        put(mm + evenMm);
      }
    }
    found.sort((a, b) => a - b);
    return found
      .filter((mm, at) => at === 0 || mm - found[at - 1]! > ALIKE_MM)
      .sort((a, b) => Math.abs(a - here) - Math.abs(b - here) || a - b)
      .slice(0, MOST_PLACES);
  }

  /** The same way with one stretch elsewhere. */
  moved(n: number, i: number, mm: number): readonly Run[] {
    return this.movables[n]!.runs.map((run, k) => (k === i ? { ...run, atMm: mm } : run));
  }

  /**
   * What it would be worth that some ways lay otherwise, mm; the more the better.
   * @param known what stretches cost as they lie: kept from one proposal to the next while nothing is taken
   */
  gain(proposal: Proposal, known = new Map<string, number>()): number {
    const ways = [...proposal].map(([n, runs]) => {
      const way = this.movables[n]!;
      const before = this.#laid[n]!.stretches;
      const after = stretchesOf(pointsOfMovable({ ...way, runs }));
      const [from, fromEnd] = changed(before, after);
      return { n, way, before, after, from, fromEnd };
    });
    let gain = 0;
    const together = ways.length > 1 ? [...proposal.keys()].join() : '';
    for (const { n, before, after, from, fromEnd } of ways) {
      const key = `${n} ${from} ${fromEnd} ${together}`;
      let now = known.get(key);
      if (now === undefined) {
        now = this.#part(n, before, from, before.length - fromEnd, proposal);
        known.set(key, now);
      }
      gain += now;
      gain -= this.#part(n, after, from, after.length - fromEnd, proposal);
    }
    for (let a = 0; a < ways.length; a++)
      for (let b = 0; b < a; b++) {
        const [one, other] = [ways[a]!, ways[b]!];
        gain += this.#between(one.way, one.before, this.#laid[other.n]!);
        gain -= this.#between(one.way, one.after, {
          ...this.#laid[other.n]!,
          stretches: other.after,
          box: boxOf(other.after),
        });
      }
    return gain;
  }

  /** Does what is worth it, if every way still fits then. @returns whether it was done */
  take(proposal: Proposal, gain = this.gain(proposal)): boolean {
    if (gain < WORTHWHILE) return false;
    const ways = [...proposal].map(([n, runs]) => {
      const way = { ...this.movables[n]!, runs };
      return { n, way, points: pointsOfMovable(way) };
    });
    if (!ways.every(({ way, points }) => way.fits(points))) return false;
    for (const { n, way, points } of ways) {
      this.movables[n] = { ...way, runs: extended(way, points) };
      const stretches = stretchesOf(points);
      const before = this.#laid[n]!.stretches;
      const [from, fromEnd] = changed(before, stretches);
      this.#stirred.push(
        boxOf([...before.slice(from, before.length - fromEnd), ...stretches.slice(from, stretches.length - fromEnd)]),
      );
      this.#laid[n] = { ...this.#laid[n]!, stretches, box: boxOf(stretches) };
    }
    return true;
  }

  /** The ways with a stretch near what has been moved since this was asked last. */
  stirred(): number[] {
    const boxes = this.#stirred;
    this.#stirred = [];
    return [...this.movables.keys()].filter((n) => {
      const { box: whole, stretches } = this.#laid[n]!;
      return boxes.some((box) => meet(whole, box, REACH_MM) && stretches.some((s) => meet(boxOf([s]), box, REACH_MM)));
    });
  }

  #between(a: Movable, mine: readonly Stretch[], b: Laid): number {
    return togetherWorth(a, mine, b, this.#pairs);
  }

  /** What some stretches of one way cost, alone and with every other but those of a proposal. */
  #part(n: number, stretches: readonly Stretch[], from: number, to: number, without: Proposal): number {
    if (from >= to) return 0;
    const way = this.movables[n]!;
    const part = stretches.slice(from, to);
    const held = [way.free[0] ? undefined : stretches[0], way.free[1] ? undefined : stretches.at(-1)];
    let worth = aloneWorth(this.#surface, way, part, held);
    const box = boxOf(part);
    for (let k = 0; k < this.#laid.length; k++) {
      if (k === n || without.has(k) || !meet(box, this.#laid[k]!.box, SIGHT_MM)) continue;
      worth += this.#between(way, part, this.#laid[k]!);
    }
    return worth;
  }
}

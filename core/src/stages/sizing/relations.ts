import type { FlowWay } from '../demand/demand.ts';
import type { Netlist } from '../netlist/netlist.ts';
import type { BoardState } from '../states/boardStates.ts';
import { circuitOf, shareOf } from './electrical.ts';
import { LOST_OHM } from './lostBattery.ts';
import { positionsOf } from './runs.ts';

const NEGLIGIBLE = 1e-6;
export const passes = (share: Float64Array, branch: number): boolean => Math.abs(share[branch]!) > NEGLIGIBLE;

/** Which fuses stand where, as far as the wiring alone decides it; sizes change none of it. */
export interface Relations {
  /** Flows that pass each branch, as indexes. */
  flowsOf: number[][];
  /** The same by key, for the dossier. */
  flowKeysOf: string[][];
  /** By branch: fuses in series with everything it carries. */
  inSeries: number[][];
  /**
   * Of these the ones that guard it: between it and a source, or at the end of its own run. What stands behind a bar
   * with room for more sees only today's load.
   */
  guards: number[][];
  /** By branch of the minus side: fuses as tight as its return is, of which the largest counts. */
  tightest: number[][];
  /** By branch: fuses its own run ends on, to either side. */
  runEnds: number[][];
  /** By branch: whether another conductor joins the very same two places. */
  twin: boolean[];
  /**
   * By branch: ways in parallel that together carry all it carries, such as one for each battery of a bank; each way with
   * the fuses in series on it.
   */
  together: number[][][];
  /**
   * The fuses nearest below a branch that between them carry all it carries; empty where some of it passes none. Asked
   * for seldom, so worked out when it is.
   */
  below: (branch: number) => number[];
  /** By fuse: the fuses directly downstream, with no other between. */
  children: Map<number, number[]>;
  /** By branch: whether some flow divides here, so that the branch carries a part of what its guard does. */
  divided: boolean[];
  /** True where some flow divides between ways, so that shares depend on resistances. */
  divides: boolean;
  /** By flow that runs: its part in every branch where it divides nowhere, so that no resistance changes it; else null. */
  whole: (Float64Array | null)[];
}

const partly = (x: number): boolean => Math.abs(x) > NEGLIGIBLE && Math.abs(x) < 1 - NEGLIGIBLE;

/** Any resistance will do to see how the wiring divides; these differ a little so that equal ways part. */
const EVEN_OHM = 0.001;
const GOLDEN = 0.6180339887;

/**
 * Works out the relations of every fuse to every branch in one state from the wiring alone.
 *
 * Equal shares do not prove series: two equal batteries in parallel carry equal shares. So every branch is given a
 * slightly different resistance: in series shares stay equal, in parallel they part.
 * @param without the source taken out, −1 for none; @param active flows that run, as places among all
 */
export function relationsOf(
  netlist: Netlist,
  flows: readonly FlowWay[],
  { closed }: Pick<BoardState, 'closed'>,
  without: number,
  active: readonly number[],
  onMinus: (branch: number) => boolean,
): Relations {
  const seats = netlist.branches.flatMap((b, i) => (b.kind === 'fuseSeat' ? [i] : []));
  const uneven = circuitOf(
    netlist,
    (_, i) => (closed[i] ? EVEN_OHM * (1 + 0.05 * ((i * GOLDEN) % 1)) : Number.POSITIVE_INFINITY),
    true,
    (s) => (s === netlist.sources[without] ? LOST_OHM : 1),
  );
  const runs = new Set(active);
  const nothing = new Float64Array(netlist.branches.length);
  const share = flows.map((flow, f) => (runs.has(f) ? shareOf(uneven, flow) : nothing));
  const divides = share.some((s) => s.some(partly));
  const flowsOf: number[][] = netlist.branches.map(() => []);
  for (const f of active.toSorted((a, b) => a - b))
    for (let b = 0; b < flowsOf.length; b++) if (passes(share[f]!, b)) flowsOf[b]!.push(f);
  const at = (f: number, b: number) => Math.abs(share[f]![b]!);

  /** Every flow of `inner` passes `outer` whole, or in the very same part. */
  const carriesAll = (outer: number, inner: number): boolean =>
    flowsOf[inner]!.length > 0 &&
    flowsOf[inner]!.every((f) => at(f, outer) >= 1 - NEGLIGIBLE || Math.abs(at(f, outer) - at(f, inner)) <= NEGLIGIBLE);

  const { depth, runEnds } = positionsOf(netlist, closed, without);
  const itemsAt = itemsAtNodes(netlist);
  /** The wire that brings what this return takes home: to the same part, with the same flows; −1 where none does. */
  const withFlows = new Map<string, number[]>();
  netlist.branches.forEach(({ kind }, i) => {
    if (kind !== 'wire' || flowsOf[i]!.length === 0 || onMinus(i)) return;
    const key = flowsOf[i]!.join();
    const own = withFlows.get(key);
    if (own) own.push(i);
    else withFlows.set(key, [i]);
  });
  const mirrorOf = (b: number): number => {
    const { a: from, b: to } = netlist.branches[b]!;
    const items = new Set([...itemsAt[from]!, ...itemsAt[to]!]);
    const alike = withFlows.get(flowsOf[b]!.join()) ?? [];
    return alike.find((i) => touchesAny(netlist.branches[i]!, items)) ?? -1;
  };
  const touchesAny = ({ a, b }: { a: number; b: number }, items: ReadonlySet<string>): boolean =>
    itemsAt[a]!.some((id) => items.has(id)) || itemsAt[b]!.some((id) => items.has(id));
  /** Of the fuses in series with a return the tightest: several where one way only hangs on it today. */
  const tightestOf = (b: number): number[] => {
    const own = inSeries[b]!;
    if (!onMinus(b) || own.some((s) => runEnds[b]!.includes(s)) || mirrorOf(b) >= 0) return [];
    const fewest = Math.min(...own.map((s) => flowsOf[s]!.length));
    return own.filter((s) => flowsOf[s]!.length === fewest);
  };
  const guardsOf = (b: number): number[] => {
    const own = inSeries[b]!;
    if (own.length === 0) return own;
    const ends = own.filter((s) => runEnds[b]!.includes(s));
    if (onMinus(b)) {
      // As the plus side of the same run: its end, and what stands ahead of that.
      const from = ends.length > 0 ? Math.min(...ends.map((s) => depth[s]!)) : Number.POSITIVE_INFINITY;
      if (ends.length > 0) return own.filter((s) => ends.includes(s) || depth[s]! < from);
      const mirror = mirrorOf(b);
      if (mirror >= 0) return guardsOf(mirror);
      const tight = tightestOf(b);
      return own.filter((s) => !tight.includes(s));
    }
    return own.filter((s) => ends.includes(s) || depth[s]! < depth[b]!);
  };
  const togetherFor = (b: number): number[][] => {
    const through = flowsOf[b]!;
    if (through.length === 0) return [];
    const part = seats.filter((s) => through.every((f) => at(f, s) > NEGLIGIBLE && at(f, s) < at(f, b) - NEGLIGIBLE));
    // Fuses with the very same part of all it carries stand one behind the other on one way.
    const alike = (s: number, o: number) => through.every((f) => Math.abs(at(f, s) - at(f, o)) <= NEGLIGIBLE);
    const ways: number[][] = [];
    for (const s of part) {
      const way = ways.find((w) => alike(w[0]!, s));
      if (way) way.push(s);
      else ways.push([s]);
    }
    const whole = through.every((f) => ways.reduce((sum, w) => sum + at(f, w[0]!), 0) >= at(f, b) - NEGLIGIBLE);
    return ways.length > 1 && whole ? ways : [];
  };

  // A fuse in series with a branch is passed by the branch's first flow: the others need not be asked.
  const seatsOf = new Map(active.map((f) => [f, seats.filter((s) => passes(share[f]!, s))]));
  const inSeries = netlist.branches.map((_, b) => {
    const first = flowsOf[b]![0];
    return first === undefined ? [] : seatsOf.get(first)!.filter((s) => carriesAll(s, b));
  });
  const together = netlist.branches.map((_, b) => (divides && inSeries[b]!.length === 0 ? togetherFor(b) : []));
  const belowOf = (b: number): number[] => {
    const through = flowsOf[b]!;
    if (through.length < 2) return [];
    const within = seats.filter(
      (s) =>
        s !== b &&
        flowsOf[s]!.length > 0 &&
        flowsOf[s]!.length < through.length &&
        flowsOf[s]!.every((f) => through.includes(f)),
    );
    const nearest = within.filter(
      (s) =>
        !within.some(
          (o) =>
            o !== s && flowsOf[o]!.length > flowsOf[s]!.length && flowsOf[s]!.every((f) => flowsOf[o]!.includes(f)),
        ),
    );
    return through.every((f) => nearest.some((s) => flowsOf[s]!.includes(f))) ? nearest : [];
  };
  const inside = (outer: number, inner: number) =>
    outer !== inner && inSeries[inner]!.includes(outer) && !inSeries[outer]!.includes(inner);
  const children = new Map<number, number[]>();
  for (const seat of seats) {
    // A fuse with a single flow can have none below it that carries less.
    const below = flowsOf[seat]!.length > 1 ? seats.filter((s) => inside(seat, s)) : [];
    children.set(
      seat,
      below.filter((s) => !below.some((o) => inside(o, s))),
    );
  }
  return {
    flowsOf,
    flowKeysOf: flowsOf.map((own) => own.map((f) => flows[f]!.key)),
    inSeries,
    guards: netlist.branches.map((_, b) => guardsOf(b)),
    runEnds,
    twin: twinsOf(netlist),
    tightest: netlist.branches.map((_, b) => tightestOf(b)),
    together,
    below: belowOf,
    children,
    divided: netlist.branches.map((_, b) => flowsOf[b]!.some((f) => partly(share[f]![b]!))),
    divides,
    whole: share.map((s) => (s === nothing || s.some(partly) ? null : s.map(Math.round))),
  };
}

export interface Guard {
  /** Branch indexes of the fuses: one in series, or several in parallel that feed the branch together. */
  seats: number[];
  ratingA: number;
  /** Part of what the fuse carries that goes through the branch: less than 1 where conductors stand side by side. */
  part: number;
  /** What the guard lets the branch carry for good, A: its rating, times that part. */
  holdsA: number;
  /** Of fuses below: what those ahead would hold, A; null where the guard stands ahead. */
  aheadA: number | null;
}

/**
 * The fuse that guards a branch at given ratings: the smallest in series, else the parallel ones. Of equal ones the one
 * that carries less beside, for it stands nearer; then the lower index.
 */
export function guardAt(
  branch: number,
  relations: Relations,
  ratingA: Float64Array,
  partOf: (branch: number, seat: number) => number,
): Guard | null {
  let best = -1;
  for (const seat of relations.tightest[branch]!) if (best < 0 || ratingA[seat]! > ratingA[best]!) best = seat;
  for (const seat of relations.guards[branch]!) {
    const less = best < 0 ? -1 : ratingA[seat]! - ratingA[best]!;
    const nearer = best >= 0 && relations.flowsOf[seat]!.length < relations.flowsOf[best]!.length;
    if (less < -1e-9 || (less <= 1e-9 && nearer)) best = seat;
  }
  if (best >= 0) {
    // Conductors side by side share what their fuse lets pass, and their ratings add (IEC 60364-4-43 433.4).
    const part = relations.divided[branch] && relations.twin[branch] ? partOf(branch, best) : 1;
    return { seats: [best], ratingA: ratingA[best]!, part, holdsA: ratingA[best]! * part, aheadA: null };
  }
  const seats = relations.together[branch]!.map((way) => way.reduce((w, s) => (ratingA[s]! < ratingA[w]! ? s : w)));
  const sumA = seats.reduce((sum, s) => sum + ratingA[s]!, 0);
  return seats.length === 0 ? null : { seats, ratingA: sumA, part: 1, holdsA: sumA, aheadA: null };
}

/** The fuses below a branch as its guard: where nothing branches off before them they see its overload (433.2). */
export function guardBelow(branch: number, relations: Relations, ratingA: Float64Array, aheadA: number): Guard | null {
  const seats = relations.below(branch);
  const sumA = seats.reduce((sum, s) => sum + ratingA[s]!, 0);
  return seats.length === 0 ? null : { seats, ratingA: sumA, part: 1, holdsA: sumA, aheadA };
}

/** Conductors side by side between the same two places: a doubled lead. */
function twinsOf({ branches }: Netlist): boolean[] {
  const key = ({ a, b }: { a: number; b: number }) => (a < b ? `${a} ${b}` : `${b} ${a}`);
  const count = new Map<string, number>();
  for (const b of branches) if (b.kind === 'wire') count.set(key(b), (count.get(key(b)) ?? 0) + 1);
  return branches.map((b) => b.kind === 'wire' && count.get(key(b))! > 1);
}

/** Which items have a terminal at each node. */
function itemsAtNodes({ nodeOf, nodeCount }: Netlist): string[][] {
  const at: string[][] = Array.from({ length: nodeCount }, () => []);
  for (const [key, node] of nodeOf) at[node]!.push(key.slice(0, key.indexOf(' ')));
  return at;
}

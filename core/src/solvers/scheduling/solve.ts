import { type Random, seededRandom } from '../random.ts';
import { firstOrder, RULES } from './firstOrder.ts';
import { END_SHARE, emptyPlaced, type Placed, type Placer, placer } from './place.ts';
import { type Compiled, compile, type Objective, type ScheduleProblem } from './problem.ts';

export interface ScheduledTask {
  taskId: string;
  startMin: number;
  endMin: number;
  /** Who and what does it. */
  resourceIds: readonly string[];
  /** What it was held up by; null where nothing but its own earliest day. */
  heldBy: { taskId: string; kind: 'hands' | 'order' } | null;
}

export interface Schedule {
  tasks: readonly ScheduledTask[];
  /** Tasks in the order they were given their times: with it and other durations the same plan is played again. */
  order: readonly string[];
  groupEndMin: Readonly<Record<string, number>>;
  endMin: number;
  cost: number;
}

export interface SearchOptions {
  objective?: Objective;
  seed?: number;
  /** Teams looked at for tasks, all together: the measure of how long is searched, the same on every machine. */
  looks?: number;
  /** Where hours end before the work does: what is left over ends never, instead of an error. */
  endless?: boolean;
}

const LOOKS = 5_000_000;
/** Lists by rule with noise before the search proper, and the most they may take of it. */
const STARTS = 24;
const START_SHARE = 0.3;
const MOST_NOISE = 0.4;
/** Steps without anything better before the search begins elsewhere: so many for each task, and at most. */
const PATIENCE_EACH = 20;
const PATIENCE_MOST = 700;
/** Mostly it begins beside the best; one time in so many from a new list, for beside the best there may be no way out. */
const ANEW_EVERY = 3;
const MOST_MOVES = 14;

/**
 * A plan with few late groups, early ends and no resource doing two things at once.
 * Source: tabu search over swaps along what holds the end up (Nowicki & Smutnicki 1996), on lists of tasks.
 * @throws where the problem contradicts itself, or its hours end before its work does and it is not to be endless
 * @example
 * solveSchedule({ resources: [{ id: 'a', open: null }], groups: [{ id: 'g', dueMin: null, weight: 1 }], tasks: [{ id: 't', groupId: 'g', workMin: 5, needs: [['a']], earliestMin: 0, after: [] }] }).endMin; // 5
 */
export function solveSchedule(
  problem: ScheduleProblem,
  { objective = 'due', seed = 1, looks = LOOKS, endless = false }: SearchOptions = {},
): Schedule {
  const p = compile(problem);
  const { order, placed } = search(p, objective, seededRandom(seed), looks);
  if (!endless && placed.end.some((e) => !Number.isFinite(e)))
    throw new Error('hours end before the work does; accepted: hours further on');
  return told(problem, p, order, placed);
}

function told(problem: ScheduleProblem, p: Compiled, order: Int32Array, placed: Placed): Schedule {
  return {
    tasks: problem.tasks.map((t, i) => ({
      taskId: t.id,
      startMin: placed.start[i]!,
      endMin: placed.end[i]!,
      resourceIds: p.teams[i]![placed.team[i]!]!.resources.map((r) => problem.resources[r]!.id),
      heldBy:
        placed.heldBy[i]! < 0
          ? null
          : { taskId: problem.tasks[placed.heldBy[i]!]!.id, kind: placed.heldByHands[i] ? 'hands' : 'order' },
    })),
    order: [...order].map((i) => problem.tasks[i]!.id),
    groupEndMin: Object.fromEntries(problem.groups.map((g, i) => [g.id, placed.groupEnd[i]!])),
    endMin: Math.max(0, ...placed.groupEnd),
    cost: placed.cost,
  };
}

interface Found {
  order: Int32Array;
  placed: Placed;
}

function search(p: Compiled, objective: Objective, random: Random, looks: number): Found {
  const place = placer(p);
  const once = p.teams.reduce((sum, t) => sum + t.length, 1);
  let left = Math.max(1, Math.floor(looks / once));
  let best: Int32Array = new Int32Array(0);
  let bestCost = Number.POSITIVE_INFINITY;
  const scratch = emptyPlaced(p);
  // A list by rule costs more than a placing: of every group the ready tasks are looked at for each place in it.
  const listCost = 1 + p.dueMin.length / 4;
  const starts = Math.max(RULES.length, Math.min(STARTS, Math.floor((left * START_SHARE) / listCost)));
  for (let n = 0; n < starts; n++) {
    const order = firstOrder(p, RULES[n % RULES.length]!, n < RULES.length ? 0 : MOST_NOISE * random.next(), random);
    left -= listCost;
    const { cost } = place(order, scratch, objective);
    if (n === 0 || cost < bestCost) {
      best = order;
      bestCost = cost;
    }
  }
  if (p.count > 1) best = improved(p, place, best, objective, random, left);
  return { order: best, placed: place(best, emptyPlaced(p), objective) };
}

/** Swaps along what holds the end up, the best that is not forbidden; back to the best after long patience. */
function improved(
  p: Compiled,
  place: Placer,
  from: Int32Array,
  objective: Objective,
  random: Random,
  budget: number,
): Int32Array {
  const now = emptyPlaced(p);
  const trial = emptyPlaced(p);
  let order = from;
  place(order, now, objective);
  let best = order;
  let bestCost = now.cost;
  const forbidden = new Map<number, number>();
  let since = 0;
  let begun = 0;
  const patience = Math.min(PATIENCE_MOST, PATIENCE_EACH * p.count);
  let left = budget;
  for (let step = 0; left > 0; step++) {
    order = byStart(order, now);
    const moves = movesAlong(p, now, objective, random);
    if (moves.length === 0) {
      if (objective === 'makespan') break;
      // This group is held by nothing that could be swapped; another may be.
      left--;
      if (++since > patience) break;
      continue;
    }
    let chosen: Tried | null = null;
    let leastBad: Tried | null = null;
    for (const move of moves) {
      const next = swapped(p, order, move);
      place(next, trial, objective);
      left--;
      const found = { order: next, cost: trial.cost, move };
      const free = (forbidden.get(move.u * p.count + move.v) ?? -1) < step || trial.cost < bestCost;
      if (free && (!chosen || trial.cost < chosen.cost)) chosen = found;
      if (!leastBad || random.next() < 0.3) leastBad = found;
    }
    const taken = chosen ?? leastBad!;
    // Not to be turned back at once.
    forbidden.set(taken.move.v * p.count + taken.move.u, step + 8 + Math.floor(random.next() * 8));
    order = taken.order;
    place(order, now, objective);
    left--;
    if (now.cost < bestCost - 1e-9) {
      best = order;
      bestCost = now.cost;
      since = 0;
    } else if (++since > patience) {
      since = 0;
      forbidden.clear();
      const anew = ++begun % ANEW_EVERY === 0;
      order = anew ? firstOrder(p, RULES[begun % RULES.length]!, MOST_NOISE * random.next(), random) : best;
      place(order, now, objective);
      for (let n = 0; n < (anew ? 0 : 6); n++) {
        const some = movesAlong(p, now, objective, random);
        if (some.length === 0) break;
        order = swapped(p, byStart(order, now), some[Math.floor(random.next() * some.length)]!);
        place(order, now, objective);
      }
      left -= 6;
    }
  }
  return best;
}

interface Tried {
  order: Int32Array;
  cost: number;
  move: Move;
}

/** A task that holds another up for hands: `v` before `u` instead. */
interface Move {
  u: number;
  v: number;
}

/** Swaps along the way that leads to the end of a group: at the ends of each run of tasks held by hands. */
function movesAlong(p: Compiled, placed: Placed, objective: Objective, random: Random): Move[] {
  const g = groupToHelp(p, placed, objective, random);
  let t = -1;
  for (let i = 0; i < p.count; i++)
    if (p.groupOf[i] === g && placed.end[i] === placed.groupEnd[g] && (t < 0 || random.next() < 0.5)) t = i;
  const way: number[] = [];
  for (let at = t; at >= 0; at = placed.heldBy[at]!) way.push(at);
  way.reverse();
  const moves: Move[] = [];
  for (let i = 0; i + 1 < way.length; i++) {
    const [u, v] = [way[i]!, way[i + 1]!];
    if (!placed.heldByHands[v] || p.before[v]!.some((b) => b.task === u)) continue;
    const inner = i > 0 && placed.heldByHands[u] && i + 2 < way.length && placed.heldByHands[way[i + 2]!];
    if (inner && objective === 'makespan') continue;
    moves.push({ u, v });
  }
  while (moves.length > MOST_MOVES) moves.splice(Math.floor(random.next() * moves.length), 1);
  return moves;
}

/** The group whose end is looked at: the last one, or one of those that cost most, by lot. */
function groupToHelp(p: Compiled, { groupEnd }: Placed, objective: Objective, random: Random): number {
  let best = 0;
  let most = -1;
  for (let g = 0; g < groupEnd.length; g++) {
    const late = Math.max(0, groupEnd[g]! - p.dueMin[g]!);
    const counts =
      objective === 'makespan' ? groupEnd[g]! : p.weight[g]! * (late + END_SHARE * groupEnd[g]!) * random.next();
    if (counts > most) {
      most = counts;
      best = g;
    }
  }
  return best;
}

/** The same plan as a list by when tasks start: what does not hold another moves to its own time. */
function byStart(order: Int32Array, { start }: Placed): Int32Array {
  const rank = new Int32Array(order.length);
  for (let i = 0; i < order.length; i++) rank[order[i]!] = i;
  return order.slice().sort((a, b) => start[a]! - start[b]! || rank[a]! - rank[b]!);
}

/** A list with one task, and what it waits for, put before another. */
function swapped(p: Compiled, order: Int32Array, { u, v }: Move): Int32Array {
  const from = order.indexOf(u);
  const to = order.indexOf(v);
  const first = new Set<number>([v]);
  for (let i = to - 1; i > from; i--) {
    const t = order[i]!;
    if (p.next[t]!.some((n) => first.has(n))) first.add(t);
  }
  const next = order.slice();
  let at = from;
  for (let i = from + 1; i <= to; i++) if (first.has(order[i]!)) next[at++] = order[i]!;
  for (let i = from; i <= to; i++) if (!first.has(order[i]!)) next[at++] = order[i]!;
  return next;
}

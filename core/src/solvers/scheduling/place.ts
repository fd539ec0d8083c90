import type { Compiled, Objective } from './problem.ts';

/** Tasks on their times, and what held each one up. */
export interface Placed {
  start: Float64Array;
  end: Float64Array;
  /** Which of its teams does a task. */
  team: Int32Array;
  /** The task that ended when this one became possible; −1 where only its earliest day or somebody's hours held it. */
  heldBy: Int32Array;
  /** Whether it was held for hands or a bench, not for what it stands on. */
  heldByHands: Uint8Array;
  groupEnd: Float64Array;
  cost: number;
}

export const emptyPlaced = (p: Compiled): Placed => ({
  start: new Float64Array(p.count),
  end: new Float64Array(p.count),
  team: new Int32Array(p.count),
  heldBy: new Int32Array(p.count),
  heldByHands: new Uint8Array(p.count),
  groupEnd: new Float64Array(p.dueMin.length),
  cost: 0,
});

/** What a minute of a group's end counts against a minute late. */
export const END_SHARE = 0.02;

export function costOf(p: Compiled, groupEnd: Float64Array, objective: Objective): number {
  let latest = 0;
  let sum = 0;
  for (let g = 0; g < groupEnd.length; g++) {
    const end = groupEnd[g]!;
    if (end > latest) latest = end;
    const late = end - p.dueMin[g]!;
    sum += p.weight[g]! * (END_SHARE * end + (late > 0 ? late : 0));
  }
  return objective === 'makespan' ? latest : sum;
}

/**
 * Gives tasks their times one by one in the order of a list: each as soon as what it stands on is done and the team that
 * would finish it first is free. A list has every task after what it waits for. What is placed is written over.
 * @param workMin how long each really takes, where it is not as planned
 */
export type Placer = (order: ArrayLike<number>, into: Placed, objective: Objective, workMin?: Float64Array) => Placed;

/** Source: serial schedule generation (Kolisch 1996), without filling gaps: the list can say every such schedule. */
export function placer(p: Compiled): Placer {
  const freeAt = new Float64Array(p.resourceCount);
  const lastOn = new Int32Array(p.resourceCount);
  return (order, into, objective, workMin = p.workMin) => {
    freeAt.fill(0);
    lastOn.fill(-1);
    into.groupEnd.fill(0);
    const { start, end, team, heldBy, heldByHands, groupEnd } = into;
    for (let n = 0; n < order.length; n++) {
      const t = order[n]!;
      let ready = p.earliestMin[t]!;
      let holder = -1;
      for (const { task, waitMin } of p.before[t]!) {
        const at = end[task]! + waitMin;
        if (at > ready) {
          ready = at;
          holder = task;
        }
      }
      let best = Number.POSITIVE_INFINITY;
      let [bestStart, bestTeam, bestHolder, bestByHands] = [Number.POSITIVE_INFINITY, 0, holder, 0];
      const teams = p.teams[t]!;
      for (let k = 0; k < teams.length; k++) {
        const { resources, open } = teams[k]!;
        let free = ready;
        let by = holder;
        let hands = 0;
        for (const r of resources)
          if (freeAt[r]! > free) {
            free = freeAt[r]!;
            by = lastOn[r]!;
            hands = 1;
          }
        const begin = open.openAt(free);
        const done = open.end(begin, workMin[t]!);
        if (done < best || (done === best && begin > bestStart) || bestStart === Number.POSITIVE_INFINITY) {
          best = done;
          bestStart = begin;
          bestTeam = k;
          bestHolder = by;
          bestByHands = hands;
        }
      }
      start[t] = bestStart;
      end[t] = best;
      team[t] = bestTeam;
      heldBy[t] = bestHolder;
      heldByHands[t] = bestByHands;
      for (const r of teams[bestTeam]!.resources) {
        freeAt[r] = best;
        lastOn[r] = t;
      }
      const g = p.groupOf[t]!;
      if (best > groupEnd[g]!) groupEnd[g] = best;
    }
    into.cost = costOf(p, groupEnd, objective);
    return into;
  };
}

import type { Random } from '../random.ts';
import type { Compiled } from './problem.ts';

/** How tasks that may come next are ranked. */
export type Rule = 'slack' | 'due' | 'work' | 'short';
export const RULES: readonly Rule[] = ['slack', 'due', 'work', 'short'];

function rank(p: Compiled, rule: Rule, noise: number, random: Random): Float64Array {
  const key = new Float64Array(p.count);
  let scale = 0;
  for (let t = 0; t < p.count; t++) {
    const due = p.dueMin[p.groupOf[t]!]!;
    // Nobody waits for it: after whatever somebody waits for.
    const wanted = Number.isFinite(due) ? due : 1e7;
    key[t] =
      rule === 'slack'
        ? wanted - p.tailMin[t]!
        : rule === 'due'
          ? wanted
          : rule === 'work'
            ? -p.tailMin[t]!
            : p.workMin[t]!;
    scale = Math.max(scale, p.tailMin[t]!);
  }
  if (noise > 0) for (let t = 0; t < p.count; t++) key[t]! += noise * scale * (random.next() - 0.5);
  return key;
}

/**
 * A list by a rule: of what may begin, that which can begin first; of those the first by rank. So nobody stands idle while
 * there is something to do.
 * Source: non-delay dispatching with priority rules (Giffler & Thompson 1960; Baker 1974).
 */
export function firstOrder(p: Compiled, rule: Rule, noise: number, random: Random): Int32Array {
  const key = rank(p, rule, noise, random);
  const order = new Int32Array(p.count);
  const end = new Float64Array(p.count);
  const freeAt = new Float64Array(p.resourceCount);
  const left = p.before.map((b) => b.length);
  const ready: number[] = [];
  for (let t = 0; t < p.count; t++) if (left[t] === 0) ready.push(t);
  for (let n = 0; n < p.count; n++) {
    let best = -1;
    let [bestStart, bestTeam] = [Number.POSITIVE_INFINITY, 0];
    for (let i = 0; i < ready.length; i++) {
      const t = ready[i]!;
      let from = p.earliestMin[t]!;
      for (const { task, waitMin } of p.before[t]!) from = Math.max(from, end[task]! + waitMin);
      const teams = p.teams[t]!;
      let [start, team] = [Number.POSITIVE_INFINITY, 0];
      for (let k = 0; k < teams.length; k++) {
        let free = from;
        for (const r of teams[k]!.resources) if (freeAt[r]! > free) free = freeAt[r]!;
        const begin = teams[k]!.open.openAt(free);
        if (begin < start) {
          start = begin;
          team = k;
        }
      }
      if (best < 0 || start < bestStart || (start === bestStart && key[t]! < key[ready[best]!]!)) {
        best = i;
        bestStart = start;
        bestTeam = team;
      }
    }
    const t = ready[best]!;
    ready[best] = ready.at(-1)!;
    ready.pop();
    const { resources, open } = p.teams[t]![bestTeam]!;
    end[t] = open.end(bestStart, p.workMin[t]!);
    for (const r of resources) freeAt[r] = end[t]!;
    order[n] = t;
    for (const k of p.next[t]!) if (--left[k]! === 0) ready.push(k);
  }
  return order;
}

import type { Id } from '../document/basics.ts';

/** What a cable asks of the bench: the reel it comes from and the dies of its ends. */
export interface BenchNeed {
  cableId: Id;
  reel: string;
  /** Each once. */
  dies: readonly string[];
}

export interface Changes {
  reels: number;
  dies: number;
}

/**
 * Reels fetched and dies changed when cables are made one after the other, each with its ends in the better order.
 * The first reel and the first die count too.
 */
export function changesOf(order: readonly BenchNeed[]): Changes {
  let reels = 0;
  let reel: string | null = null;
  // Least die changes so far, by the die that is in the press now: at most the two of the last cable.
  let states: PressState[] = [{ die: '', changes: 0 }];
  for (const need of order) {
    if (need.reel !== reel) {
      reels++;
      reel = need.reel;
    }
    const [first, second, ...more] = need.dies;
    if (first === undefined) continue;
    if (second === undefined) states = [pressed(states, [first])];
    else if (more.length === 0) states = [pressed(states, [first, second]), pressed(states, [second, first])];
    else states = [pressed(states, need.dies)];
  }
  return { reels, dies: Math.min(...states.map((s) => s.changes)) };
}

interface PressState {
  die: string;
  changes: number;
}

/** The press after some dies in turn, from the best of several states. */
function pressed(from: readonly PressState[], dies: readonly string[]): PressState {
  let least = Number.POSITIVE_INFINITY;
  for (const { die, changes } of from) {
    let spent = changes;
    let now = die;
    for (const d of dies)
      if (d !== now) {
        spent++;
        now = d;
      }
    if (spent < least) least = spent;
  }
  return { die: dies.at(-1)!, changes: least };
}

const total = (c: Changes) => c.reels + c.dies;

/**
 * An order of making with few changes: cables of the same reel and dies stand together, and their groups are moved about
 * while that saves a change. A good order, not a proven best.
 */
export function makingOrder(needs: readonly BenchNeed[]): { order: BenchNeed[]; changes: Changes; asDrawn: Changes } {
  const asDrawn = changesOf(needs);
  const groups = new Map<string, BenchNeed[]>();
  for (const need of needs) {
    const key = `${need.reel} | ${[...need.dies].sort().join(' ')}`;
    groups.set(key, [...(groups.get(key) ?? []), need]);
  }
  let blocks = [...groups].sort((a, b) => (a[0] < b[0] ? -1 : 1)).map(([, own]) => own);
  let best = changesOf(blocks.flat());
  for (let improved = true; improved; ) {
    improved = false;
    for (let i = 0; i < blocks.length; i++)
      for (let to = 0; to < blocks.length; to++) {
        if (i === to) continue;
        const moved = [...blocks];
        const [block] = moved.splice(i, 1);
        moved.splice(to, 0, block!);
        const changes = changesOf(moved.flat());
        if (total(changes) >= total(best)) continue;
        blocks = moved;
        best = changes;
        improved = true;
      }
  }
  const order = blocks.flat();
  return total(asDrawn) <= total(best)
    ? { order: [...needs], changes: asDrawn, asDrawn }
    : { order, changes: best, asDrawn };
}

import type { Id } from '../board/board.ts';

/** What a cable asks of the bench: the reel it comes from and the dies of its ends, empty where nothing is crimped. */
export interface BenchNeed {
  cableId: Id;
  reel: string;
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
  // Least die changes so far, by the die that is in the press now.
  let states = new Map<string, number>([['', 0]]);
  for (const need of order) {
    if (need.reel !== reel) {
      reels++;
      reel = need.reel;
    }
    const kinds = [...new Set(need.dies.filter((d) => d !== ''))];
    if (kinds.length === 0) continue;
    const next = new Map<string, number>();
    for (const [now, spent] of states)
      for (const ways of orders(kinds)) {
        let changes = spent;
        let die = now;
        for (const d of ways)
          if (d !== die) {
            changes++;
            die = d;
          }
        if (changes < (next.get(die) ?? Number.POSITIVE_INFINITY)) next.set(die, changes);
      }
    states = next;
  }
  return { reels, dies: Math.min(...states.values()) };
}

/** Both ways round of two dies; more than two stay as they are. */
const orders = (dies: readonly string[]): (readonly string[])[] =>
  dies.length === 2 ? [dies, [dies[1]!, dies[0]!]] : [dies];

const total = (c: Changes) => c.reels + c.dies;

/**
 * An order of making with few changes: cables of the same reel and dies stand together, and their groups are moved about
 * while that saves a change. A good order, not a proven best.
 */
export function makingOrder(needs: readonly BenchNeed[]): { order: BenchNeed[]; changes: Changes; asDrawn: Changes } {
  const asDrawn = changesOf(needs);
  const groups = new Map<string, BenchNeed[]>();
  for (const need of needs) {
    const key = `${need.reel} | ${[...new Set(need.dies)].sort().join(' ')}`;
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

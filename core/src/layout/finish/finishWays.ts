import type { Id } from '../../document/basics.ts';
import type { Surface } from '../surface.ts';
import { FinishedFace, type Movable } from './face.ts';
import { closeUp, exchange, insert, settle, stepAside } from './moves.ts';
import type { Lain } from './tidiness.ts';

const MOST_ROUNDS = 4;
/** Ways that come no nearer have nothing to exchange, mm. */
const BESIDE_MM = 20;

/**
 * The last hand over ways that are laid: what runs together lies evenly side by side, pairs touch, small steps go, and
 * cables change places where they would cross. Moves the stretches of what may move, never to where a bend would be short
 * of room. Deterministic: a descent by single stretches, exchanges, insertions and whole bundles, until nothing is worth it.
 * Source: nudging of right-angled connectors (after Wybrow, Marriott & Stuckey 2010, from memory); the weights are our own.
 * @param fixed what lies there and stays
 * @returns the movable ways in their order, each where it lies now
 */
export function finishWays(
  surface: Surface,
  movables: readonly Movable[],
  fixed: readonly Lain[],
  pairs: ReadonlyMap<Id, ReadonlySet<Id>>,
): readonly Movable[] {
  const face = new FinishedFace(surface, movables, fixed, pairs);
  const all = movables.map((_, n) => n);
  let due: readonly number[] = all;
  for (let round = 0; round < MOST_ROUNDS && due.length > 0; round++) {
    for (const n of due) {
      settle(face, n);
      stepAside(face, n);
    }
    const isDue = new Set(due);
    for (const n of all)
      for (let k = n + 1; k < all.length; k++)
        if ((isDue.has(n) || isDue.has(k)) && face.near(n, k, BESIDE_MM)) exchange(face, n, k);
    for (const n of due) insert(face, n);
    for (const n of due) closeUp(face, n);
    due = face.stirred();
  }
  return face.movables;
}

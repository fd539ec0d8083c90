import { Deriving, derive } from '../derive.ts';
import type { Board } from '../document/board.ts';
import type { Catalogue } from '../document/part/part.ts';
import { partIndex } from '../document/references.ts';
import type { Workshop } from '../document/workshop/workshop.ts';
import { profileOf } from '../profiles/ownRules.ts';
import { cableLays } from './cableLays.ts';
import type { RoutedCables } from './routeCables.ts';
import { routeWell } from './routeWell.ts';

/**
 * Lays every cable of a board that no hand has laid, derived anew as often as its ways change what it is made of.
 * @param onProgress is told how many are laid of how many; answering false ends it
 * @example
 * routeBoard(board, catalogue, workshop).failed; // []
 */
export function routeBoard(
  board: Board,
  catalogue: Catalogue,
  workshop: Workshop,
  onProgress: (done: number, all: number) => boolean = () => true,
): RoutedCables {
  const deriving = new Deriving();
  const look = (now: Board) => {
    const profile = profileOf(now, workshop);
    const { cables, findings } = derive(now, catalogue, profile, workshop, deriving);
    return { layOf: cableLays(cables, profile, catalogue), findings };
  };
  return routeWell(board, partIndex(board, catalogue), look, onProgress);
}

import { derive } from '../../derive.ts';
import type { Board } from '../../document/board.ts';
import { applyCommands, type Command } from '../../document/commands.ts';
import type { Catalogue } from '../../document/part/part.ts';
import { partIndex } from '../../document/references.ts';
import type { Workshop } from '../../document/workshop/workshop.ts';
import { type PicturedWay, picturedWays } from '../../drawing/picturedWays.ts';
import { profileOf } from '../../profiles/ownRules.ts';
import { cableLays } from '../cableLays.ts';
import type { RoutedCables } from '../routeCables.ts';
import { boardTidiness } from './boardTidiness.ts';
import type { Tidiness } from './tidiness.ts';

/** How the cables of a board lie, to be looked at, and how tidy that is. */
export interface WaysPicture {
  tidiness: Tidiness;
  ways: PicturedWay[];
}

/** Cables as the router alone lays them and after the finish. */
export interface FinishCompared {
  before: WaysPicture;
  after: WaysPicture;
}

/**
 * What the finish does to the cables of a board that were routed: score and picture before and after.
 * @param board as it was before they were laid
 * @example
 * finishCompared(board, catalogue, workshop, { plain: [], commands: [] }).after.tidiness.crossings; // 0
 */
export function finishCompared(
  board: Board,
  catalogue: Catalogue,
  workshop: Workshop,
  { plain, commands }: Pick<RoutedCables, 'plain' | 'commands'>,
): FinishCompared {
  const pictured = (laid: readonly Command[]): WaysPicture => {
    const now = applyCommands(board, laid).board;
    const profile = profileOf(now, workshop);
    const { cables, lengths } = derive(now, catalogue, profile, workshop);
    const lays = cableLays(cables, profile, catalogue);
    return {
      tidiness: boardTidiness(now, partIndex(now, catalogue), lays),
      ways: picturedWays({ cables, lengths }, lays),
    };
  };
  return { before: pictured(plain), after: pictured(commands) };
}

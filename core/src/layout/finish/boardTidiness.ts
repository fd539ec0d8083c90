import type { Id } from '../../document/basics.ts';
import type { Board } from '../../document/board.ts';
import type { Part } from '../../document/part/part.ts';
import { cablePaths } from '../../stages/lengths/geometry.ts';
import type { LayOf } from '../cableLays.ts';
import { familyOf } from '../families.ts';
import { pairsOf } from './pairs.ts';
import { type Lain, type Tidiness, tidinessOf } from './tidiness.ts';

/** The cables of each face as they lie. */
function waysByFace(board: Board, parts: ReadonlyMap<Id, Part>, layOf: LayOf): Lain[][] {
  const lookup = { items: new Map(board.items.map((i) => [i.id, i])), parts };
  const connections = new Map(board.connections.map((c) => [c.id, c]));
  const faces = new Map<string, Lain[]>();
  for (const cable of board.cables) {
    const connection = connections.get(cable.cores[0]?.connectionId ?? '');
    if (!connection || cable.material === 'flatCopper') continue;
    const family = familyOf(connection, lookup);
    for (const { panelId, face, points } of cablePaths(board, cable, connection, lookup)) {
      const key = `${panelId}/${face}`;
      const own = faces.get(key) ?? [];
      own.push({ cableId: cable.id, points, widthMm: layOf(cable.id).diameterMm, family });
      faces.set(key, own);
    }
  }
  return [...faces.values()];
}

/**
 * How tidy the cables of a board lie, all faces together.
 * @example
 * boardTidiness({ ...board, cables: [] }, parts, () => ({ diameterMm: 10, bendMm: 40, lugMm: 30 })).crossings; // 0
 */
export function boardTidiness(board: Board, parts: ReadonlyMap<Id, Part>, layOf: LayOf): Tidiness {
  const pairs = pairsOf(board, parts);
  const none = tidinessOf([], pairs);
  return waysByFace(board, parts, layOf).reduce((sum, ways) => {
    const one = tidinessOf(ways, pairs);
    for (const key of Object.keys(one) as (keyof Tidiness)[]) sum[key] += one[key];
    return sum;
  }, none);
}

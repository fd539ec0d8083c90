import { type DemoName, demoBoard, UNLAID } from '@ombrik/demo/demoBoards';
import { describe, expect, it } from 'vitest';
import { genericCatalogue } from '../devices/genericCatalogue.ts';
import type { Id } from '../document/basics.ts';
import type { Board } from '../document/board.ts';
import type { Segment } from '../document/cable/cable.ts';
import { applyCommands } from '../document/commands.ts';
import { partIndex } from '../document/references.ts';
import { defaultWorkshop } from '../document/workshop/workshop.ts';
import { profileOf } from '../profiles/ownRules.ts';
import { deriveBoard } from '../testing/demoBoards.ts';
import { cableLays } from './cableLays.ts';
import { routeCables } from './routeCables.ts';

const lengthsOf = (board: Board): Map<Id, number> =>
  new Map(
    deriveBoard(board).lengths.flatMap((l) =>
      l.paths.length > 0 && l.paths.every((p) => !p.provisional) ? [[l.cableId, l.lengthMm] as const] : [],
    ),
  );

/**
 * How long the cables of a board lie, measured along their arcs, against the way each would have were it alone there, with
 * the same parts, radii and straights: the search for one cable is exact (against dijkstrajs, in routing.test.ts), so
 * together they can be no better than that, but for the tolls of hot cases and studs, which both keep away from alike.
 */
function against(board: Board): { laidMm: number; aloneMm: number; count: number } {
  const parts = partIndex(board, genericCatalogue);
  const layOf = cableLays(deriveBoard(board).cables, profileOf(board, defaultWorkshop), genericCatalogue);
  const bare: Board = {
    ...board,
    cables: board.cables.map((c) => ({
      ...c,
      segments: c.segments.map(
        (s): Segment => (s.kind === 'panelRoute' ? { ...s, waypoints: [], laidBy: 'router' } : s),
      ),
    })),
  };
  const laid = lengthsOf(board);
  let [laidMm, aloneMm, count] = [0, 0, 0];
  for (const { id, segments } of board.cables) {
    if (!laid.has(id) || segments.some((s) => s.kind === 'passThrough')) continue;
    const { commands, failed } = routeCables(bare, parts, layOf, new Set([id]));
    if (failed.length > 0) continue;
    const alone = lengthsOf(applyCommands(bare, commands).board).get(id);
    if (alone === undefined) continue;
    laidMm += laid.get(id)!;
    aloneMm += alone;
    count++;
  }
  return { laidMm, aloneMm, count };
}

describe('ways of many cables against the way each would have alone', () => {
  it.each(Object.keys(UNLAID) as DemoName[])('%s: together within a tenth of it', (name) => {
    const { laidMm, aloneMm, count } = against(demoBoard(name));
    if (count === 0) return;
    expect(count).toBeGreaterThan(5);
    expect(laidMm / aloneMm).toBeLessThan(1.1);
  });
});

import { describe, expect, it } from 'vitest';
import { genericCatalogue } from '../../devices/genericCatalogue.ts';
import type { Board } from '../../document/board.ts';
import { applyCommands } from '../../document/commands.ts';
import { addItem, newItem } from '../../document/item/items.ts';
import { partIndex } from '../../document/references.ts';
import { deriveBoard, mountainHutBoard } from '../../testing/demoBoards.ts';
import { landingSpot } from './freeSpot.ts';

const parts = (board: Board) => partIndex(board, genericCatalogue);
/** The board with one more of a part, where it lands; null where the panel is full. */
const withOneMore = (board: Board, partId: string): Board | null => {
  const part = parts(board).get(partId)!;
  const panel = board.panels[0]!;
  const spot = landingSpot(board, parts(board), panel, 'front', part);
  if (!spot) return null;
  const place = { kind: 'panel' as const, panelId: panel.id, face: 'front' as const, ...spot, rotationDeg: 0 as const };
  return applyCommands(board, addItem(newItem(board, part, place))).board;
};
/** Findings of the layout that a board does not have yet. */
const layoutStops = (board: Board) =>
  deriveBoard(board).findings.filter((f) =>
    ['parts-overlap', 'part-off-panel', 'in-keep-out', 'hole-covered'].includes(f.kind),
  );

describe('a new part', () => {
  it('lands free, one after the other, and never on another', () => {
    let board: Board | null = mountainHutBoard();
    for (const partId of ['holder-sf30', 'holder-sf30', 'isolator-100', 'relay-100', 'bar-plus-4x8']) {
      board = withOneMore(board!, partId);
      expect(board, partId).not.toBeNull();
      expect(layoutStops(board!), partId).toEqual([]);
    }
  });
  it('comes near others of its kind', () => {
    const board = mountainHutBoard();
    const last = board.items.filter((i) => parts(board).get(i.partId)?.kind === 'fuseHolder').at(-1)!;
    const spot = landingSpot(board, parts(board), board.panels[0]!, 'front', parts(board).get('holder-sf30')!)!;
    const { place } = last;
    if (place.kind !== 'panel') throw new Error('the holder stands on the panel');
    expect(Math.hypot(spot.xMm - place.xMm, spot.yMm - place.yMm)).toBeLessThan(260);
  });
  it('stays off screws, holes and what is kept clear', () => {
    const bare = { ...mountainHutBoard(), items: [], connections: [], cables: [] };
    const [panel] = bare.panels as [Board['panels'][number]];
    const hole = { id: 'ho', xMm: 550, yMm: 380, diameterMm: 60, lining: 'none' as const };
    const spot = landingSpot(
      bare,
      parts(bare),
      { ...panel, holes: [hole] },
      'front',
      parts(bare).get('isolator-100')!,
    )!;
    const part = parts(bare).get('isolator-100')!;
    const apart = Math.max(
      Math.abs(spot.xMm - hole.xMm) - part.widthMm / 2,
      Math.abs(spot.yMm - hole.yMm) - part.heightMm / 2,
    );
    expect(apart).toBeGreaterThanOrEqual(30);
  });
  it('is told where the panel is full', () => {
    const hut = mountainHutBoard();
    const small = {
      ...hut.panels[0]!,
      outline: [
        { xMm: 0, yMm: 0 },
        { xMm: 150, yMm: 0 },
        { xMm: 150, yMm: 120 },
        { xMm: 0, yMm: 120 },
      ],
    };
    expect(landingSpot({ items: [] }, parts(hut), small, 'front', parts(hut).get('inverter-24-2000')!)).toBeNull();
  });
});

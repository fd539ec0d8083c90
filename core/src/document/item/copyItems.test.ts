import { describe, expect, it } from 'vitest';
import { genericCatalogue } from '../../devices/genericCatalogue.ts';
import { deriveBoard, mountainHutBoard, repeaterShelterBoard } from '../../testing/demoBoards.ts';
import { hole, lamp, parts } from '../../testing/kit.ts';
import type { Board } from '../board.ts';
import { checkBoard } from '../checkBoard.ts';
import { applyCommands } from '../commands.ts';
import { partIndex } from '../references.ts';
import { copyItems, pasteItems } from './copyItems.ts';

const all = (board: Board) => new Set(board.items.map((i) => i.id));
const paste = (to: Board, from: Board, ids: ReadonlySet<string>) => {
  const made = pasteItems(to, copyItems(from, ids), partIndex(to, genericCatalogue), to.panels[0]!.id);
  return { ...made, ...applyCommands(to, made.commands) };
};

describe('parts lifted off a board', () => {
  it('take along the wires among them and leave those that lead elsewhere', () => {
    const { board } = lamp();
    const copied = copyItems(board, new Set(['it_X1', 'it_F10']));
    expect(copied.items.map((i) => i.id)).toEqual(['it_X1', 'it_F10']);
    expect(copied.connections).toHaveLength(1);
    expect(copied.cables).toHaveLength(1);
  });
  it('take their own parts along, and only those', () => {
    const { board } = lamp();
    const own = { ...parts.get('load-small')!, id: 'own' };
    board.customParts = [own, { ...own, id: 'other' }];
    board.items = board.items.map((i) => (i.id === 'it_E1' ? { ...i, partId: 'own' } : i));
    expect(copyItems(board, new Set(['it_E1'])).customParts.map((p) => p.id)).toEqual(['own']);
  });
});

describe('parts put down', () => {
  it.each([
    ['on their own board', mountainHutBoard(), mountainHutBoard()],
    ['on another board', repeaterShelterBoard(), mountainHutBoard()],
  ])('%s: sound, derived, with ids and names of their own, and undone', (_, to, from) => {
    const { board, itemIds, inverse } = paste(to, from, all(from));
    expect(checkBoard(board, genericCatalogue)).toMatchObject({ ok: true });
    expect(itemIds).toHaveLength(from.items.length);
    expect(new Set(board.items.map((i) => i.designation)).size).toBe(board.items.length);
    expect(new Set(board.cables.map((c) => c.designation)).size).toBe(board.cables.length);
    expect(board.connections).toHaveLength(to.connections.length + from.connections.length);
    deriveBoard(board);
    expect(applyCommands(board, inverse).board).toEqual(to);
  });
  it('keep their places among each other and let go of what holds them', () => {
    const { board } = lamp();
    board.items = board.items.map((i) => ({ ...i, held: true, groupId: 'gr_a' }));
    const { board: now, itemIds } = paste(board, board, new Set(['it_X1', 'it_F10']));
    const [a, b] = itemIds.map((id) => now.items.find((i) => i.id === id)!);
    expect(a!.place).toMatchObject({ xMm: 440, yMm: 110 });
    expect(b!.place).toMatchObject({ xMm: 440, yMm: 320 });
    expect([a!.held, b!.held]).toEqual([false, false]);
    expect(a!.groupId).toBe(b!.groupId);
    expect(a!.groupId).not.toBe('gr_a');
  });
  it('a cable that only went through a hole lies along the panel it comes to', () => {
    const { board } = lamp();
    board.panels = board.panels.map((p) => ({ ...p, holes: [hole(1, 300, 300, 20)] }));
    board.cables = board.cables.map((c, i) =>
      i === 1
        ? {
            ...c,
            segments: [
              {
                id: 's',
                kind: 'passThrough',
                panelId: board.panels[0]!.id,
                holeId: board.panels[0]!.holes[0]!.id,
                environment: c.segments[0]!.environment,
              },
            ],
          }
        : c,
    );
    const { board: now } = paste(board, board, all(board));
    expect(checkBoard(now, genericCatalogue)).toMatchObject({ ok: true });
  });
  // The same one is not doubled.
  it('an own part of the same id that is another part comes under an id of its own', () => {
    const from = lamp().board;
    const to = lamp().board;
    const own = { ...parts.get('load-small')!, id: 'own' };
    from.customParts = [own];
    from.items = from.items.map((i) => (i.id === 'it_E1' ? { ...i, partId: 'own' } : i));
    to.customParts = [{ ...own, widthMm: own.widthMm + 5 }];
    const { board, itemIds } = paste(to, from, new Set(['it_E1']));
    const pasted = board.items.find((i) => i.id === itemIds[0])!;
    expect(pasted.partId).not.toBe('own');
    expect(board.customParts).toHaveLength(2);
    expect(paste(from, from, new Set(['it_E1'])).board.customParts).toHaveLength(1);
  });
});

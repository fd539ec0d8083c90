import { demoBoard } from '@ombrik/demo/demoBoards';
import { describe, expect, it } from 'vitest';
import { genericCatalogue } from '../devices/genericCatalogue.ts';
import type { Board } from '../document/board.ts';
import { checkBoard } from '../document/checkBoard.ts';
import { applyCommands } from '../document/commands.ts';
import { defaultWorkshop } from '../document/workshop/workshop.ts';
import { deriveBoard } from '../testing/demoBoards.ts';
import { settle } from './settle.ts';

const hut = demoBoard('hut');
const bad = (board: Board) => deriveBoard(board).findings.filter((f) => f.severity !== 'note');
/** Two of its fuses locked too small for what they carry. */
const spoilt: Board = (() => {
  const small = (designation: string) => {
    const { id } = hut.items.find((i) => i.designation === designation)!;
    const seat = deriveBoard(hut).sizing.seats.find((s) => s.itemId === id)!;
    const link = genericCatalogue.fuseLinks
      .filter((l) => l.style === seat.style && l.ratingA < seat.designCurrentA)
      .sort((a, b) => b.ratingA - a.ratingA)[0]!;
    return { id, seatId: seat.seatId, linkId: link.id };
  };
  const both = ['-F3', '-F8'].map(small);
  return {
    ...hut,
    items: hut.items.map((i) => {
      const own = both.find((b) => b.id === i.id);
      return own
        ? {
            ...i,
            inserts: [
              {
                seatId: own.seatId,
                link: { mode: 'locked' as const, value: own.linkId, reason: 'was in the drawer', who: 'Jonas Wick' },
              },
            ],
          }
        : i;
    }),
  };
})();

describe('doing what findings offer', () => {
  it('ends with less to complain about, on a sound board', () => {
    expect(bad(spoilt).length).toBeGreaterThan(bad(hut).length + 1);
    const commands = settle(spoilt, genericCatalogue, defaultWorkshop);
    const after = applyCommands(spoilt, commands).board;
    expect(bad(after).length).toBeLessThan(bad(spoilt).length);
    expect(checkBoard(after, genericCatalogue).ok).toBe(true);
  });
  it('asked for one finding only, it cures that and leaves the others to whoever has left them', () => {
    const all = applyCommands(spoilt, settle(spoilt, genericCatalogue, defaultWorkshop)).board;
    const left = new Set(bad(all).map((f) => f.id));
    const curable = bad(spoilt).filter((f) => !left.has(f.id) && f.fixes.length > 0);
    const alone = (id: string) => settle(spoilt, genericCatalogue, defaultWorkshop, (f) => f.id === id);
    // Some go with the cure of another; one that is cured by its own is taken.
    const one = curable.find((f) => alone(f.id).length > 0)!;
    const commands = alone(one.id);
    expect(commands).toEqual(one.fixes[0]!.commands);
    const after = applyCommands(spoilt, commands).board;
    expect(bad(after).some((f) => f.id === one.id)).toBe(false);
  });
  it('where nothing is asked for nothing is done', () => {
    expect(settle(spoilt, genericCatalogue, defaultWorkshop, () => false)).toEqual([]);
    expect(settle(hut, genericCatalogue, defaultWorkshop)).toEqual([]);
  });
});

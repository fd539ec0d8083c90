import { marketCartBoard } from '@ombrik/demo/marketCart';
import { mountainHutBoard } from '@ombrik/demo/mountainHut';
import { pressShedBoard } from '@ombrik/demo/pressShed';
import { repeaterShelterBoard } from '@ombrik/demo/repeaterShelter';
import { derive } from '../derive.ts';
import { genericCatalogue } from '../devices/genericCatalogue.ts';
import type { Board } from '../document/board.ts';
import { applyCommands } from '../document/commands.ts';
import { wireToBlock } from '../document/item/items.ts';
import { partIndex } from '../document/references.ts';
import { defaultWorkshop } from '../document/workshop/workshop.ts';
import { profileOf } from '../profiles/ownRules.ts';

/** For tests only: boards of the demo, and the whole of what derives from one. */
export const deriveBoard = (board: Board) =>
  derive(board, genericCatalogue, profileOf(board, defaultWorkshop), defaultWorkshop);

/** The market cart with its three loads wired. */
export function wiredCart(): Board {
  const board = marketCartBoard();
  const loads = board.items.filter((i) => i.load).map((i) => i.id);
  return applyCommands(board, wireToBlock(board, partIndex(board, genericCatalogue), 'it_F10', loads).commands).board;
}

export const demoBoards = (): Board[] => [mountainHutBoard(), wiredCart(), repeaterShelterBoard(), pressShedBoard()];
export { marketCartBoard, mountainHutBoard, pressShedBoard, repeaterShelterBoard };

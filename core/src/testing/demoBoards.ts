import { wiredCart } from '@ombrik/demo/demoBoards';
import { marketCartBoard } from '@ombrik/demo/marketCart';
import { mountainHutBoard } from '@ombrik/demo/mountainHut';
import { pressShedBoard } from '@ombrik/demo/pressShed';
import { repeaterShelterBoard } from '@ombrik/demo/repeaterShelter';
import { derive } from '../derive.ts';
import { genericCatalogue } from '../devices/genericCatalogue.ts';
import type { Board } from '../document/board.ts';
import { defaultWorkshop } from '../document/workshop/workshop.ts';
import { profileOf } from '../profiles/ownRules.ts';

/** For tests only: boards of the demo, and the whole of what derives from one. */
export const deriveBoard = (board: Board) =>
  derive(board, genericCatalogue, profileOf(board, defaultWorkshop), defaultWorkshop);

export const demoBoards = (): Board[] => [mountainHutBoard(), wiredCart(), repeaterShelterBoard(), pressShedBoard()];
export { marketCartBoard, mountainHutBoard, pressShedBoard, repeaterShelterBoard, wiredCart };

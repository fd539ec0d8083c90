import type { Board, Id, Item } from '@ombrik/core/board/board';
import type { Part, Terminal } from '@ombrik/core/catalogue/part';

export interface ShelfSpot {
  item: Item;
  part: Part;
  xMm: number;
  yMm: number;
  widthMm: number;
  heightMm: number;
  place: string;
}

const WIDTH_MM = 168;
const GAP_MM = 12;

/** Things off the panel, drawn beside it in two columns: where they are is words, not millimetres. */
export function shelfSpots(board: Board, parts: ReadonlyMap<Id, Part>): ShelfSpot[] {
  const off = board.items.flatMap((item) => {
    const part = parts.get(item.partId);
    return part && item.place.kind !== 'panel' ? [{ item, part }] : [];
  });
  const rows = Math.max(6, Math.ceil(off.length / 2));
  return off.map(({ item, part }, i) => ({
    item,
    part,
    xMm: -(WIDTH_MM + 40) * (1 + Math.floor(i / rows)),
    yMm: (i % rows) * (58 + GAP_MM),
    widthMm: WIDTH_MM,
    heightMm: 58,
    place: item.place.kind === 'location' ? item.place.location : 'not placed',
  }));
}

/** Terminals of a shelved part stand along its right side. */
export function shelfTerminal(spot: ShelfSpot, terminal: Terminal): { xMm: number; yMm: number } {
  const index = spot.part.terminals.indexOf(terminal);
  return { xMm: spot.xMm + spot.widthMm, yMm: spot.yMm + ((index + 1) * spot.heightMm) / (spot.part.terminals.length + 1) };
}

import type { Id, RotationDeg } from '../document/basics.ts';
import type { Board } from '../document/board.ts';
import type { Item, Place } from '../document/item/item.ts';
import type { Part } from '../document/part/part.ts';
import { itemRect, type RectMm } from '../stages/lengths/geometry.ts';

type PanelPlace = Extract<Place, { kind: 'panel' }>;
export interface Move {
  itemId: Id;
  place: PanelPlace;
}
interface Boxed {
  item: Item;
  place: PanelPlace;
  rect: RectMm;
}

export type Edge = 'left' | 'centre' | 'right' | 'top' | 'middle' | 'bottom';

/** The chosen ones that stand on a panel and may be moved, with their rectangles. */
function boxed(board: Pick<Board, 'items'>, parts: ReadonlyMap<Id, Part>, ids: ReadonlySet<Id>): Boxed[] {
  return board.items.flatMap((item): Boxed[] => {
    const part = parts.get(item.partId);
    if (!ids.has(item.id) || !part || item.place.kind !== 'panel') return [];
    return [{ item, place: item.place, rect: itemRect(item, part)! }];
  });
}

const around = (all: readonly Boxed[]): RectMm => ({
  leftMm: Math.min(...all.map((b) => b.rect.leftMm)),
  rightMm: Math.max(...all.map((b) => b.rect.rightMm)),
  topMm: Math.min(...all.map((b) => b.rect.topMm)),
  bottomMm: Math.max(...all.map((b) => b.rect.bottomMm)),
});

const tidy = (x: number) => Math.round(x * 10) / 10;
/** Halves of tenths too: the middle of a frame of tenths may lie on one, and four quarter turns must come home. */
const fine = (x: number) => Math.round(x * 100) / 100;
const shifted = ({ item, place }: Boxed, byX: number, byY: number): Move => ({
  itemId: item.id,
  place: { ...place, xMm: tidy(place.xMm + byX), yMm: tidy(place.yMm + byY) },
});
const free = (all: readonly Boxed[]) => all.filter((b) => !b.item.held);

/**
 * Brings the chosen parts to one line. A held one among them says where; without one, the outermost does.
 * @returns moves of those that are not held
 * @example
 * align(board, parts, new Set(['it_F1', 'it_X1']), 'left').length; // 2
 */
export function align(
  board: Pick<Board, 'items'>,
  parts: ReadonlyMap<Id, Part>,
  ids: ReadonlySet<Id>,
  edge: Edge,
): Move[] {
  const all = boxed(board, parts, ids);
  if (all.length < 2) return [];
  const held = all.find((b) => b.item.held);
  const to = held ? held.rect : around(all);
  const middle = (r: RectMm) => ({ x: (r.leftMm + r.rightMm) / 2, y: (r.topMm + r.bottomMm) / 2 });
  const by: Readonly<Record<Edge, (b: Boxed) => Move>> = {
    left: (b) => shifted(b, to.leftMm - b.rect.leftMm, 0),
    right: (b) => shifted(b, to.rightMm - b.rect.rightMm, 0),
    centre: (b) => shifted(b, middle(to).x - middle(b.rect).x, 0),
    top: (b) => shifted(b, 0, to.topMm - b.rect.topMm),
    bottom: (b) => shifted(b, 0, to.bottomMm - b.rect.bottomMm),
    middle: (b) => shifted(b, 0, middle(to).y - middle(b.rect).y),
  };
  return free(all).map(by[edge]);
}

/**
 * Equal gaps between the chosen parts along one axis; the outer two stay.
 * @example
 * distribute(board, parts, new Set(['it_F1', 'it_X1']), 'x'); // []
 */
export function distribute(
  board: Pick<Board, 'items'>,
  parts: ReadonlyMap<Id, Part>,
  ids: ReadonlySet<Id>,
  axis: 'x' | 'y',
): Move[] {
  const all = boxed(board, parts, ids);
  if (all.length < 3) return [];
  const low = (b: Boxed) => (axis === 'x' ? b.rect.leftMm : b.rect.topMm);
  const high = (b: Boxed) => (axis === 'x' ? b.rect.rightMm : b.rect.bottomMm);
  all.sort((a, b) => low(a) - low(b));
  const [first, last] = [all[0]!, all.at(-1)!];
  const widths = all.slice(1, -1).reduce((s, b) => s + high(b) - low(b), 0);
  const gap = (low(last) - high(first) - widths) / (all.length - 1);
  let at = high(first) + gap;
  return all.slice(1, -1).flatMap((b) => {
    const by = at - low(b);
    at += high(b) - low(b) + gap;
    if (b.item.held) return [];
    return [axis === 'x' ? shifted(b, by, 0) : shifted(b, 0, by)];
  });
}

/**
 * Exchanges left and right (or top and bottom) of the chosen parts about their common middle.
 * @example
 * mirror(board, parts, new Set(['it_F1', 'it_X1']), 'x').length; // 2
 */
export function mirror(
  board: Pick<Board, 'items'>,
  parts: ReadonlyMap<Id, Part>,
  ids: ReadonlySet<Id>,
  axis: 'x' | 'y',
): Move[] {
  const all = boxed(board, parts, ids);
  if (all.length === 0) return [];
  const box = around(all);
  const turned = (deg: RotationDeg): RotationDeg =>
    (axis === 'x' ? (360 - deg) % 360 : (540 - deg) % 360) as RotationDeg;
  return free(all).map((b) => {
    const place = { ...b.place, rotationDeg: turned(b.place.rotationDeg) };
    if (axis === 'x') place.xMm = tidy(box.leftMm + box.rightMm - place.xMm);
    else place.yMm = tidy(box.topMm + box.bottomMm - place.yMm);
    return { itemId: b.item.id, place };
  });
}

/**
 * Turns the chosen parts together by a quarter, clockwise as seen on their face, about their common middle.
 * @example
 * turn(board, parts, new Set(['it_F1'])).length; // 1
 */
export function turn(board: Pick<Board, 'items'>, parts: ReadonlyMap<Id, Part>, ids: ReadonlySet<Id>): Move[] {
  const all = boxed(board, parts, ids);
  if (all.length === 0) return [];
  const box = around(all);
  const [cx, cy] = [(box.leftMm + box.rightMm) / 2, (box.topMm + box.bottomMm) / 2];
  return free(all).map((b) => {
    const way = b.place.face === 'back' ? -1 : 1;
    return {
      itemId: b.item.id,
      place: {
        ...b.place,
        xMm: fine(cx - way * (b.place.yMm - cy)),
        yMm: fine(cy + way * (b.place.xMm - cx)),
        rotationDeg: ((b.place.rotationDeg + 90) % 360) as RotationDeg,
      },
    };
  });
}

/**
 * Puts the chosen parts on the other face, behind (or before) where they stand.
 * @example
 * toOtherFace(board, parts, new Set(['it_F1']))[0].place.face; // 'back'
 */
export function toOtherFace(board: Pick<Board, 'items'>, parts: ReadonlyMap<Id, Part>, ids: ReadonlySet<Id>): Move[] {
  return free(boxed(board, parts, ids)).map((b) => ({
    itemId: b.item.id,
    place: { ...b.place, face: b.place.face === 'front' ? 'back' : 'front' },
  }));
}

/**
 * Shifts the chosen parts together.
 * @example
 * shift(board, parts, new Set(['it_F1']), 5, 0)[0].place.xMm; // 115
 */
export const shift = (
  board: Pick<Board, 'items'>,
  parts: ReadonlyMap<Id, Part>,
  ids: ReadonlySet<Id>,
  byX: number,
  byY: number,
): Move[] => free(boxed(board, parts, ids)).map((b) => shifted(b, byX, byY));

/**
 * Everything that moves when one of these does: the others of their groups on the same panel come along.
 * @example
 * [...withGroups(board, new Set(['it_F1']))]; // ['it_F1']
 */
export function withGroups(board: Pick<Board, 'items'>, ids: ReadonlySet<Id>): Set<Id> {
  const groups = new Set(board.items.flatMap((i) => (ids.has(i.id) && i.groupId ? [i.groupId] : [])));
  return new Set([...ids, ...board.items.flatMap((i) => (i.groupId && groups.has(i.groupId) ? [i.id] : []))]);
}

import type { Item, Place } from '../../document/item/item.ts';
import type { Part } from '../../document/part/part.ts';
import { stage } from '../../engine/stage.ts';
import { fact } from '../../stages/inputs.ts';
import { itemRect, type RectMm } from '../../stages/lengths/geometry.ts';
import { parts } from '../../stages/stages.ts';

export type PlacedItem = Pick<Item, 'id' | 'designation' | 'partId' | 'place' | 'standOffMm'>;

/** A part as it covers its panel. */
export interface Placed {
  item: PlacedItem;
  part: Part;
  rect: RectMm;
  /** With the space its sheet asks round it. */
  clear: RectMm;
  place: Extract<Place, { kind: 'panel' }>;
}

/** Every part that lies on a panel. */
export const placed = stage(
  'placed',
  { items: fact('items', ['id', 'designation', 'partId', 'place', 'standOffMm']), parts },
  ({ items, parts }): readonly Placed[] =>
    items.flatMap((item) => {
      const part = parts.get(item.partId);
      if (!part || item.place.kind !== 'panel') return [];
      return [
        { item, part, place: item.place, rect: itemRect(item, part)!, clear: itemRect(item, part, part.clearSpaceMm)! },
      ];
    }),
);

export const overlapOf = (a: RectMm, b: RectMm) => ({
  xMm: Math.min(a.rightMm, b.rightMm) - Math.max(a.leftMm, b.leftMm),
  yMm: Math.min(a.bottomMm, b.bottomMm) - Math.max(a.topMm, b.topMm),
});
export const sameSurface = (a: Placed, b: Placed): boolean =>
  a.place.panelId === b.place.panelId && a.place.face === b.place.face;

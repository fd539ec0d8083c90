import type { PointMm } from '../../document/basics.ts';
import type { Item } from '../../document/item/item.ts';
import type { Face, KeepOut, Panel } from '../../document/panel/panel.ts';
import type { Part } from '../../document/part/part.ts';
import { type Box, boxOf, sector } from '../../solvers/polygon.ts';
import { onPanel } from '../lengths/geometry.ts';

/** A part's true outline from its centre. */
export function partOutline(part: Pick<Part, 'body' | 'widthMm' | 'heightMm'>): PointMm[] {
  if (part.body.outline) return part.body.outline;
  const [w, h] = [part.widthMm / 2, part.heightMm / 2];
  return [
    { xMm: -w, yMm: -h },
    { xMm: w, yMm: -h },
    { xMm: w, yMm: h },
    { xMm: -w, yMm: h },
  ];
}

/**
 * The outline of a placed item on its panel; null off the panel.
 * @example
 * itemOutline(board.items[1], parts.get('holder-classT')).length; // 4
 */
export function itemOutline(
  item: Pick<Item, 'place'>,
  part: Pick<Part, 'body' | 'widthMm' | 'heightMm'>,
): PointMm[] | null {
  if (item.place.kind !== 'panel') return null;
  return partOutline(part).map((p) => onPanel(item, p)!);
}

/**
 * The outline of a keep-out, mm.
 * @example
 * keepOutOutline({ shape: { kind: 'polygon', points: [] } }); // []
 */
export const keepOutOutline = ({ shape }: Pick<KeepOut, 'shape'>): PointMm[] =>
  shape.kind === 'polygon' ? shape.points : sector(shape.centre, shape.radiusMm, shape.fromDeg, shape.toDeg);

/**
 * Whether a keep-out holds on a face.
 * @example
 * holdsOn({ face: 'both' }, 'back'); // true
 */
export const holdsOn = (keepOut: Pick<KeepOut, 'face'>, face: Face): boolean =>
  keepOut.face === 'both' || keepOut.face === face;

/**
 * The smallest upright box round a panel, mm.
 * @example
 * panelBox(board.panels[0]).rightMm; // 900
 */
export const panelBox = (panel: Pick<Panel, 'outline'>): Box => boxOf(panel.outline);

/**
 * A point as seen: from the front as it is, from the back with left and right exchanged, for that is how the panel looks
 * when it is turned over about its upright axis.
 * @example
 * asSeen(board.panels[0], 'front', { xMm: 10, yMm: 20 }); // { xMm: 10, yMm: 20 }
 */
export function asSeen(panel: Pick<Panel, 'outline'>, face: Face, p: PointMm): PointMm {
  if (face === 'front') return p;
  const { leftMm, rightMm } = panelBox(panel);
  return { xMm: leftMm + rightMm - p.xMm, yMm: p.yMm };
}

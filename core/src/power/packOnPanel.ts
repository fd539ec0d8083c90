import { deviceOf } from '../devices/registry.ts';
import type { Id } from '../document/basics.ts';
import type { Board } from '../document/board.ts';
import { applyCommands, type Command } from '../document/commands.ts';
import { placeItem } from '../document/item/items.ts';
import type { Part } from '../document/part/part.ts';

const MARGIN_MM = 45;
const GAP_MM = 22;

/**
 * Puts unplaced parts on the first panel row by row, each with half of the space its sheet asks for: a start to drag
 * from, not an arrangement. What finds no room stays unplaced; nothing that is placed is moved.
 */
export function packOnPanel(board: Board, parts: ReadonlyMap<Id, Part>): Command[] {
  const panel = board.panels[0];
  if (!panel || board.items.some((i) => i.place.kind === 'panel')) return [];
  const xs = panel.outline.map((p) => p.xMm);
  const ys = panel.outline.map((p) => p.yMm);
  const [left, right] = [Math.min(...xs) + MARGIN_MM, Math.max(...xs) - MARGIN_MM];
  const bottom = Math.max(...ys) - MARGIN_MM;
  const waiting = board.items
    .flatMap((item) => {
      const part = parts.get(item.partId);
      const row = part ? deviceOf(part.kind).packRow : null;
      return part && row !== null && item.place.kind === 'unplaced' ? [{ item, part, row }] : [];
    })
    .sort((a, b) => a.row - b.row);
  let at = board;
  const commands: Command[] = [];
  let [x, y, rowHeight, row] = [left, Math.min(...ys) + MARGIN_MM, 0, waiting[0]?.row ?? 0];
  for (const { item, part, row: own } of waiting) {
    const side = Math.max(part.clearSpaceMm.left, part.clearSpaceMm.right) / 2;
    const above = Math.max(part.clearSpaceMm.top, part.clearSpaceMm.bottom) / 2;
    const [w, h] = [part.widthMm + 2 * side, part.heightMm + 2 * above];
    if (own !== row || x + w > right) {
      x = left;
      y += rowHeight + GAP_MM;
      rowHeight = 0;
      row = own;
    }
    if (y + h > bottom || x + w > right) continue;
    const own1 = placeItem(at, item.id, {
      kind: 'panel',
      panelId: panel.id,
      face: 'front',
      xMm: Math.round(x + w / 2),
      yMm: Math.round(y + h / 2),
      rotationDeg: 0,
    });
    at = applyCommands(at, own1).board;
    commands.push(...own1);
    x += w + GAP_MM;
    rowHeight = Math.max(rowHeight, h);
  }
  return commands;
}

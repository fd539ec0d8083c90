import type { Id, PointMm } from '../document/basics.ts';
import type { Board } from '../document/board.ts';
import type { Item } from '../document/item/item.ts';
import type { Face, Panel } from '../document/panel/panel.ts';
import type { Part } from '../document/part/part.ts';
import { inside } from '../solvers/polygon.ts';
import type { Raster } from '../solvers/routing/gridRouter.ts';
import { itemRect, onPanel, type RectMm } from '../stages/lengths/geometry.ts';
import { holdsOn, keepOutOutline } from '../stages/place/outlines.ts';

/** One face of a panel as a raster, and who stands where on it. */
export interface Surface {
  panel: Panel;
  face: Face;
  cellMm: number;
  leftMm: number;
  topMm: number;
  raster: Raster;
  /** Number of each item that stands on it. */
  ownerOf: ReadonlyMap<Id, number>;
}

export const CELL_MM = 10;
/** Tolls in the router's cost, 10 a cell: what a detour of so many cells is worth. Common practice, no source. */
const TOLL = { breathing: 30, rim: 12, screw: 80, studSwing: 8 } as const;
/** Room a laid cable with its clip takes off the board, mm. Common practice, no source. */
const CABLE_MM = 25;
/** A spanner needs this much around a stud. */
const STUD_SWING_MM = 22;

/** Lays a raster over one face: bodies belong to their parts, hot parts' clear space and screws cost. */
export function surfaceOf(board: Board, parts: ReadonlyMap<Id, Part>, panel: Panel, face: Face): Surface {
  const xs = panel.outline.map((p) => p.xMm);
  const ys = panel.outline.map((p) => p.yMm);
  const [leftMm, topMm] = [Math.min(...xs), Math.min(...ys)];
  const columns = Math.max(2, Math.ceil((Math.max(...xs) - leftMm) / CELL_MM));
  const rows = Math.max(2, Math.ceil((Math.max(...ys) - topMm) / CELL_MM));
  const raster: Raster = {
    columns,
    rows,
    owner: new Int16Array(columns * rows).fill(-1),
    toll: new Uint16Array(columns * rows),
  };
  const centre = (column: number, row: number): PointMm => ({
    xMm: leftMm + (column + 0.5) * CELL_MM,
    yMm: topMm + (row + 0.5) * CELL_MM,
  });
  const over = (rect: RectMm, act: (cell: number) => void) => {
    const from = [Math.floor((rect.leftMm - leftMm) / CELL_MM), Math.floor((rect.topMm - topMm) / CELL_MM)];
    const to = [Math.ceil((rect.rightMm - leftMm) / CELL_MM) - 1, Math.ceil((rect.bottomMm - topMm) / CELL_MM) - 1];
    for (let row = Math.max(0, from[1]!); row <= Math.min(rows - 1, to[1]!); row++)
      for (let column = Math.max(0, from[0]!); column <= Math.min(columns - 1, to[0]!); column++)
        act(row * columns + column);
  };
  const around = (p: PointMm, mm: number): RectMm => ({
    leftMm: p.xMm - mm,
    rightMm: p.xMm + mm,
    topMm: p.yMm - mm,
    bottomMm: p.yMm + mm,
  });
  for (let row = 0; row < rows; row++)
    for (let column = 0; column < columns; column++) {
      const cell = row * columns + column;
      if (!inside(centre(column, row), panel.outline)) raster.owner[cell] = -2;
      if (column === 0 || row === 0 || column === columns - 1 || row === rows - 1) raster.toll[cell] = TOLL.rim;
    }
  const channels = panel.channels.filter((c) => c.face === face);
  if (channels.length > 0) {
    const channel = new Uint8Array(columns * rows);
    raster.channel = channel;
    for (const { from, to, widthMm } of channels)
      over(
        {
          leftMm: Math.min(from.xMm, to.xMm) - (from.yMm === to.yMm ? 0 : widthMm / 2),
          rightMm: Math.max(from.xMm, to.xMm) + (from.yMm === to.yMm ? 0 : widthMm / 2),
          topMm: Math.min(from.yMm, to.yMm) - (from.yMm === to.yMm ? widthMm / 2 : 0),
          bottomMm: Math.max(from.yMm, to.yMm) + (from.yMm === to.yMm ? widthMm / 2 : 0),
        },
        (cell) => {
          channel[cell] = 1;
        },
      );
  }
  // Cables may lie over what is shut to parts only as far as it leaves room for them.
  for (const keepOut of panel.keepOuts)
    if (holdsOn(keepOut, face) && keepOut.freeMm < CABLE_MM) {
      const ring = keepOutOutline(keepOut);
      for (let row = 0; row < rows; row++)
        for (let column = 0; column < columns; column++)
          if (inside(centre(column, row), ring)) raster.owner[row * columns + column] = -2;
    }
  for (const screw of panel.fixings)
    over(around(screw, screw.screwDiameterMm), (cell) => {
      raster.toll[cell]! += TOLL.screw;
    });
  const here = board.items.filter(
    (i): i is Item => i.place.kind === 'panel' && i.place.panelId === panel.id && i.place.face === face,
  );
  const ownerOf = new Map<Id, number>();
  here.forEach((item, k) => {
    const part = parts.get(item.partId);
    if (!part) return;
    ownerOf.set(item.id, k);
    over(itemRect(item, part, part.clearSpaceMm)!, (cell) => {
      raster.toll[cell]! += TOLL.breathing;
    });
    for (const t of part.terminals)
      if (t.attachment.kind === 'stud')
        over(around(onPanel(item, t)!, STUD_SWING_MM), (cell) => {
          raster.toll[cell]! += TOLL.studSwing;
        });
  });
  for (const item of here) {
    const part = parts.get(item.partId);
    if (part)
      over(itemRect(item, part)!, (cell) => {
        if (raster.owner[cell] !== -2) raster.owner[cell] = ownerOf.get(item.id)!;
      });
  }
  return { panel, face, cellMm: CELL_MM, leftMm, topMm, raster, ownerOf };
}

/** The cell a point lies in, held within the raster. */
export function cellAt({ raster, leftMm, topMm, cellMm }: Surface, p: PointMm): [column: number, row: number] {
  const clamp = (v: number, most: number) => Math.max(0, Math.min(most, v));
  return [
    clamp(Math.floor((p.xMm - leftMm) / cellMm), raster.columns - 1),
    clamp(Math.floor((p.yMm - topMm) / cellMm), raster.rows - 1),
  ];
}

import type { Panel } from '../../document/panel/panel.ts';
import { inside, toEdge } from '../../solvers/polygon.ts';
import type { Placed } from './placed.ts';

/** How far a corner may stand over the edge: tolerance of the drawing, mm. */
export const OVER_EDGE_MM = 0.5;

/** Whether a part reaches over the edge of its panel. */
export function reachesOver({ rect }: Placed, panel: Pick<Panel, 'outline'>): boolean {
  const corners = [
    { xMm: rect.leftMm, yMm: rect.topMm },
    { xMm: rect.rightMm, yMm: rect.topMm },
    { xMm: rect.rightMm, yMm: rect.bottomMm },
    { xMm: rect.leftMm, yMm: rect.bottomMm },
  ];
  return corners.some((c) => !inside(c, panel.outline) && toEdge(c, panel.outline).distanceMm > OVER_EDGE_MM);
}

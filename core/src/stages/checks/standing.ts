import type { Part } from '../../catalogue/part.ts';
import type { Item, Panel, PointMm } from '../../document/board.ts';
import { type Box, boxOf } from '../../solvers/polygon.ts';
import { itemOutline } from '../place/outlines.ts';
import { type CheckContext, partOf } from './checkContext.ts';
import { type Finding, makeFinding } from './finding.ts';

/** A part as it stands on its panel: what the checks of its room are made with. */
export interface Standing {
  item: Item;
  part: Part;
  panel: Panel;
  face: 'front' | 'back';
  outline: PointMm[];
  box: Box;
  /** From its underside to its top, off the face it stands on, mm. */
  bottomMm: number;
  topMm: number;
}

/** Every part that stands on a panel. */
export function standing(context: CheckContext): Standing[] {
  const panels = new Map(context.board.panels.map((p) => [p.id, p]));
  return context.board.items.flatMap((item): Standing[] => {
    const part = partOf(context, item);
    const panel = item.place.kind === 'panel' ? panels.get(item.place.panelId) : undefined;
    if (!part || !panel || item.place.kind !== 'panel') return [];
    const outline = itemOutline(item, part)!;
    return [
      {
        item,
        part,
        panel,
        face: item.place.face,
        outline,
        box: boxOf(outline),
        bottomMm: item.standOffMm,
        topMm: item.standOffMm + part.depthMm,
      },
    ];
  });
}

/** Where a finding about a part is. */
export const at = ({ item, panel }: Standing) => ({ label: item.designation, itemIds: [item.id], panelId: panel.id });
/** A finding of the board station. */
export const judge = (
  rule: string,
  severity: Finding['severity'],
  where: Parameters<typeof makeFinding>[0]['where'],
  says: string,
  why: string,
  source: string,
  entity: string,
  fixes: Finding['fixes'] = [],
) => makeFinding({ rule, severity, station: 'board', where, says, why, source, fixes }, entity);

import { deviceOf } from '../../devices/registry.ts';
import type { PointMm } from '../../document/basics.ts';
import type { Item } from '../../document/item/item.ts';
import type { Panel } from '../../document/panel/panel.ts';
import type { Part } from '../../document/part/part.ts';
import { stage } from '../../engine/stage.ts';
import { type Box, boxOf } from '../../solvers/polygon.ts';
import { collection, fact } from '../../stages/inputs.ts';
import { itemOutline } from '../../stages/place/outlines.ts';
import { parts } from '../../stages/stages.ts';

export const PRACTICE = 'common practice, no source';
export const SHEET = 'part sheet and the panel as drawn';

/** A part as it stands on its panel: what its room is judged with. */
export interface Standing {
  item: Pick<Item, 'id' | 'designation' | 'place' | 'standOffMm'>;
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
export const standing = stage(
  'standing',
  {
    items: fact('items', ['id', 'designation', 'partId', 'place', 'standOffMm']),
    panels: collection('panels'),
    parts,
  },
  ({ items, panels, parts }): readonly Standing[] => {
    const panelOf = new Map(panels.map((p) => [p.id, p]));
    return items.flatMap((item) => {
      const part = parts.get(item.partId);
      const panel = item.place.kind === 'panel' ? panelOf.get(item.place.panelId) : undefined;
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
  },
);

/** Those that run hot. */
export const hotOnes = (standing: readonly Standing[]): Standing[] => standing.filter((s) => deviceOf(s.part.kind).hot);

/** Where a finding about a part is. */
export const at = ({ item, panel }: Pick<Standing, 'item' | 'panel'>) => ({
  label: item.designation,
  itemIds: [item.id],
  panelId: panel.id,
});

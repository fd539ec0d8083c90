import { fact } from '../../stages/inputs.ts';
import { finding } from '../finding.ts';
import { OVER_EDGE_MM, reachesOver } from './offPanel.ts';
import { placed } from './placed.ts';

/** Parts that reach over the edge of their panel. */
export const partOffPanel = finding({
  id: 'part-off-panel',
  subject: 'layout',
  station: 'board',
  severity: { stop: 'cannot be built' },
  protects: 'the assembler: it has nothing to be screwed to there',
  source: 'outlines from the part sheet and the panel',
  limits: {
    overMm: { value: OVER_EDGE_MM, unit: 'mm', what: 'over the edge', source: 'tolerance of the drawing' },
  },
  reads: { placed, panels: fact('panels', ['id', 'name', 'outline']) },
  judge: ({ placed, panels }) =>
    placed.flatMap((p) => {
      const panel = panels.find((x) => x.id === p.place.panelId)!;
      if (!reachesOver(p, panel)) return [];
      const { rect, item } = p;
      return [
        {
          entity: item.id,
          where: { label: item.designation, itemIds: [item.id], panelId: panel.id },
          says: `${item.designation} reaches over the edge of ${panel.name}`,
          why: `it covers ${Math.round(rect.leftMm)}…${Math.round(rect.rightMm)} × ${Math.round(rect.topMm)}…${Math.round(rect.bottomMm)} mm`,
        },
      ];
    }),
});

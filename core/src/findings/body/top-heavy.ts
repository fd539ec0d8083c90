import { boxOf } from '../../solvers/polygon.ts';
import { fact } from '../../stages/inputs.ts';
import { bodies } from '../../stages/stages.ts';
import { finding } from '../finding.ts';

/** A panel whose weight acts high up. */
export const topHeavy = finding({
  id: 'top-heavy',
  subject: 'body',
  station: 'board',
  severity: { note: 'to know' },
  protects: 'whoever carries and hangs it: it tips',
  source: 'heavy things low (common practice, no source)',
  limits: {
    partsKg: {
      value: 5,
      unit: 'kg',
      what: 'parts lighter than this tip nothing',
      source: 'common practice, no source',
    },
    heightShare: {
      value: 0.4,
      unit: '',
      what: 'of the height, from the top, within which the weight acts',
      source: 'common practice, no source',
    },
  },
  reads: { bodies, panels: fact('panels', ['id', 'name', 'outline']) },
  judge: ({ bodies, panels }, { partsKg, heightShare }) =>
    bodies.flatMap((body) => {
      const panel = panels.find((p) => p.id === body.panelId)!;
      const box = boxOf(panel.outline);
      const height = box.bottomMm - box.topMm;
      if (body.partsKg <= partsKg || body.centre.yMm >= box.topMm + height * heightShare) return [];
      return [
        {
          entity: panel.id,
          where: { label: panel.name, panelId: panel.id },
          says: `${panel.name} is top-heavy: its weight acts ${Math.round(body.centre.yMm - box.topMm)} mm below the top edge`,
          why: 'heavy parts low keep it from tipping while it is carried and hung',
        },
      ];
    }),
});

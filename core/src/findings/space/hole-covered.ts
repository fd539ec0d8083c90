import { inside } from '../../solvers/polygon.ts';
import { finding } from '../finding.ts';
import { at, SHEET, standing } from './standing.ts';

/** Holes under a part that covers them. */
export const holeCovered = finding({
  id: 'hole-covered',
  subject: 'space',
  station: 'board',
  severity: { warn: 'disappoints' },
  protects: 'the assembler: no cable gets through the hole',
  source: SHEET,
  limits: {},
  reads: { standing },
  judge: ({ standing }) =>
    standing.flatMap((s) =>
      s.panel.holes
        .filter((h) => s.bottomMm < h.diameterMm && inside(h, s.outline))
        .map((h) => ({
          entity: `${s.item.id}/${h.id}`,
          where: at(s),
          says: `${s.item.designation} stands on the hole at ${Math.round(h.xMm)}, ${Math.round(h.yMm)} mm`,
          why: 'no cable gets through it: move one of them, or stand the part on spacers',
        })),
    ),
});

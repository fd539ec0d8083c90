import { overlap } from '../../solvers/polygon.ts';
import { finding } from '../finding.ts';
import { at, PRACTICE, standing } from './standing.ts';

/** Fuses and switches must be reached, displays seen. */
export const outOfReach = finding({
  id: 'out-of-reach',
  subject: 'space',
  station: 'board',
  severity: { stop: 'hurts', warn: 'disappoints' },
  protects: 'whoever must switch it off or read it in a hurry',
  source: `fuses and switches within reach, displays in sight (${PRACTICE})`,
  limits: {},
  reads: { standing },
  judge: ({ standing }) =>
    standing.flatMap((s) => {
      const { reach: wanted } = s.part.body;
      if (wanted === 'none') return [];
      const over = standing.find(
        (o) =>
          o !== s &&
          o.panel.id === s.panel.id &&
          o.face === s.face &&
          o.bottomMm >= s.topMm &&
          overlap(o.outline, s.outline),
      );
      const why = over
        ? `${over.item.designation} stands over it`
        : s.face !== s.panel.goodFace
          ? 'it stands on the face that does not show'
          : null;
      if (!why) return [];
      return [
        {
          entity: s.item.id,
          severity: wanted === 'hand' ? ('stop' as const) : ('warn' as const),
          where: at(s),
          says: `${s.item.designation} is built in so that ${wanted === 'hand' ? 'no hand gets at it' : 'nobody sees it'}`,
          why,
        },
      ];
    }),
});

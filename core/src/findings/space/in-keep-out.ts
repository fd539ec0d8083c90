import { overlap } from '../../solvers/polygon.ts';
import { holdsOn, keepOutOutline } from '../../stages/place/outlines.ts';
import { finding } from '../finding.ts';
import { at, standing } from './standing.ts';

/** Parts where something else needs the room: hinge, post, bulge. */
export const inKeepOut = finding({
  id: 'in-keep-out',
  subject: 'space',
  station: 'board',
  severity: { stop: 'cannot be built' },
  protects: 'the assembler: a hinge, a post or a bulge is in the way',
  source: 'keep-outs of the panel',
  limits: {
    freeMm: { setBy: 'job', unit: 'mm', what: 'height that is free there all the same', source: 'keep-out as drawn' },
  },
  reads: { standing },
  judge: ({ standing }) =>
    standing.flatMap((s) =>
      s.panel.keepOuts
        .filter((k) => k.shape.kind !== 'arc' && holdsOn(k, s.face) && s.topMm > k.freeMm + 1e-6)
        .filter((k) => overlap(s.outline, keepOutOutline(k)))
        .map((k) => ({
          entity: `${s.item.id}/${k.id}`,
          where: at(s),
          says: `${s.item.designation} stands where ${k.name} needs the room`,
          why:
            k.freeMm > 0
              ? `${Math.round(s.topMm)} mm high, ${Math.round(k.freeMm)} mm is free there`
              : 'nothing may stand there',
        })),
    ),
});

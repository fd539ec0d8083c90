import { overlap } from '../../solvers/polygon.ts';
import { holdsOn, keepOutOutline } from '../../stages/place/outlines.ts';
import { finding } from '../finding.ts';
import { at, standing } from './standing.ts';

/** Parts in the arc of a door. */
export const inDoorSwing = finding({
  id: 'in-door-swing',
  subject: 'space',
  station: 'board',
  severity: { stop: 'cannot be built' },
  protects: 'the door and the part: they hit each other',
  source: 'keep-outs of the panel',
  limits: {
    freeMm: { setBy: 'job', unit: 'mm', what: 'height that is free there all the same', source: 'keep-out as drawn' },
  },
  reads: { standing },
  judge: ({ standing }) =>
    standing.flatMap((s) =>
      s.panel.keepOuts
        .filter((k) => k.shape.kind === 'arc' && holdsOn(k, s.face) && s.topMm > k.freeMm + 1e-6)
        .filter((k) => overlap(s.outline, keepOutOutline(k)))
        .map((k) => ({
          entity: `${s.item.id}/${k.id}`,
          where: at(s),
          says: `${k.name} hits ${s.item.designation} as it swings`,
          why:
            k.freeMm > 0
              ? `${Math.round(s.topMm)} mm high, ${Math.round(k.freeMm)} mm is free there`
              : 'nothing may stand there',
        })),
    ),
});

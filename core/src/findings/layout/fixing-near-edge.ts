import type { PointMm } from '../../document/basics.ts';
import type { Panel } from '../../document/panel/panel.ts';
import { inside, toEdge } from '../../solvers/polygon.ts';
import { fact, profile } from '../../stages/inputs.ts';
import { type Draft, finding } from '../finding.ts';
import { EDGE_LIMITS, edgeNeededMm, tenths } from './edgeDistance.ts';

/** Fixings of the panel itself too near its edge, or off it. */
export const fixingNearEdge = finding({
  id: 'fixing-near-edge',
  subject: 'layout',
  station: 'board',
  severity: { stop: 'cannot be built', warn: 'bad practice' },
  protects: 'the panel: its edge splits or breaks out where it hangs',
  source: 'edge distances of the profile',
  limits: EDGE_LIMITS,
  reads: { panels: fact('panels', ['id', 'name', 'outline', 'material', 'fixings']), profile },
  judge: ({ panels, profile }) =>
    panels.flatMap((panel) =>
      panel.fixings.flatMap((fixing, n): Draft<'stop' | 'warn'>[] => {
        const isInside = inside(fixing, panel.outline);
        const { distanceMm, nearest } = toEdge(fixing, panel.outline);
        const needed = edgeNeededMm(profile, panel.material, fixing.screwDiameterMm);
        if (isInside && distanceMm >= needed - 1e-6) return [];
        const moved = inwards(fixing, nearest, distanceMm, isInside, needed, panel);
        return [
          {
            entity: `${panel.id}/${fixing.id}`,
            severity: isInside ? 'warn' : 'stop',
            where: { label: `${panel.name}, fixing ${n + 1}`, panelId: panel.id },
            says: `Fixing ${n + 1} of ${panel.name} is ${isInside ? `${tenths(distanceMm)} mm from` : 'outside'} the edge, ${tenths(needed)} mm is needed`,
            why: `${fixing.screwDiameterMm} mm screw in ${panel.material}: the edge splits or breaks out`,
            source: profile.edge.source,
            fixes: moved
              ? [
                  {
                    label: `Move it to ${tenths(moved.xMm)}, ${tenths(moved.yMm)} mm`,
                    commands: [
                      {
                        kind: 'set',
                        collection: 'panels',
                        id: panel.id,
                        field: 'fixings',
                        value: panel.fixings.map((f) =>
                          f.id === fixing.id ? { ...f, xMm: tenths(moved.xMm), yMm: tenths(moved.yMm) } : f,
                        ),
                      },
                    ],
                  },
                ]
              : [],
          },
        ];
      }),
    ),
});

/** The nearest place for a fixing that keeps its distance to every edge; null when the panel is too small there. */
function inwards(
  fixing: PointMm,
  nearest: PointMm,
  distanceMm: number,
  startsInside: boolean,
  neededMm: number,
  panel: Pick<Panel, 'outline'>,
): PointMm | null {
  const tries = 12;
  let point: PointMm = { xMm: fixing.xMm, yMm: fixing.yMm };
  let near = { nearest, distanceMm };
  let isInside = startsInside;
  const centre = {
    xMm: panel.outline.reduce((s, p) => s + p.xMm, 0) / panel.outline.length,
    yMm: panel.outline.reduce((s, p) => s + p.yMm, 0) / panel.outline.length,
  };
  for (let i = 0; i < tries; i++) {
    if (isInside && near.distanceMm >= neededMm - 1e-6) return point;
    const away =
      isInside && near.distanceMm > 1e-6
        ? { x: point.xMm - near.nearest.xMm, y: point.yMm - near.nearest.yMm }
        : { x: centre.xMm - near.nearest.xMm, y: centre.yMm - near.nearest.yMm };
    const length = Math.hypot(away.x, away.y) || 1;
    point = {
      xMm: Math.ceil(10 * (near.nearest.xMm + (away.x / length) * neededMm)) / 10,
      yMm: Math.ceil(10 * (near.nearest.yMm + (away.y / length) * neededMm)) / 10,
    };
    near = toEdge(point, panel.outline);
    isInside = inside(point, panel.outline);
  }
  return isInside && near.distanceMm >= neededMm - 0.2 ? point : null;
}

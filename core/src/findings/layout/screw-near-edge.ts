import { toEdge } from '../../solvers/polygon.ts';
import { fact, profile } from '../../stages/inputs.ts';
import { onPanel } from '../../stages/lengths/geometry.ts';
import { finding } from '../finding.ts';
import { EDGE_LIMITS, edgeNeededMm, tenths } from './edgeDistance.ts';
import { reachesOver } from './offPanel.ts';
import { placed } from './placed.ts';

/** Screws of parts too near the edge, one finding a part. */
export const screwNearEdge = finding({
  id: 'screw-near-edge',
  subject: 'layout',
  station: 'board',
  severity: { warn: 'bad practice' },
  protects: 'the panel: its edge splits under the screw',
  source: 'edge distances of the profile',
  limits: EDGE_LIMITS,
  reads: { placed, panels: fact('panels', ['id', 'outline', 'material']), profile },
  judge: ({ placed, panels, profile }) =>
    placed.flatMap((p) => {
      const { item, part } = p;
      const panel = panels.find((x) => x.id === p.place.panelId)!;
      // A part over the edge is told once, as that.
      if (reachesOver(p, panel)) return [];
      for (const hole of part.mountHoles) {
        const { distanceMm } = toEdge(onPanel(item, hole)!, panel.outline);
        const needed = edgeNeededMm(profile, panel.material, hole.screwDiameterMm);
        if (distanceMm >= needed - 1e-6) continue;
        return [
          {
            entity: item.id,
            where: { label: item.designation, itemIds: [item.id], panelId: panel.id },
            says: `A screw of ${item.designation} is ${tenths(distanceMm)} mm from the edge, ${tenths(needed)} mm is needed`,
            why: `${hole.screwDiameterMm} mm screw in ${panel.material}`,
            source: profile.edge.source,
          },
        ];
      }
      return [];
    }),
});

import { inside, toEdge } from '../../solvers/polygon.ts';
import { HOLE_GAP, HOLE_GAP_SOURCE } from '../../tables/layoutPractice.ts';
import { finding } from '../finding.ts';
import { passThroughs } from './holes.ts';

/** Holes too near the edge of the panel, or over it. */
export const holeNearEdge = finding({
  id: 'hole-near-edge',
  subject: 'routes',
  station: 'board',
  severity: { stop: 'cannot be built', warn: 'bad practice' },
  protects: 'the panel: the edge breaks out',
  source: HOLE_GAP_SOURCE,
  limits: {
    gapFactor: { value: HOLE_GAP.factor, unit: '', what: 'of the radius, from rim to edge', source: HOLE_GAP_SOURCE },
    minMm: { value: HOLE_GAP.minMm, unit: 'mm', what: 'from rim to edge at least', source: HOLE_GAP_SOURCE },
  },
  reads: { passThroughs },
  judge: ({ passThroughs }, { gapFactor, minMm }) =>
    passThroughs.flatMap(({ panel, hole, name, entity, where }) => {
      const rimMm = toEdge(hole, panel.outline).distanceMm - hole.diameterMm / 2;
      const edgeMm = Math.max(minMm, (gapFactor * hole.diameterMm) / 2);
      const isInside = inside(hole, panel.outline);
      if (isInside && rimMm >= edgeMm - 1e-6) return [];
      return [
        {
          entity,
          severity: isInside && rimMm > 0 ? ('warn' as const) : ('stop' as const),
          where,
          says: `${name} leaves ${Math.round(rimMm)} mm to the edge, ${Math.round(edgeMm)} mm is wanted`,
          why: `${hole.diameterMm} mm hole in ${panel.thicknessMm} mm ${panel.material}`,
        },
      ];
    }),
});

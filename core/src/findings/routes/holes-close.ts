import type { Hole } from '../../document/panel/panel.ts';
import { HOLE_GAP, HOLE_GAP_SOURCE } from '../../tables/layoutPractice.ts';
import { finding } from '../finding.ts';
import { passThroughs } from './holes.ts';

const rimGapMm = (a: Hole, b: Hole) => Math.hypot(a.xMm - b.xMm, a.yMm - b.yMm) - (a.diameterMm + b.diameterMm) / 2;

/** Holes with too little wood between them. */
export const holesClose = finding({
  id: 'holes-close',
  subject: 'routes',
  station: 'board',
  severity: { warn: 'bad practice' },
  protects: 'the panel: the bridge breaks out as the second is drilled',
  source: HOLE_GAP_SOURCE,
  limits: {
    gapFactor: {
      value: HOLE_GAP.factor,
      unit: '',
      what: 'of the larger diameter between two rims',
      source: HOLE_GAP_SOURCE,
    },
    minMm: { value: HOLE_GAP.minMm, unit: 'mm', what: 'between two rims at least', source: HOLE_GAP_SOURCE },
  },
  reads: { passThroughs },
  judge: ({ passThroughs }, { gapFactor, minMm }) =>
    passThroughs.flatMap(({ panel, hole, n, name, entity, where }) =>
      panel.holes.slice(n + 1).flatMap((other, k) => {
        const gapMm = rimGapMm(hole, other);
        const needMm = Math.max(minMm, gapFactor * Math.max(hole.diameterMm, other.diameterMm));
        if (gapMm >= needMm - 1e-6) return [];
        return [
          {
            entity: `${entity}/${other.id}`,
            where,
            says: `${name} and hole ${n + 2 + k} leave ${Math.round(gapMm)} mm between them, ${Math.round(needMm)} mm is wanted`,
            why: 'the bridge breaks out as the second is drilled: one larger hole, or further apart',
          },
        ];
      }),
    ),
});

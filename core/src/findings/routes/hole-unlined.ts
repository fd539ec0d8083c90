import { finding } from '../finding.ts';
import { passThroughs, setHole, wireNames } from './holes.ts';

/** Holes whose bare edge rubs on what goes through. */
export const holeUnlined = finding({
  id: 'hole-unlined',
  subject: 'routes',
  station: 'board',
  severity: { warn: 'bad practice' },
  protects: 'the cable: the edge saws through its insulation',
  source: 'pass-throughs take a grommet or a sleeve (common practice, no source)',
  limits: {},
  reads: { passThroughs },
  judge: ({ passThroughs }) =>
    passThroughs
      .filter(({ hole, through }) => through.length > 0 && hole.lining === 'none')
      .map(({ panel, hole, name, through, entity, where }) => ({
        entity,
        where,
        says: `${name} has a bare edge against ${wireNames(through)}`,
        why: 'wood and plastic edges saw through insulation as things shake',
        fixes: [{ label: 'Line it with a grommet', commands: setHole(panel, { ...hole, lining: 'grommet' as const }) }],
      })),
});

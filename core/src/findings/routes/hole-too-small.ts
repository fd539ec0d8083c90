import { bundleMm, HOLE_FILL } from '../../stages/place/bundle.ts';
import { LINING_MM } from '../../tables/layoutPractice.ts';
import { finding } from '../finding.ts';
import { passThroughs, setHole, wireNames } from './holes.ts';

/** Room for what goes through a hole. */
export const holeTooSmall = finding({
  id: 'hole-too-small',
  subject: 'routes',
  station: 'board',
  severity: { stop: 'cannot be built' },
  protects: 'the assembler: it does not go through',
  source: 'two thirds of a hole filled at most (common practice, no source)',
  limits: {
    fillShare: {
      value: HOLE_FILL,
      unit: '',
      what: 'of a hole a bundle may fill',
      source: 'common practice, no source',
    },
    aloneFactor: {
      value: 1.1,
      unit: '',
      what: 'of its diameter one cable alone wants',
      source: 'common practice, no source',
    },
  },
  reads: { passThroughs },
  judge: ({ passThroughs }, { aloneFactor }) =>
    passThroughs.flatMap(({ panel, hole, name, through, entity, where }) => {
      const roomMm = hole.diameterMm - LINING_MM[hole.lining];
      const needsMm =
        through.length === 1 ? through[0]!.diameterMm * aloneFactor : bundleMm(through.map((l) => l.diameterMm));
      if (through.length === 0 || needsMm <= roomMm + 1e-6) return [];
      const diameterMm = Math.ceil(needsMm + LINING_MM[hole.lining]);
      return [
        {
          entity,
          where,
          says: `${name} leaves ${Math.round(roomMm)} mm, ${wireNames(through)} ${through.length === 1 ? 'needs' : 'need'} ${Math.ceil(needsMm)} mm`,
          why: `${hole.diameterMm} mm less its ${hole.lining === 'none' ? 'bare edge' : hole.lining}`,
          fixes: [{ label: `Drill it ${diameterMm} mm`, commands: setHole(panel, { ...hole, diameterMm }) }],
        },
      ];
    }),
});

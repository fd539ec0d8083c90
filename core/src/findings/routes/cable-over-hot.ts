import { inside } from '../../solvers/polygon.ts';
import { finding } from '../finding.ts';
import { hotOnes, standing } from '../space/standing.ts';
import { laidCables } from './laidCables.ts';
import { crosses } from './overOutline.ts';

/** Cables across the body of a hot part that is not theirs. */
export const cableOverHot = finding({
  id: 'cable-over-hot',
  subject: 'routes',
  station: 'board',
  severity: { warn: 'bad practice' },
  protects: 'the cable: its insulation ages; and the device: its air is shut off',
  source: 'no cable over a hot device (common practice, no source)',
  limits: {},
  reads: { laidCables, standing },
  judge: ({ laidCables, standing }) => {
    const hot = hotOnes(standing);
    return laidCables.flatMap(({ cable, paths, ends }) =>
      hot
        .filter(({ item }) => !ends.has(item.id))
        .filter(({ panel, face, outline }) =>
          paths.some(
            (p) =>
              p.panelId === panel.id &&
              p.face === face &&
              !p.provisional &&
              crosses(p.points, (point) => inside(point, outline)),
          ),
        )
        .map(({ item, panel }) => ({
          entity: `${cable.id}/${item.id}`,
          where: { label: cable.designation, cableIds: [cable.id], itemIds: [item.id], panelId: panel.id },
          says: `${cable.designation} lies across ${item.designation}, which runs hot`,
          why: 'its insulation ages and it shuts off the air: route it round',
        })),
    );
  },
});

import { deviceOf } from '../../devices/registry.ts';
import { inside } from '../../solvers/polygon.ts';
import { fact } from '../../stages/inputs.ts';
import { itemOutline } from '../../stages/place/outlines.ts';
import { parts } from '../../stages/stages.ts';
import { finding } from '../finding.ts';
import { laidCables } from './laidCables.ts';

/** Where along a stretch it is looked at. */
const SHARES = [0.1, 0.3, 0.5, 0.7, 0.9];

/** Cables across the body of a hot part that is not theirs. */
export const cableOverHot = finding({
  id: 'cable-over-hot',
  subject: 'routes',
  station: 'board',
  severity: { warn: 'bad practice' },
  protects: 'the cable: its insulation ages; and the device: its air is shut off',
  source: 'no cable over a hot device (common practice, no source)',
  limits: {},
  reads: { laidCables, parts, items: fact('items', ['id', 'designation', 'partId', 'place']) },
  judge: ({ laidCables, parts, items }) => {
    const hot = items.flatMap((item) => {
      const part = parts.get(item.partId);
      const { place } = item;
      if (!part || !deviceOf(part.kind).hot || place.kind !== 'panel') return [];
      return [{ item, place, outline: itemOutline(item, part)! }];
    });
    return laidCables.flatMap(({ cable, paths, ends }) =>
      hot
        .filter(({ item }) => !ends.has(item.id))
        .filter(({ place, outline }) =>
          paths.some(
            (p) =>
              p.panelId === place.panelId &&
              p.face === place.face &&
              !p.provisional &&
              p.points.some((b, i) => {
                const a = p.points[i - 1];
                return (
                  a !== undefined &&
                  SHARES.some((t) =>
                    inside({ xMm: a.xMm + (b.xMm - a.xMm) * t, yMm: a.yMm + (b.yMm - a.yMm) * t }, outline),
                  )
                );
              }),
          ),
        )
        .map(({ item, place }) => ({
          entity: `${cable.id}/${item.id}`,
          where: { label: cable.designation, cableIds: [cable.id], itemIds: [item.id], panelId: place.panelId },
          says: `${cable.designation} lies across ${item.designation}, which runs hot`,
          why: 'its insulation ages and it shuts off the air: route it round',
        })),
    );
  },
});

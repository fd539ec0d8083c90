import type { Id, PointMm } from '../../document/basics.ts';
import { inside } from '../../solvers/polygon.ts';
import { fact } from '../../stages/inputs.ts';
import { holdsOn, keepOutOutline } from '../../stages/place/outlines.ts';
import { finding } from '../finding.ts';
import { hotOnes, standing } from '../space/standing.ts';
import { laidCables } from './laidCables.ts';
import { crosses } from './overOutline.ts';

/** Something no cable may lie over, on one face of a panel. */
interface Barred {
  name: string;
  itemId: Id | null;
  panelId: Id;
  face: string;
  outline: readonly PointMm[];
}

/** Ways nobody has laid yet, drawn where none can run: over a hot part or through what is kept free. */
export const guessOverSomething = finding({
  id: 'guess-over-something',
  subject: 'routes',
  station: 'board',
  severity: { note: 'to know' },
  protects: 'whoever reckons with its length: the true way goes round',
  source: 'no cable over a hot device or a keep-out (common practice, no source)',
  limits: {},
  reads: { laidCables, standing, panels: fact('panels', ['id', 'keepOuts']) },
  judge: ({ laidCables, standing, panels }) => {
    const hot = hotOnes(standing).map(
      ({ item, panel, face, outline }): Barred => ({
        name: item.designation,
        itemId: item.id,
        panelId: panel.id,
        face,
        outline,
      }),
    );
    const kept = panels.flatMap((p) =>
      p.keepOuts.flatMap((k) =>
        (['front', 'back'] as const)
          .filter((face) => holdsOn(k, face))
          .map((face): Barred => ({ name: k.name, itemId: null, panelId: p.id, face, outline: keepOutOutline(k) })),
      ),
    );
    return laidCables.flatMap(({ cable, paths, ends }) =>
      [...hot, ...kept]
        .filter(({ itemId }) => itemId === null || !ends.has(itemId))
        .filter((barred) =>
          paths.some(
            (p) =>
              p.provisional &&
              p.panelId === barred.panelId &&
              p.face === barred.face &&
              crosses(p.points, (point) => inside(point, barred.outline)),
          ),
        )
        .map((barred) => ({
          entity: `${cable.id}/${barred.itemId ?? barred.name}`,
          where: {
            label: cable.designation,
            cableIds: [cable.id],
            itemIds: barred.itemId ? [barred.itemId] : [],
            panelId: barred.panelId,
          },
          says: `The guess of ${cable.designation} lies over ${barred.name}`,
          alike: { key: barred.name, says: (places: string) => `The guesses of ${places} lie over ${barred.name}` },
          why: 'nobody has laid it yet: its true way is longer, and its size and drop with it; route the cables',
        })),
    );
  },
});

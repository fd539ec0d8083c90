import { overlap as outlinesOverlap } from '../../solvers/polygon.ts';
import { collection } from '../../stages/inputs.ts';
import { freeSpotFor } from '../../stages/place/freeSpot.ts';
import { itemOutline } from '../../stages/place/outlines.ts';
import { parts } from '../../stages/stages.ts';
import { type Draft, finding } from '../finding.ts';
import { overlapOf, type Placed, placed, sameSurface } from './placed.ts';

const shareGround = (a: Placed, b: Placed): boolean =>
  outlinesOverlap(itemOutline(a.item, a.part)!, itemOutline(b.item, b.part)!);
const stacked = (top: Placed, under: Placed) => top.item.standOffMm >= under.item.standOffMm + under.part.depthMm;

/** Parts on the same place. */
export const partsOverlap = finding({
  id: 'parts-overlap',
  subject: 'layout',
  station: 'board',
  severity: { stop: 'cannot be built' },
  protects: 'the assembler: both cannot be screwed to the same place',
  source: 'outlines from the part sheets',
  limits: {
    overMm: { value: 0.5, unit: 'mm', what: 'outlines may meet by', source: 'tolerance of the drawing' },
  },
  reads: { placed, parts, panels: collection('panels') },
  judge: ({ placed, parts, panels }, { overMm }) => {
    const board = { items: placed.map((p) => p.item) };
    return placed.flatMap((a, i) =>
      placed.slice(i + 1).flatMap((b): Draft<'stop'>[] => {
        if (!sameSurface(a, b)) return [];
        const over = overlapOf(a.rect, b.rect);
        if (over.xMm <= overMm || over.yMm <= overMm) return [];
        // One may stand on spacers over the other; and an outline may be less than its rectangle.
        if (stacked(a, b) || stacked(b, a)) return [];
        if ((a.part.body.outline || b.part.body.outline) && !shareGround(a, b)) return [];
        const panel = panels.find((p) => p.id === a.place.panelId)!;
        const area = (p: Placed) => p.part.widthMm * p.part.heightMm;
        const moving = area(b) <= area(a) ? b : a;
        const spot = freeSpotFor(board, parts, panel, moving.item.id, moving.place);
        return [
          {
            entity: `${a.item.id}/${b.item.id}`,
            where: {
              label: `${a.item.designation}, ${b.item.designation}`,
              itemIds: [a.item.id, b.item.id],
              panelId: panel.id,
            },
            says: `${a.item.designation} and ${b.item.designation} overlap by ${Math.round(over.xMm)} × ${Math.round(over.yMm)} mm`,
            why: 'both cannot be screwed to the same place',
            fixes: spot
              ? [
                  {
                    label: `Move ${moving.item.designation} to ${Math.round(spot.xMm)}, ${Math.round(spot.yMm)} mm`,
                    commands: [
                      {
                        kind: 'set',
                        collection: 'items',
                        id: moving.item.id,
                        field: 'place',
                        value: { ...moving.place, ...spot },
                      },
                    ],
                  },
                ]
              : [],
          },
        ];
      }),
    );
  },
});

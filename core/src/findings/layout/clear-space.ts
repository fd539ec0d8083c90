import { finding } from '../finding.ts';
import { overlapOf, placed, sameSurface } from './placed.ts';

/** Space a maker asks round a hot part, taken by another part. */
export const clearSpace = finding({
  id: 'clear-space',
  subject: 'layout',
  station: 'board',
  severity: { warn: 'bad practice' },
  protects: 'the device: it runs hot and gives less',
  source: 'part sheet: clear space for heat',
  limits: {
    clearMm: { setBy: 'part sheet', unit: 'mm', what: 'space round the part, side by side', source: 'part sheet' },
    overMm: { value: 0.5, unit: 'mm', what: 'the space may be met by', source: 'tolerance of the drawing' },
  },
  reads: { placed },
  judge: ({ placed }, { overMm }) =>
    placed.flatMap((a) =>
      placed
        .filter((b) => b !== a && sameSurface(a, b))
        .flatMap((b) => {
          const into = overlapOf(a.clear, b.rect);
          const solid = overlapOf(a.rect, b.rect);
          const touches = solid.xMm > overMm && solid.yMm > overMm;
          if (into.xMm <= overMm || into.yMm <= overMm || touches) return [];
          const gapMm = Math.max(-solid.xMm, -solid.yMm);
          const { left, right, top, bottom } = a.part.clearSpaceMm;
          return [
            {
              entity: `${a.item.id}/${b.item.id}`,
              where: { label: a.item.designation, itemIds: [a.item.id, b.item.id], panelId: a.place.panelId },
              says: `${a.item.designation} breathes too little: ${b.item.designation} stands ${Math.round(gapMm)} mm away`,
              why: `its sheet asks ${top} mm above, ${bottom} below, ${left} left and ${right} right of it`,
            },
          ];
        }),
    ),
});

import type { Side } from '../../document/part/part.ts';
import { overlap } from '../../solvers/polygon.ts';
import { onPanel } from '../../stages/lengths/geometry.ts';
import { DRAUGHT_MM } from '../../tables/layoutPractice.ts';
import { finding } from '../finding.ts';
import { at, PRACTICE, type Standing, standing } from './standing.ts';

const TURN: Readonly<Record<Side, number>> = { right: 0, bottom: 90, left: 180, top: 270 };

/** The stretch before a fan or fin that must stay free, on the panel. */
function mouthOf(s: Standing, side: Side, deepMm: number) {
  const half = side === 'left' || side === 'right' ? s.part.widthMm / 2 : s.part.heightMm / 2;
  const across = side === 'left' || side === 'right' ? s.part.heightMm / 4 : s.part.widthMm / 4;
  const angle = (TURN[side] * Math.PI) / 180;
  const [ux, uy] = [Math.round(Math.cos(angle)), Math.round(Math.sin(angle))];
  const corner = (out: number, along: number) =>
    onPanel(s.item, { xMm: ux * (half + out) - uy * along, yMm: uy * (half + out) + ux * along })!;
  return [corner(0.5, -across), corner(deepMm, -across), corner(deepMm, across), corner(0.5, across)];
}

/** Fans and fins with something before them. */
export const airShutOff = finding({
  id: 'air-shut-off',
  subject: 'space',
  station: 'board',
  severity: { warn: 'disappoints' },
  protects: 'the device: it runs hot and gives less',
  source: `part sheet: where air goes in and out; ${DRAUGHT_MM} mm is ${PRACTICE}`,
  limits: {
    draughtMm: { value: DRAUGHT_MM, unit: 'mm', what: 'free before an inlet or outlet', source: PRACTICE },
  },
  reads: { standing },
  judge: ({ standing }, { draughtMm }) =>
    standing.flatMap((s) =>
      s.part.body.fans.flatMap(({ side, air }) => {
        const mouth = mouthOf(s, side, draughtMm);
        const shut = standing.find(
          (o) =>
            o !== s &&
            o.panel.id === s.panel.id &&
            o.face === s.face &&
            o.bottomMm < s.topMm &&
            overlap(o.outline, mouth),
        );
        if (!shut) return [];
        return [
          {
            entity: `${s.item.id}/${side}`,
            where: { ...at(s), itemIds: [s.item.id, shut.item.id] },
            says: `${shut.item.designation} stands before the air ${air === 'in' ? 'inlet' : 'outlet'} of ${s.item.designation}`,
            why: `less than ${draughtMm} mm is left before it: it runs hot and gives less`,
          },
        ];
      }),
    ),
});

import { type Draft, finding } from '../finding.ts';
import { at, hotOnes, PRACTICE, type Standing, standing } from './standing.ts';

/** Free distance between the boxes of two parts on one surface, mm; 0 where they meet. */
const gapMm = ({ box: a }: Standing, { box: b }: Standing): number =>
  Math.hypot(
    Math.max(0, a.leftMm - b.rightMm, b.leftMm - a.rightMm),
    Math.max(0, a.topMm - b.bottomMm, b.topMm - a.bottomMm),
  );

/** Whether one stands straight above the other, so that its warm air rises to it. */
const above = ({ box: upper }: Standing, { box: lower }: Standing): boolean =>
  upper.bottomMm <= lower.topMm + 1e-9 && upper.leftMm < lower.rightMm && upper.rightMm > lower.leftMm;

/** A battery warmed by what runs hot next to it, or under it. */
export const batteryBesideHot = finding({
  id: 'battery-beside-hot',
  subject: 'space',
  station: 'board',
  severity: { warn: 'disappoints' },
  protects: 'the bank: every ten kelvin more take half of its life, and one warmer cell drifts from the others',
  source: `batteries stand away from what runs hot (${PRACTICE})`,
  limits: {
    besideMm: { value: 50, unit: 'mm', what: 'between a battery and a device that runs hot', source: PRACTICE },
    aboveMm: {
      value: 200,
      unit: 'mm',
      what: 'between a battery and a device that runs hot under it',
      source: PRACTICE,
    },
  },
  reads: { standing },
  judge: ({ standing }, { besideMm, aboveMm }) => {
    const hot = hotOnes(standing);
    return standing
      .filter((s) => s.part.kind === 'battery')
      .flatMap((battery) =>
        hot.flatMap((other): Draft<'warn'>[] => {
          if (other.panel.id !== battery.panel.id || other.face !== battery.face) return [];
          const apartMm = gapMm(battery, other);
          const under = above(battery, other);
          const wantsMm = under ? aboveMm : besideMm;
          if (apartMm >= wantsMm - 1e-9) return [];
          return [
            {
              entity: `${battery.item.id}/${other.item.id}`,
              where: { ...at(battery), itemIds: [battery.item.id, other.item.id] },
              says: `${battery.item.designation} stands ${Math.round(apartMm)} mm ${under ? 'above' : 'beside'} ${other.item.designation}, which runs hot; ${wantsMm} mm is wanted`,
              why: 'years are counted at 25 °C, and halve for every 10 K above',
            },
          ];
        }),
      );
  },
});

import type { PartData } from '../../document/part/part.ts';
import { mainsTerminals } from '../makings.ts';
import { stud } from '../terminals.ts';

const mainsCharger = (
  systemV: number,
  outputA: number,
  w: number,
  h: number,
  massKg: number,
  price: number,
): PartData => ({
  id: `mains-charger-${systemV}-${outputA}`,
  kind: 'mainsCharger',
  name: `Mains charger ${systemV} V, ${outputA} A`,
  widthMm: w,
  heightMm: h,
  depthMm: 90,
  massKg,
  clearSpaceMm: { left: 50, right: 50, top: 100, bottom: 100 },
  mountHoles: [-1, 1].flatMap((sx) =>
    [-1, 1].map((sy) => ({ xMm: sx * (w / 2 - 10), yMm: sy * (h / 2 - 10), screwDiameterMm: 5 })),
  ),
  terminals: [
    stud('plus', 'plus', [-24, h / 2 - 12, 90], [6, 22], { zMm: 20 }),
    stud('minus', 'minus', [24, h / 2 - 12, 90], [6, 22], { zMm: 20 }),
    ...mainsTerminals(-h / 2 + 10, 270),
  ],
  elements: [
    {
      kind: 'mainsCharger',
      id: 'c',
      plus: 'plus',
      minus: 'minus',
      outputA,
      outputV: (systemV / 12) * 14.4,
      efficiencyShare: 0.9,
      acIn: 'acL',
      togetherA: null,
    },
  ],
  systemVoltagesV: [systemV],
  price,
  leadTimeDays: 12,
});

export const MAINS_CHARGERS: readonly PartData[] = [
  mainsCharger(12, 30, 160, 210, 1.9, 190),
  mainsCharger(12, 60, 200, 260, 3.4, 330),
  mainsCharger(24, 30, 200, 260, 3.2, 320),
  mainsCharger(24, 60, 240, 300, 5.1, 560),
  mainsCharger(48, 15, 200, 260, 3.2, 360),
  mainsCharger(48, 30, 240, 300, 5.2, 620),
];

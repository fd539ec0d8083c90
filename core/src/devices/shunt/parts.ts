import type { PartData } from '../../document/part/part.ts';
import { noClear, sideHoles } from '../makings.ts';
import { stud } from '../terminals.ts';

const shunt = (ratingA: number, studMm: number, price: number): PartData => ({
  id: `shunt-${ratingA}`,
  kind: 'shunt',
  name: `Current shunt ${ratingA} A, 50 mV`,
  widthMm: 120,
  heightMm: 45,
  depthMm: 45,
  massKg: 0.3,
  clearSpaceMm: noClear,
  mountHoles: sideHoles(38),
  terminals: [
    stud('battery', 'minus', [-48, 0, 180], [studMm, 40], { lineLoad: 'line' }),
    stud('load', 'minus', [48, 0, 0], [studMm, 40], { lineLoad: 'load' }),
  ],
  elements: [
    { kind: 'resistance', id: 'r', a: 'battery', b: 'load', resistanceOhm: 0.05 / ratingA, ratingA, shunt: true },
  ],
  systemVoltagesV: [12, 24, 48],
  price,
  leadTimeDays: 10,
});

/** Four branches measured one by one, from a common bar to each. */
const fourChannels: PartData = {
  ...shunt(300, 10, 88),
  id: 'shunt-4x50',
  name: 'Four-channel shunt, 4 × 50 A',
  widthMm: 170,
  terminals: [
    stud('battery', 'minus', [-72, 0, 180], [10, 40], { lineLoad: 'line' }),
    ...[1, 2, 3, 4].map((n) =>
      stud(`c${n}`, 'minus', [-40 + n * 26, 0, n % 2 ? 90 : 270], [6, 22], { lineLoad: 'load', required: false }),
    ),
  ],
  mountHoles: sideHoles(78),
  elements: [1, 2, 3, 4].map((n) => ({
    kind: 'resistance',
    id: `r${n}`,
    a: 'battery',
    b: `c${n}`,
    resistanceOhm: 0.001,
    ratingA: 50,
    shunt: true,
  })),
};

export const SHUNTS: readonly PartData[] = [
  shunt(100, 8, 28),
  shunt(300, 8, 38),
  shunt(500, 10, 46),
  shunt(600, 10, 58),
  fourChannels,
];

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

export const SHUNTS: readonly PartData[] = [shunt(100, 8, 28), shunt(500, 10, 46)];

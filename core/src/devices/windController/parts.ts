import type { PartData } from '../../document/part/part.ts';
import { corners } from '../makings.ts';
import { clamp, stud } from '../terminals.ts';

/** A controller with the dump resistor on its own heat sink; values invented but plausible. */
const windController = (systemV: number, outputA: number, dumpA: number, meanW: number, price: number): PartData => ({
  id: `wind-${systemV}-${outputA}`,
  kind: 'windController',
  name: `Wind charge controller ${systemV} V, ${outputA} A, with dump load`,
  widthMm: 220,
  heightMm: 180,
  depthMm: 95,
  massKg: 3.8,
  clearSpaceMm: { left: 100, right: 100, top: 200, bottom: 100 },
  mountHoles: corners(220, 180, 5),
  terminals: [
    stud('plus', 'plus', [40, 78, 90], [6, 22], { zMm: 20 }),
    stud('minus', 'minus', [80, 78, 90], [6, 22], { zMm: 20 }),
    ...[1, 2, 3].map((n) =>
      clamp(`turbine${n}`, 'none', [-90 + n * 22, 78, 90], [2.5, 16], { name: `turbine ${n}`, required: false }),
    ),
  ],
  elements: [
    {
      kind: 'windCharger',
      id: 'c',
      plus: 'plus',
      minus: 'minus',
      outputA,
      outputV: (systemV / 12) * 14.2,
      dumpA,
      dumpV: (systemV / 12) * 14.6,
      meanW,
    },
  ],
  systemVoltagesV: [systemV],
  price,
  leadTimeDays: 20,
});

export const WIND_CONTROLLERS: readonly PartData[] = [
  windController(12, 25, 35, 35, 240),
  windController(24, 20, 30, 60, 280),
  windController(48, 20, 25, 120, 360),
];

import type { Part, Terminal } from '../part.ts';
import { clamp, stud } from './terminals.ts';

/** Parts with a mains side: chargers from the mains or a generator, and loads behind an inverter. Values invented. */
const noClear = { left: 0, right: 0, top: 0, bottom: 0 };

const mainsTerminals = (y: number, exitDeg: Terminal['exitDeg']): Terminal[] =>
  (
    [
      ['acL', 'L (mains)', -20, 'ac'],
      ['acN', 'N (mains)', 0, 'ac'],
      ['pe', 'PE', 20, 'earth'],
    ] as const
  ).map(([id, name, x, domain]) => clamp(id, 'none', [x, y, exitDeg], [1.5, 6], { name, domain, required: false }));

const mainsCharger = (systemV: number, outputA: number, w: number, h: number, massKg: number, price: number): Part => ({
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
    },
  ],
  systemVoltagesV: [systemV],
  price,
  leadTimeDays: 12,
});

const mainsLoad: Part = {
  id: 'load-mains',
  kind: 'load',
  name: 'Load on the mains side',
  widthMm: 80,
  heightMm: 60,
  depthMm: 50,
  massKg: 0.5,
  clearSpaceMm: noClear,
  mountHoles: [],
  terminals: mainsTerminals(20, 90),
  elements: [],
  systemVoltagesV: [],
  price: null,
  leadTimeDays: null,
};

export const MAINS: Part[] = [
  mainsCharger(12, 30, 160, 210, 1.9, 190),
  mainsCharger(12, 60, 200, 260, 3.4, 330),
  mainsCharger(24, 30, 200, 260, 3.2, 320),
  mainsCharger(24, 60, 240, 300, 5.1, 560),
  mainsCharger(48, 15, 200, 260, 3.2, 360),
  mainsCharger(48, 30, 240, 300, 5.2, 620),
  mainsLoad,
];

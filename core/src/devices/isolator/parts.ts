import type { PartData } from '../../document/part/part.ts';
import { noClear, sideHoles } from '../makings.ts';
import { clamp, stud, tab } from '../terminals.ts';

const isolator = (ratingA: number, studMm: number, sizeMm: number, price: number): PartData => ({
  id: `isolator-${ratingA}`,
  kind: 'isolator',
  name: `Battery isolator ${ratingA} A, M${studMm}`,
  widthMm: sizeMm,
  heightMm: sizeMm,
  depthMm: 75,
  massKg: 0.35,
  clearSpaceMm: noClear,
  mountHoles: [
    { xMm: 0, yMm: -sizeMm / 2 + 8, screwDiameterMm: 5 },
    { xMm: 0, yMm: sizeMm / 2 - 8, screwDiameterMm: 5 },
  ],
  terminals: [
    stud('line', 'none', [-sizeMm / 4, 0, 180], [studMm, sizeMm / 2 - 4], { lineLoad: 'line' }),
    stud('load', 'none', [sizeMm / 4, 0, 0], [studMm, sizeMm / 2 - 4], { lineLoad: 'load' }),
  ],
  elements: [
    {
      kind: 'contact',
      id: 'k',
      a: 'line',
      b: 'load',
      resistanceOhm: 0.0002,
      ratingA,
      normallyOpen: false,
      follows: null,
      selfLimiting: false,
      interlock: null,
    },
  ],
  systemVoltagesV: [12, 24, 48],
  price,
  leadTimeDays: 3,
});

/** Two poles in one case, rated for a string in the cold. */
const solarIsolator: PartData = {
  id: 'isolator-solar-32',
  kind: 'isolator',
  name: 'Solar isolator, two-pole, 32 A, 150 V d.c.',
  widthMm: 72,
  heightMm: 90,
  depthMm: 70,
  massKg: 0.3,
  clearSpaceMm: noClear,
  mountHoles: sideHoles(30),
  terminals: (
    [
      ['plus', -16],
      ['minus', 16],
    ] as const
  ).flatMap(([pole, x]) => [
    clamp(`${pole}Line`, pole, [x, -38, 270], [2.5, 16], { name: `${pole} line`, lineLoad: 'line' }),
    clamp(`${pole}Load`, pole, [x, 38, 90], [2.5, 16], { name: `${pole} load`, lineLoad: 'load' }),
  ]),
  elements: (['plus', 'minus'] as const).map((pole) => ({
    kind: 'contact',
    id: pole,
    a: `${pole}Line`,
    b: `${pole}Load`,
    resistanceOhm: 0.001,
    ratingA: 32,
    normallyOpen: false,
    follows: null,
    selfLimiting: false,
    interlock: null,
  })),
  systemVoltagesV: [12, 24, 48, 150],
  price: 34,
  leadTimeDays: 5,
};

/** Joins its common stud to the one or the other, never to both. */
const twoWay = (
  id: string,
  name: string,
  ratingA: number,
  studMm: number,
  sizeMm: number,
  price: number,
): PartData => ({
  ...isolator(ratingA, studMm, sizeMm, price),
  id,
  name,
  terminals: [
    stud('common', 'none', [0, sizeMm / 4, 90], [studMm, sizeMm / 2 - 4], { lineLoad: 'load' }),
    stud('first', 'none', [-sizeMm / 4, -sizeMm / 5, 180], [studMm, sizeMm / 2 - 4], { lineLoad: 'line' }),
    stud('second', 'none', [sizeMm / 4, -sizeMm / 5, 0], [studMm, sizeMm / 2 - 4], { lineLoad: 'line' }),
  ],
  elements: ['first', 'second'].map((to) => ({
    kind: 'contact',
    id: to,
    a: to,
    b: 'common',
    resistanceOhm: 0.0002,
    ratingA,
    normallyOpen: false,
    follows: null,
    selfLimiting: false,
    interlock: 'hand',
  })),
});

export const ISOLATORS: readonly PartData[] = [
  solarIsolator,
  isolator(100, 8, 65, 16),
  isolator(300, 10, 80, 34),
  isolator(500, 10, 100, 58),
  twoWay('two-way-100', 'Two-way switch 100 A, one of two, M8', 100, 8, 70, 26),
  twoWay('two-way-300', 'Two-way switch 300 A, one of two, M10', 300, 10, 95, 52),
  {
    id: 'rocker-20',
    kind: 'isolator',
    name: 'Rocker switch 20 A, tabs 6.3 mm',
    widthMm: 30,
    heightMm: 22,
    depthMm: 34,
    massKg: 0.02,
    clearSpaceMm: noClear,
    mountHoles: [],
    terminals: [
      tab('line', 'plus', [-8, 0, 180], 6.3, { lineLoad: 'line' }),
      tab('load', 'plus', [8, 0, 0], 6.3, { lineLoad: 'load' }),
    ],
    elements: [
      {
        kind: 'contact',
        id: 'k',
        a: 'line',
        b: 'load',
        resistanceOhm: 0.005,
        ratingA: 20,
        normallyOpen: false,
        follows: null,
        selfLimiting: false,
        interlock: null,
      },
    ],
    systemVoltagesV: [12, 24],
    price: 4.2,
    leadTimeDays: 7,
  },
];

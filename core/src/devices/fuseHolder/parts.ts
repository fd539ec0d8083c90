import type { FuseStyle, PartData, Polarity } from '../../document/part/part.ts';
import { noClear, sideHoles } from '../makings.ts';
import { clamp, stud } from '../terminals.ts';

const fuseHolder = (
  id: string,
  name: string,
  style: FuseStyle,
  maxRatingA: number,
  studMm: number,
  palmMm: number,
  widthMm: number,
  heightMm: number,
  price: number,
): PartData => ({
  id,
  kind: 'fuseHolder',
  name,
  widthMm,
  heightMm,
  depthMm: 50,
  massKg: 0.2,
  clearSpaceMm: noClear,
  mountHoles: sideHoles(widthMm / 2 - 7),
  terminals: [
    stud('line', 'none', [-widthMm / 4, 0, 180], [studMm, palmMm], { lineLoad: 'line' }),
    stud('load', 'none', [widthMm / 4, 0, 0], [studMm, palmMm], { lineLoad: 'load' }),
  ],
  elements: [{ kind: 'fuseSeat', id: 'seat', a: 'line', b: 'load', style, maxRatingA, polarised: false }],
  systemVoltagesV: [12, 24, 48],
  price,
  leadTimeDays: 5,
});

/** A base for a breaker: breakers reset, switch and need no spares; a polarised one breaks one way only. */
const breakerBase = (
  id: string,
  name: string,
  style: 'breakerThermal' | 'breakerHydraulic' | 'breakerDin',
  maxRatingA: number,
  studMm: number,
  polarised: boolean,
  price: number,
): PartData => ({
  ...fuseHolder(id, name, style, maxRatingA, studMm, 22, 84, 44, price),
  depthMm: 70,
  elements: [{ kind: 'fuseSeat', id: 'seat', a: 'line', b: 'load', style, maxRatingA, polarised }],
});

/** On a DIN rail, one module a pole; of the two-pole one the minus opens with it. */
const dinBreaker = (poles: 1 | 2): PartData => {
  const at = (n: number) => (n - (poles - 1) / 2) * 18;
  const pole = (n: number, line: string, load: string, polarity: Polarity) => [
    clamp(line, polarity, [at(n), -38, 270], [1.5, 35], { lineLoad: 'line' }),
    clamp(load, polarity, [at(n), 38, 90], [1.5, 35], { lineLoad: 'load' }),
  ];
  return {
    ...fuseHolder(`breaker-din-${poles}p`, '', 'breakerDin', 125, 8, 22, 18 * poles, 85, 9 * poles),
    name: `DIN breaker, d.c., ${poles === 1 ? 'one pole' : 'two poles'}, to 125 A`,
    depthMm: 75,
    mountHoles: [],
    terminals: [
      ...pole(0, 'line', 'load', poles === 1 ? 'none' : 'plus'),
      ...(poles === 2 ? pole(1, 'minusLine', 'minusLoad', 'minus') : []),
    ],
    elements: [
      { kind: 'fuseSeat', id: 'seat', a: 'line', b: 'load', style: 'breakerDin', maxRatingA: 125, polarised: false },
      ...(poles === 2
        ? [
            {
              kind: 'contact' as const,
              id: 'minusPole',
              a: 'minusLine',
              b: 'minusLoad',
              resistanceOhm: 0.0006,
              ratingA: 125,
              normallyOpen: false,
              follows: null,
              selfLimiting: false,
              interlock: null,
            },
          ]
        : []),
    ],
  };
};

export const FUSE_HOLDERS: readonly PartData[] = [
  fuseHolder('holder-classT', 'Battery fuse holder, Class T, M8', 'classT', 400, 8, 30, 130, 48, 42),
  fuseHolder('holder-sf51', 'Bolt-down fuse holder, SF51, M8', 'sf51', 500, 8, 28, 120, 42, 14),
  fuseHolder('holder-sf30', 'Bolt-down fuse holder, SF30, M8', 'sf30', 150, 8, 22, 84, 34, 7),
  fuseHolder('holder-anl', 'Bolt-down fuse holder, ANL type, M8', 'anl', 400, 8, 28, 120, 44, 18),
  fuseHolder('holder-cube', 'Post-mounted cube-fuse base, M8', 'cube', 300, 8, 26, 60, 40, 16),
  breakerBase('breaker-thermal-150', 'Thermal breaker base, to 150 A, M8', 'breakerThermal', 150, 8, false, 12),
  breakerBase(
    'breaker-hydraulic-100',
    'Hydraulic breaker base, polarised, to 100 A, M6',
    'breakerHydraulic',
    100,
    6,
    true,
    18,
  ),
  fuseHolder(
    'holder-post-300',
    'Terminal fuse on the battery’s post, one cube fuse, M8',
    'cube',
    300,
    8,
    30,
    62,
    38,
    19,
  ),
  dinBreaker(1),
  dinBreaker(2),
  fuseHolder('holder-blade', 'Single blade-fuse holder, M5', 'blade', 40, 5, 14, 60, 26, 4),
];

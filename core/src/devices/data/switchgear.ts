import type { FuseStyle, MountHole, PartData, Polarity, Terminal } from '../../document/part/part.ts';
import { clamp, stud } from './terminals.ts';

/** Generic isolators, fuse holders, shunts, bus bars and fuse blocks. Dimensions and prices are invented but plausible. */
const noClear = { left: 0, right: 0, top: 0, bottom: 0 };
const sideHoles = (halfMm: number): MountHole[] => [
  { xMm: -halfMm, yMm: 0, screwDiameterMm: 5 },
  { xMm: halfMm, yMm: 0, screwDiameterMm: 5 },
];

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
    },
  ],
  systemVoltagesV: [12, 24, 48],
  price,
  leadTimeDays: 3,
});

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

const busBar = (polarity: Polarity, studs: number, studMm: number, ratingA: number, price: number): PartData => {
  const pitchMm = studMm >= 10 ? 44 : studMm >= 8 ? 34 : 26;
  const widthMm = pitchMm * studs + 40;
  const sign = polarity === 'plus' ? '+' : '−';
  const terminals: Terminal[] = Array.from({ length: studs }, (_, i) =>
    stud(`s${i + 1}`, polarity, [(i - (studs - 1) / 2) * pitchMm, 0, i % 2 ? 90 : 270], [studMm, pitchMm - 4], {
      required: false,
    }),
  );
  return {
    id: `bar-${polarity}-${studs}x${studMm}`,
    kind: 'busBar',
    name: `Bus bar ${sign}, ${studs} × M${studMm}, ${ratingA} A`,
    widthMm,
    heightMm: 40,
    depthMm: 45,
    massKg: Math.round(12 * studs) / 100,
    clearSpaceMm: noClear,
    mountHoles: sideHoles(widthMm / 2 - 9),
    terminals,
    elements: [{ kind: 'bar', id: 'bar', terminalIds: terminals.map((t) => t.id), ratingA }],
    systemVoltagesV: [12, 24, 48],
    price,
    leadTimeDays: 4,
  };
};

const fuseBlock = (ways: number, price: number): PartData => {
  const columns = ways / 2;
  const widthMm = 60 + columns * 22;
  const way = (i: number): Terminal => {
    const upper = i < columns;
    const x = -widthMm / 2 + 50 + (i % columns) * 22;
    return stud(`w${i + 1}`, 'plus', [x, upper ? -24 : 24, upper ? 270 : 90], [4, 11], {
      required: false,
      lineLoad: 'load',
    });
  };
  const minusScrew = (i: number): Terminal => {
    const x = -widthMm / 2 + 50 + (i % columns) * 22;
    const upper = i < columns;
    return stud(`m${i + 1}`, 'minus', [x, upper ? -42 : 42, upper ? 270 : 90], [4, 11], { required: false });
  };
  const indexes = Array.from({ length: ways }, (_, i) => i);
  const minus = indexes.map(minusScrew);
  return {
    id: `fuse-block-${ways}`,
    kind: 'fuseBlock',
    name: `Blade-fuse block, ${ways} ways with minus bar`,
    widthMm,
    heightMm: 110,
    depthMm: 38,
    massKg: Math.round(10 + 3 * ways) / 100,
    clearSpaceMm: noClear,
    mountHoles: sideHoles(widthMm / 2 - 7),
    terminals: [
      stud('feed', 'plus', [-widthMm / 2 + 20, -18, 180], [6, 20], { lineLoad: 'line' }),
      stud('minus', 'minus', [-widthMm / 2 + 20, 18, 180], [6, 20]),
      ...indexes.map(way),
      ...minus,
    ],
    elements: [
      ...indexes.map((i) => ({
        kind: 'fuseSeat' as const,
        id: `f${i + 1}`,
        a: 'feed',
        b: `w${i + 1}`,
        style: 'blade' as const,
        maxRatingA: 30,
        polarised: false,
      })),
      { kind: 'bar', id: 'minusBar', terminalIds: ['minus', ...minus.map((t) => t.id)], ratingA: 100 },
    ],
    systemVoltagesV: [12, 24, 48],
    price,
    leadTimeDays: 7,
  };
};

/** A base for a breaker: breakers reset, switch and need no spares; a polarised one breaks one way only. */
const breakerBase = (
  id: string,
  name: string,
  style: 'breakerThermal' | 'breakerHydraulic',
  maxRatingA: number,
  studMm: number,
  polarised: boolean,
  price: number,
): PartData => ({
  ...fuseHolder(id, name, style, maxRatingA, studMm, 22, 84, 44, price),
  depthMm: 70,
  elements: [{ kind: 'fuseSeat', id: 'seat', a: 'line', b: 'load', style, maxRatingA, polarised }],
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
  })),
  systemVoltagesV: [12, 24, 48, 150],
  price: 34,
  leadTimeDays: 5,
};

export const SWITCHGEAR: PartData[] = [
  solarIsolator,
  isolator(100, 8, 65, 16),
  isolator(300, 10, 80, 34),
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
  fuseHolder('holder-blade', 'Single blade-fuse holder, M5', 'blade', 40, 5, 14, 60, 26, 4),
  shunt(100, 8, 28),
  shunt(500, 10, 46),
  busBar('plus', 4, 8, 250, 26),
  busBar('minus', 4, 8, 250, 26),
  busBar('plus', 6, 8, 250, 34),
  busBar('minus', 6, 8, 250, 34),
  busBar('plus', 6, 10, 500, 58),
  busBar('minus', 6, 10, 500, 58),
  busBar('plus', 6, 6, 150, 19),
  busBar('minus', 6, 6, 150, 19),
  fuseBlock(6, 22),
  fuseBlock(12, 36),
];

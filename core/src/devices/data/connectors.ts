import type { PartData } from '../../document/part/part.ts';
import { contactChamber, tab } from './terminals.ts';

/** Resistance of one mated contact, Ω. Common practice, no source. */
const MATED_OHM = 0.0002;
const noClear = { left: 0, right: 0, top: 0, bottom: 0 };

/** A palm-sized two-pole connector with its half on the board and the half that is unplugged. Sizes invented. */
const connector = (
  contactA: 50 | 120 | 175,
  [widthMm, heightMm, depthMm]: [number, number, number],
  price: number,
): PartData => {
  const x = widthMm / 4;
  const y = heightMm / 2 - 4;
  return {
    id: `connector-${contactA}`,
    kind: 'connector',
    name: `Two-pole connector ${contactA} A, both halves`,
    widthMm,
    heightMm,
    depthMm,
    massKg: contactA / 600,
    clearSpaceMm: { left: 0, right: 0, top: 60, bottom: 0 },
    mountHoles: [],
    terminals: [
      contactChamber('outPlus', 'plus', [-x, -y, 270], contactA),
      contactChamber('outMinus', 'minus', [x, -y, 270], contactA),
      contactChamber('inPlus', 'plus', [-x, y, 90], contactA),
      contactChamber('inMinus', 'minus', [x, y, 90], contactA),
    ],
    elements: (['Plus', 'Minus'] as const).map((pole) => ({
      kind: 'resistance' as const,
      id: pole.toLowerCase(),
      a: `out${pole}`,
      b: `in${pole}`,
      resistanceOhm: MATED_OHM,
      ratingA: contactA,
      shunt: false,
    })),
    systemVoltagesV: [],
    price,
    leadTimeDays: 7,
  };
};

export const CONNECTORS: PartData[] = [
  connector(50, [36, 48, 16], 6.4),
  connector(120, [56, 70, 28], 14.5),
  connector(175, [60, 80, 30], 17.8),
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
      },
    ],
    systemVoltagesV: [12, 24],
    price: 4.2,
    leadTimeDays: 7,
  },
];

import type { PartData } from '../../document/part/part.ts';
import { contactChamber } from '../terminals.ts';

/** Resistance of one mated contact, Ω. Common practice, no source. */
const MATED_OHM = 0.0002;

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

export const CONNECTORS: readonly PartData[] = [
  connector(50, [36, 48, 16], 6.4),
  connector(120, [56, 70, 28], 14.5),
  connector(175, [60, 80, 30], 17.8),
];

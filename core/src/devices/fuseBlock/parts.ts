import type { PartData, Terminal } from '../../document/part/part.ts';
import { noClear, sideHoles } from '../makings.ts';
import { stud } from '../terminals.ts';

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

/** Bolt-down fuses side by side on one bar. */
const boltRow = (style: 'sf30' | 'sf51', ways: number, maxRatingA: number, price: number): PartData => {
  const widthMm = 50 + ways * 40;
  const x = (n: number) => -widthMm / 2 + 60 + (n - 1) * 40;
  const numbers = Array.from({ length: ways }, (_, i) => i + 1);
  return {
    id: `bolt-row-${style}-${ways}`,
    kind: 'fuseBlock',
    name: `Row of ${ways} bolt-down fuses ${style.toUpperCase()}, M8, fed together`,
    widthMm,
    heightMm: 120,
    depthMm: 55,
    massKg: Math.round(20 + 18 * ways) / 100,
    clearSpaceMm: noClear,
    mountHoles: sideHoles(widthMm / 2 - 8),
    terminals: [
      stud('feed', 'plus', [-widthMm / 2 + 24, -30, 180], [10, 34], { lineLoad: 'line' }),
      ...numbers.map((n) => stud(`w${n}`, 'plus', [x(n), 40, 90], [8, 30], { required: false, lineLoad: 'load' })),
    ],
    elements: numbers.map((n) => ({
      kind: 'fuseSeat',
      id: `f${n}`,
      a: 'feed',
      b: `w${n}`,
      style,
      maxRatingA,
      polarised: false,
    })),
    systemVoltagesV: [12, 24, 48],
    price,
    leadTimeDays: 7,
  };
};

export const FUSE_BLOCKS: readonly PartData[] = [
  fuseBlock(6, 22),
  fuseBlock(12, 36),
  boltRow('sf30', 4, 150, 34),
  boltRow('sf51', 4, 300, 52),
];

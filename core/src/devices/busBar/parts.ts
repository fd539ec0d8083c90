import type { PartData, Polarity, Terminal } from '../../document/part/part.ts';
import { noClear, sideHoles } from '../makings.ts';
import { stud } from '../terminals.ts';

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

export const BUS_BARS: readonly PartData[] = [
  busBar('plus', 4, 8, 250, 26),
  busBar('minus', 4, 8, 250, 26),
  busBar('plus', 6, 8, 250, 34),
  busBar('minus', 6, 8, 250, 34),
  busBar('plus', 6, 10, 500, 58),
  busBar('minus', 6, 10, 500, 58),
  busBar('plus', 4, 10, 600, 62),
  busBar('minus', 4, 10, 600, 62),
  busBar('plus', 8, 10, 800, 96),
  busBar('minus', 8, 10, 800, 96),
  busBar('plus', 6, 6, 150, 19),
  busBar('minus', 6, 6, 150, 19),
];

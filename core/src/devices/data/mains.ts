import type { PartData, Terminal } from '../../document/part/part.ts';
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

const mainsCharger = (
  systemV: number,
  outputA: number,
  w: number,
  h: number,
  massKg: number,
  price: number,
): PartData => ({
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
      acIn: 'acL',
    },
  ],
  systemVoltagesV: [systemV],
  price,
  leadTimeDays: 12,
});

const mainsLoad: PartData = {
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
  elements: [{ kind: 'mainsLoad', id: 'l', line: 'acL', neutral: 'acN' }],
  systemVoltagesV: [],
  price: null,
  leadTimeDays: null,
};

/** Line, neutral and earth of one mains way, side by side. */
const way = (id: string, label: string, x: number, y: number, exitDeg: Terminal['exitDeg']): Terminal[] => [
  clamp(`${id}L`, 'none', [x - 16, y, exitDeg], [1.5, 6], { name: `L ${label}`, domain: 'ac', required: false }),
  clamp(`${id}N`, 'none', [x, y, exitDeg], [1.5, 6], { name: `N ${label}`, domain: 'ac', required: false }),
  clamp(`${id}E`, 'none', [x + 16, y, exitDeg], [1.5, 6], { name: `PE ${label}`, domain: 'earth', required: false }),
];
const mainsBox = (
  part: Pick<PartData, 'id' | 'kind' | 'name' | 'widthMm' | 'heightMm' | 'terminals' | 'elements' | 'price'>,
): PartData => ({
  ...part,
  depthMm: 80,
  massKg: 0.8,
  clearSpaceMm: noClear,
  mountHoles: [-1, 1].map((s) => ({ xMm: s * (part.widthMm / 2 - 8), yMm: 0, screwDiameterMm: 5 })),
  systemVoltagesV: [],
  leadTimeDays: 7,
});

const inlet = (source: 'inlet' | 'generator'): PartData =>
  mainsBox({
    id: `mains-${source}`,
    kind: 'mainsInlet',
    name: source === 'inlet' ? 'Mains inlet with cover' : 'Generator socket',
    widthMm: 90,
    heightMm: 90,
    terminals: way('out', 'out', 0, 30, 90),
    elements: [{ kind: 'mainsSource', id: 's', line: 'outL', neutral: 'outN', source }],
    price: 34,
  });

/** A small distribution: residual-current device and breakers, for a licensed person to choose. */
const mainsPanel: PartData = (() => {
  const ways = ['in', 'w1', 'w2', 'w3', 'w4'];
  const bar = (id: string, suffix: string) =>
    ({ kind: 'bar', id, terminalIds: ways.map((w) => `${w}${suffix}`), ratingA: 40 }) as const;
  return mainsBox({
    id: 'mains-panel-4',
    kind: 'mainsPanel',
    name: 'Mains distribution, 4 ways with residual-current device',
    widthMm: 280,
    heightMm: 180,
    terminals: ways.flatMap((w, i) =>
      way(w, i === 0 ? 'in' : `way ${i}`, -104 + i * 52, i === 0 ? -70 : 70, i === 0 ? 270 : 90),
    ),
    elements: [bar('line', 'L'), bar('neutral', 'N'), bar('earth', 'E')],
    price: 95,
  });
})();

const transferRelay: PartData = mainsBox({
  id: 'mains-transfer',
  kind: 'transferRelay',
  name: 'Mains transfer relay, first live of two',
  widthMm: 150,
  heightMm: 110,
  terminals: [
    ...way('first', 'first', -40, -40, 270),
    ...way('second', 'second', 40, -40, 270),
    ...way('out', 'out', 0, 40, 90),
  ],
  elements: [
    { kind: 'transfer', id: 't', outLine: 'outL', firstLine: 'firstL', secondLine: 'secondL' },
    { kind: 'bar', id: 'earth', terminalIds: ['firstE', 'secondE', 'outE'], ratingA: 40 },
  ],
  price: 78,
});

/** Inverter and mains charger in one case: passes mains through while there is any, inverts while there is none. */
const inverterCharger = (systemV: number, acPowerW: number, chargeA: number, price: number): PartData => ({
  id: `inverter-charger-${systemV}-${acPowerW}`,
  kind: 'inverter',
  name: `Inverter-charger ${systemV} V, ${acPowerW} W, ${chargeA} A`,
  widthMm: 280,
  heightMm: 400,
  depthMm: 150,
  massKg: acPowerW / 150,
  clearSpaceMm: { left: 50, right: 50, top: 100, bottom: 100 },
  mountHoles: [-1, 1].flatMap((sx) => [-1, 1].map((sy) => ({ xMm: sx * 130, yMm: sy * 190, screwDiameterMm: 6 }))),
  terminals: [
    stud('plus', 'plus', [-34, 186, 90], [8, 32], { zMm: 25 }),
    stud('minus', 'minus', [34, 186, 90], [8, 32], { zMm: 25 }),
    ...way('in', 'in', -60, -188, 270),
    ...way('out', 'out', 60, -188, 270),
  ],
  elements: [
    {
      kind: 'inverter',
      id: 'i',
      plus: 'plus',
      minus: 'minus',
      acPowerW,
      efficiencyShare: 0.9,
      cutoffV: (systemV / 12) * 11,
      idleA: 1,
      surgeW: 2 * acPowerW,
      waveform: 'sine',
      acOut: 'outL',
      acIn: 'inL',
    },
    {
      kind: 'mainsCharger',
      id: 'c',
      plus: 'plus',
      minus: 'minus',
      outputA: chargeA,
      outputV: (systemV / 12) * 14.4,
      efficiencyShare: 0.9,
      acIn: 'inL',
    },
    { kind: 'bar', id: 'earth', terminalIds: ['inE', 'outE'], ratingA: 40 },
  ],
  systemVoltagesV: [systemV],
  price,
  leadTimeDays: 20,
});

export const MAINS: PartData[] = [
  inlet('inlet'),
  inlet('generator'),
  mainsPanel,
  transferRelay,
  inverterCharger(12, 1600, 70, 960),
  inverterCharger(24, 3000, 70, 1490),
  mainsCharger(12, 30, 160, 210, 1.9, 190),
  mainsCharger(12, 60, 200, 260, 3.4, 330),
  mainsCharger(24, 30, 200, 260, 3.2, 320),
  mainsCharger(24, 60, 240, 300, 5.1, 560),
  mainsCharger(48, 15, 200, 260, 3.2, 360),
  mainsCharger(48, 30, 240, 300, 5.2, 620),
  mainsLoad,
];

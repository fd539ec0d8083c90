import type { PartData, Terminal } from '../../document/part/part.ts';
import { corners, way } from '../makings.ts';
import { clamp, stud } from '../terminals.ts';

const inverter = (
  systemV: number,
  acPowerW: number,
  w: number,
  h: number,
  idleA: number,
  price: number,
  waveform: 'sine' | 'modified' = 'sine',
  /** Of those sold by what they give in volt-amperes. */
  ratedVA = acPowerW,
): PartData => {
  const mains = (id: string, name: string, x: number, domain: 'ac' | 'earth'): Terminal =>
    clamp(id, 'none', [x, -h / 2 + 10, 270], [1.5, 6], { name, domain, required: false });
  return {
    id: `inverter-${waveform === 'sine' ? '' : 'modified-'}${systemV}-${ratedVA === acPowerW ? acPowerW : `${ratedVA}va`}`,
    kind: 'inverter',
    name: `${waveform === 'sine' ? 'Sine' : 'Modified-wave'} inverter ${systemV} V, ${ratedVA === acPowerW ? '' : `${ratedVA} VA, `}${acPowerW} W`,
    widthMm: w,
    heightMm: h,
    depthMm: 120,
    massKg: Math.round(acPowerW / 18) / 10,
    clearSpaceMm: { left: 50, right: 50, top: 100, bottom: 100 },
    mountHoles: corners(w, h, 6),
    terminals: [
      stud('plus', 'plus', [-30, h / 2 - 14, 90], [8, 32], { zMm: 25 }),
      stud('minus', 'minus', [30, h / 2 - 14, 90], [8, 32], { zMm: 25 }),
      mains('acL', 'L (mains)', -24, 'ac'),
      mains('acN', 'N (mains)', 0, 'ac'),
      mains('pe', 'PE', 24, 'earth'),
    ],
    elements: [
      {
        kind: 'inverter',
        id: 'i',
        plus: 'plus',
        minus: 'minus',
        acPowerW,
        ratedVA,
        efficiencyShare: 0.9,
        cutoffV: (systemV / 12) * 11,
        idleA,
        surgeW: 2 * acPowerW,
        waveform,
        acOut: 'acL',
        acIn: null,
        transferA: null,
      },
    ],
    systemVoltagesV: [systemV],
    price,
    leadTimeDays: 15,
  };
};

/** Inverter and mains charger in one case: passes mains through while there is any, inverts while there is none. */
const inverterCharger = (
  systemV: number,
  acPowerW: number,
  chargeA: number,
  price: number,
  transferA = 16,
  ratedVA = acPowerW,
  idleA = 1,
): PartData => ({
  id: `inverter-charger-${systemV}-${ratedVA === acPowerW ? acPowerW : `${ratedVA}va`}`,
  kind: 'inverter',
  name: `Inverter-charger ${systemV} V, ${ratedVA === acPowerW ? '' : `${ratedVA} VA, `}${acPowerW} W, ${chargeA} A, passes ${transferA} A`,
  widthMm: 280,
  heightMm: 400,
  depthMm: 150,
  massKg: acPowerW / 150,
  clearSpaceMm: { left: 50, right: 50, top: 100, bottom: 100 },
  mountHoles: [-1, 1].flatMap((sx) => [-1, 1].map((sy) => ({ xMm: sx * 130, yMm: sy * 190, screwDiameterMm: 6 }))),
  terminals: [
    stud('plus', 'plus', [-34, 186, 90], [8, 32], { zMm: 25 }),
    stud('minus', 'minus', [34, 186, 90], [8, 32], { zMm: 25 }),
    ...way('in', 'in', -60, -188, 270, 16),
    ...way('out', 'out', 60, -188, 270, 16),
  ],
  elements: [
    {
      kind: 'inverter',
      id: 'i',
      plus: 'plus',
      minus: 'minus',
      acPowerW,
      ratedVA,
      efficiencyShare: 0.9,
      cutoffV: (systemV / 12) * 11,
      idleA,
      surgeW: 2 * acPowerW,
      waveform: 'sine',
      acOut: 'outL',
      acIn: 'inL',
      transferA,
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
      togetherA: null,
    },
    { kind: 'bar', id: 'earth', terminalIds: ['inE', 'outE'], ratingA: 40 },
  ],
  systemVoltagesV: [systemV],
  price,
  leadTimeDays: 20,
});

export const INVERTERS: readonly PartData[] = [
  inverter(12, 300, 130, 190, 0.4, 120),
  inverter(12, 800, 200, 240, 0.8, 290),
  inverter(12, 800, 190, 230, 0.6, 140, 'modified'),
  inverter(12, 1600, 230, 300, 1.1, 540),
  inverter(24, 800, 200, 240, 0.4, 300),
  inverter(24, 2000, 240, 330, 0.7, 640),
  inverter(24, 3000, 270, 380, 0.9, 980),
  inverter(48, 1200, 210, 260, 0.3, 440),
  inverter(48, 2400, 260, 360, 0.5, 780),
  inverter(48, 5000, 320, 460, 0.9, 1690),
  inverterCharger(12, 1600, 70, 960),
  inverterCharger(24, 3000, 70, 1490),
  // Sold by volt-amperes: about 0.8 of it in watts (common practice, no source).
  inverter(12, 960, 205, 250, 0.8, 330, 'sine', 1200),
  inverter(12, 1600, 235, 310, 1, 560, 'sine', 2000),
  inverter(12, 2400, 270, 380, 1.5, 890, 'sine', 3000),
  inverter(24, 4000, 310, 450, 1.3, 1390, 'sine', 5000),
  inverter(48, 4000, 310, 450, 0.7, 1340, 'sine', 5000),
  inverterCharger(12, 2400, 120, 1420, 50, 3000, 1.4),
  inverterCharger(24, 4000, 120, 1980, 50, 5000, 1.1),
  inverterCharger(48, 2400, 35, 1290, 32, 3000, 0.3),
  inverterCharger(48, 4000, 70, 1940, 50, 5000, 0.5),
];

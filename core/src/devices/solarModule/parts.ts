import type { PartData } from '../../document/part/part.ts';
import { noClear } from '../makings.ts';
import { lead } from '../terminals.ts';

const solarModule = (peakW: number, openCircuitV: number, shortCircuitA: number, price: number): PartData => ({
  id: `solar-${peakW}`,
  kind: 'solarModule',
  name: `Solar module ${peakW} W, ${openCircuitV} V open`,
  widthMm: 1000,
  heightMm: peakW * 5,
  depthMm: 35,
  massKg: Math.round(peakW * 0.55) / 10,
  clearSpaceMm: noClear,
  mountHoles: [],
  terminals: [lead('plus', 'plus', [-20, 0, 180], 4, { zMm: 5 }), lead('minus', 'minus', [20, 0, 0], 4, { zMm: 5 })],
  elements: [{ kind: 'solarSource', id: 's', plus: 'plus', minus: 'minus', peakW, openCircuitV, shortCircuitA }],
  systemVoltagesV: [],
  price,
  leadTimeDays: 10,
});

export const SOLAR_MODULES: readonly PartData[] = [
  solarModule(100, 22.5, 5.9, 75),
  solarModule(200, 24.3, 10.4, 120),
  solarModule(400, 49.5, 10.6, 190),
];

import type { PartData } from '../../document/part/part.ts';
import { mainsTerminals, noClear } from '../makings.ts';
import { clamp } from '../terminals.ts';

/** Consumers: the watts stand in the item, the part only says how it is wired. */
const load = (id: string, name: string, [min, max]: [number, number], [w, h]: [number, number]): PartData => ({
  id,
  kind: 'load',
  name,
  widthMm: w,
  heightMm: h,
  depthMm: 40,
  massKg: 0.2,
  clearSpaceMm: { left: 0, right: 0, top: 0, bottom: 0 },
  mountHoles: [],
  terminals: [
    clamp('plus', 'plus', [-10, h / 2 - 6, 90], [min, max]),
    clamp('minus', 'minus', [10, h / 2 - 6, 90], [min, max]),
  ],
  elements: [{ kind: 'load', id: 'l', plus: 'plus', minus: 'minus' }],
  systemVoltagesV: [],
  price: null,
  leadTimeDays: null,
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

export const LOADS: readonly PartData[] = [
  load('load-small', 'Load, clamps 0.75–6 mm²', [0.75, 6], [60, 50]),
  load('load-large', 'Load, clamps 2.5–16 mm²', [2.5, 16], [90, 70]),
  mainsLoad,
];

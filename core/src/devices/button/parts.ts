import type { PartData } from '../../document/part/part.ts';
import { clamp } from '../terminals.ts';

const button: PartData = {
  id: 'button-momentary',
  kind: 'button',
  name: 'Push button, closes while held',
  widthMm: 30,
  heightMm: 30,
  depthMm: 40,
  massKg: 0.05,
  clearSpaceMm: { left: 0, right: 0, top: 0, bottom: 0 },
  mountHoles: [],
  terminals: [
    clamp('in', 'plus', [-8, 8, 90], [0.5, 2.5], { lineLoad: 'line' }),
    clamp('out', 'plus', [8, 8, 90], [0.5, 2.5], { lineLoad: 'load' }),
  ],
  elements: [
    {
      kind: 'contact',
      id: 'k',
      a: 'in',
      b: 'out',
      resistanceOhm: 0.01,
      ratingA: 5,
      normallyOpen: true,
      follows: 'buttonHeld',
      selfLimiting: false,
      interlock: null,
    },
  ],
  systemVoltagesV: [12, 24, 48],
  price: 6,
  leadTimeDays: 3,
};

export const BUTTONS: readonly PartData[] = [button];

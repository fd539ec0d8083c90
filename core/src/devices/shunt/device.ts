import { device } from '../device.ts';
import { path, rect } from '../strokes.ts';
import { resistanceElement } from './element.ts';
import { SHUNTS } from './parts.ts';

declare module '../../document/part/part.ts' {
  interface PartKinds {
    shunt: true;
  }
}

/** A measured resistance in the minus line. */
export const shunt = device({
  kind: 'shunt',
  letter: 'R',
  group: 'Bars, shunts and frame',
  between: true,
  packRow: 1,
  hasSettings: true,
  awakeW: 0.3,
  face: 'strips',
  oneLine: { rank: 1, widthPx: 54, heightPx: 24 },
  sign: (w, h) => [
    rect(w * 0.2, h / 2 - 6, w * 0.6, 12),
    path(`M0 ${h / 2}H${w * 0.2}M${w * 0.8} ${h / 2}H${w}M${w * 0.32} ${h / 2 - 6}V0M${w * 0.68} ${h / 2 - 6}V0`),
  ],
  elements: [resistanceElement],
  parts: SHUNTS,
});

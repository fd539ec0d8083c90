import { device } from '../device.ts';
import { ground, path } from '../strokes.ts';
import { DEAD_ENDS } from './parts.ts';

declare module '../../document/part/part.ts' {
  interface PartKinds {
    deadEnd: true;
  }
}

/** Where a lead ends that goes nowhere: live or not, it is capped. */
export const deadEnd = device({
  kind: 'deadEnd',
  letter: 'X',
  group: 'Plugs',
  offBoard: true,
  oneLine: { rank: 4, widthPx: 30, heightPx: 24 },
  sign: (w, h) => [ground(w, h), path(`M0 ${h / 2}H${w * 0.6}M${w * 0.6} ${h * 0.2}V${h * 0.8}`, 2)],
  parts: DEAD_ENDS,
});

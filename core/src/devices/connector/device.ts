import { device } from '../device.ts';
import { ground, path } from '../strokes.ts';
import { CONNECTORS } from './parts.ts';

declare module '../../document/part/part.ts' {
  interface PartKinds {
    connector: true;
  }
}

/** A two-pole plug, both halves. */
export const connector = device({
  kind: 'connector',
  letter: 'X',
  group: 'Plugs',
  reach: 'hand',
  oneLine: { rank: 1, widthPx: 48, heightPx: 40 },
  sign: (w, h) => [
    ground(w, h),
    path(`M0 ${h / 2}H${w / 2 - 2}M${w / 2 + 10} ${h / 2}H${w}`, 3),
    path(`M${w / 2 + 4} ${h * 0.25}A${h * 0.25} ${h * 0.25} 0 0 1 ${w / 2 + 4} ${h * 0.75}`),
  ],
  parts: CONNECTORS,
});

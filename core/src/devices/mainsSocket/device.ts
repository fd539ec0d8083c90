import { device } from '../device.ts';
import { ground, path } from '../strokes.ts';
import { mainsSocketElement } from './element.ts';
import { MAINS_SOCKETS } from './parts.ts';

declare module '../../document/part/part.ts' {
  interface PartKinds {
    mainsSocket: true;
  }
}

/** Sockets, and plugs with their couplers. */
export const mainsSocket = device({
  kind: 'mainsSocket',
  letter: 'X',
  group: 'Mains side, for a licensed person',
  reach: 'hand',
  oneLine: { rank: 4, widthPx: 48, heightPx: 40 },
  sign: (w, h) => [
    ground(w, h),
    path(
      `M0 ${h / 2}H${w * 0.4}M${w * 0.72} ${h * 0.2}A${h * 0.3} ${h * 0.3} 0 0 0 ${w * 0.72} ${h * 0.8}M${w * 0.4} ${h / 2}H${w * 0.5}`,
    ),
  ],
  elements: [mainsSocketElement],
  parts: MAINS_SOCKETS,
});

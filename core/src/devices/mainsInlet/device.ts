import { device } from '../device.ts';
import { ground, path, solid } from '../strokes.ts';
import { mainsSourceElement } from './element.ts';
import { MAINS_INLETS } from './parts.ts';

declare module '../../document/part/part.ts' {
  interface PartKinds {
    mainsInlet: true;
  }
}

/** Where mains comes in. */
export const mainsInlet = device({
  kind: 'mainsInlet',
  letter: 'X',
  group: 'Mains side, for a licensed person',
  offBoard: true,
  oneLine: { rank: 0, widthPx: 48, heightPx: 40 },
  sign: (w, h) => [
    ground(w, h),
    path(`M${w * 0.28} ${h * 0.2}a${h * 0.3} ${h * 0.3} 0 0 0 0 ${h * 0.6}M${w * 0.5} ${h / 2}H${w}`),
    solid(w * 0.24, h / 2 - 3.5, w * 0.3, 7),
  ],
  elements: [mainsSourceElement],
  parts: MAINS_INLETS,
});

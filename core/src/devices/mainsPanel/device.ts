import { device } from '../device.ts';
import { box, letter, path } from '../strokes.ts';
import { MAINS_PANELS } from './parts.ts';

declare module '../../document/part/part.ts' {
  interface PartKinds {
    mainsPanel: true;
  }
}

/** A small mains distribution. */
export const mainsPanel = device({
  kind: 'mainsPanel',
  letter: 'X',
  packRow: 3,
  group: 'Mains side, for a licensed person',
  reach: 'hand',
  oneLine: { rank: 3, widthPx: 48, heightPx: 40 },
  sign: (w, h) => [
    box(w, h),
    letter('~', w / 2, h * 0.42, 15),
    path(
      `M${w * 0.15} ${h * 0.62}H${w * 0.85}M${w * 0.3} ${h * 0.62}V${h * 0.85}M${w * 0.5} ${h * 0.62}V${h * 0.85}M${w * 0.7} ${h * 0.62}V${h * 0.85}`,
    ),
  ],
  parts: MAINS_PANELS,
});

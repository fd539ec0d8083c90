import { device } from '../device.ts';
import { ground, path } from '../strokes.ts';
import { BUTTONS } from './parts.ts';

declare module '../../document/part/part.ts' {
  interface PartKinds {
    button: true;
  }
}

/** A contact somebody holds. */
export const button = device({
  kind: 'button',
  letter: 'S',
  group: 'Switches and fuses',
  offBoard: true,
  reach: 'hand',
  oneLine: { rank: 1, widthPx: 48, heightPx: 40 },
  sign: (w, h) => [
    ground(w, h),
    path(
      `M0 ${h * 0.68}H${w * 0.3}L${w * 0.68} ${h * 0.45}M${w * 0.7} ${h * 0.68}H${w}M${w * 0.5} ${h * 0.55}V${h * 0.14}M${w * 0.38} ${h * 0.28}V${h * 0.14}H${w * 0.62}V${h * 0.28}`,
    ),
  ],
  parts: BUTTONS,
});

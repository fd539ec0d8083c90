import { device } from '../device.ts';
import { dot, ground, path } from '../strokes.ts';
import { contactElement } from './element.ts';
import { ISOLATORS } from './parts.ts';

declare module '../../document/part/part.ts' {
  interface PartKinds {
    isolator: true;
  }
}

/** A switch worked by hand. */
export const isolator = device({
  kind: 'isolator',
  letter: 'Q',
  group: 'Switches and fuses',
  reach: 'hand',
  between: true,
  packRow: 0,
  face: 'knob',
  oneLine: { rank: 1, widthPx: 54, heightPx: 30 },
  sign: (w, h) => [
    ground(w, h),
    path(
      `M0 ${h / 2}H${w * 0.3}L${w * 0.68} ${h * 0.12}M${w * 0.7} ${h / 2}H${w}M${w * 0.7} ${h / 2 - 5}V${h / 2 + 5}`,
    ),
    dot(w * 0.3, h / 2, 2.4),
  ],
  elements: [contactElement],
  parts: ISOLATORS,
});

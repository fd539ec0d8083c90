import { device } from '../device.ts';
import { box, path } from '../strokes.ts';
import { coilElement } from './element.ts';
import { RELAYS } from './parts.ts';

declare module '../../document/part/part.ts' {
  interface PartKinds {
    relay: true;
  }
}

/** Contacts a coil works, or electronics. */
export const relay = device({
  kind: 'relay',
  letter: 'K',
  group: 'Switches and fuses',
  between: true,
  packRow: 0,
  awakeW: 0.5,
  oneLine: { rank: 1, widthPx: 48, heightPx: 40 },
  sign: (w, h) => [
    box(w, h),
    path(`M0 ${h * 0.35}H${w * 0.3}L${w * 0.66} ${h * 0.12}M${w * 0.7} ${h * 0.35}H${w}`),
    { draw: 'rect', x: w * 0.3, y: h * 0.58, w: w * 0.4, h: h * 0.28, fill: 'none', line: 'whole' },
  ],
  elements: [coilElement],
  parts: RELAYS,
});

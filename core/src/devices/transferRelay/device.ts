import { device } from '../device.ts';
import { box, dot, path } from '../strokes.ts';
import { transferElement } from './element.ts';
import { TRANSFER_RELAYS } from './parts.ts';

declare module '../../document/part/part.ts' {
  interface PartKinds {
    transferRelay: true;
  }
}

/** Takes the first live one of two mains feeds. */
export const transferRelay = device({
  kind: 'transferRelay',
  letter: 'Q',
  packRow: 3,
  group: 'Mains side, for a licensed person',
  oneLine: { rank: 2, widthPx: 48, heightPx: 40 },
  sign: (w, h) => [
    box(w, h),
    path(`M0 ${h * 0.25}H${w * 0.34}M0 ${h * 0.75}H${w * 0.34}M${w} ${h / 2}H${w * 0.7}L${w * 0.36} ${h * 0.28}`),
    dot(w * 0.7, h / 2, 2.2),
  ],
  elements: [transferElement],
  parts: TRANSFER_RELAYS,
});

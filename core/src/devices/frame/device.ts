import { device } from '../device.ts';
import { path } from '../strokes.ts';
import { frameElement } from './element.ts';
import { FRAMES } from './parts.ts';

declare module '../../document/part/part.ts' {
  interface PartKinds {
    frame: true;
  }
}

/** A metal frame that carries returns. */
export const frame = device({
  kind: 'frame',
  letter: 'X',
  group: 'Bars, shunts and frame',
  offBoard: true,
  oneLine: { rank: 5, widthPx: 48, heightPx: 40 },
  sign: (w, h) => [
    path(
      `M${w / 2} 0V${h * 0.55}M${w * 0.2} ${h * 0.55}H${w * 0.8}M${w * 0.28} ${h * 0.55}L${w * 0.14} ${h * 0.9}M${w * 0.52} ${h * 0.55}L${w * 0.38} ${h * 0.9}M${w * 0.76} ${h * 0.55}L${w * 0.62} ${h * 0.9}`,
    ),
  ],
  elements: [frameElement],
  parts: FRAMES,
});

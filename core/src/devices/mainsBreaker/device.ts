import { device } from '../device.ts';
import { box, letter, path } from '../strokes.ts';
import { mainsBreakerElement } from './element.ts';
import { MAINS_BREAKERS } from './parts.ts';

declare module '../../document/part/part.ts' {
  interface PartKinds {
    mainsBreaker: true;
  }
}

/** Breakers, residual-current devices and small distributions of both. */
export const mainsBreaker = device({
  kind: 'mainsBreaker',
  letter: 'Q',
  packRow: 3,
  group: 'Mains side, for a licensed person',
  reach: 'hand',
  oneLine: { rank: 3, widthPx: 48, heightPx: 40 },
  sign: (w, h) => [
    box(w, h),
    letter('~', w * 0.82, h * 0.3, 12),
    path(
      `M0 ${h / 2}H${w * 0.28}L${w * 0.62} ${h * 0.24}M${w * 0.66} ${h / 2}H${w}M${w * 0.61} ${h * 0.44}L${w * 0.71} ${h * 0.56}M${w * 0.71} ${h * 0.44}L${w * 0.61} ${h * 0.56}`,
    ),
  ],
  elements: [mainsBreakerElement],
  parts: MAINS_BREAKERS,
});

import { device } from '../device.ts';
import { box, path } from '../strokes.ts';
import { solarSourceElement } from './element.ts';
import { SOLAR_MODULES } from './parts.ts';

declare module '../../document/part/part.ts' {
  interface PartKinds {
    solarModule: true;
  }
}

/** A solar module. */
export const solarModule = device({
  kind: 'solarModule',
  letter: 'G',
  group: 'Batteries and sources',
  offBoard: true,
  oneLine: { rank: 0, widthPx: 48, heightPx: 40 },
  sign: (w, h) => [
    box(w, h),
    path(
      `M4 4L${w / 2} ${h / 2}L${w - 4} 4M${w * 0.3} ${-9}l5 7m-1 -5l1 5l-5 -1M${w * 0.55} ${-9}l5 7m-1 -5l1 5l-5 -1`,
    ),
  ],
  elements: [solarSourceElement],
  parts: SOLAR_MODULES,
});

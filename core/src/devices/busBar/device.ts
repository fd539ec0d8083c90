import { device } from '../device.ts';
import { solid } from '../strokes.ts';
import { barElement } from './element.ts';
import { BUS_BARS } from './parts.ts';

declare module '../../document/part/part.ts' {
  interface PartKinds {
    busBar: true;
  }
}

/** A bar that joins studs. */
export const busBar = device({
  kind: 'busBar',
  letter: 'X',
  group: 'Bars, shunts and frame',
  openTerminals: true,
  distributes: true,
  leavesAnyWay: true,
  between: true,
  packRow: 1,
  face: 'bar',
  // Where two meet halfway, what comes from a charger's fuse runs to the bar.
  oneLine: { rank: 2, widthPx: 14, heightPx: 60 },
  sign: (w, h) => [solid(w / 2 - 3, 0, 6, h)],
  elements: [barElement],
  parts: BUS_BARS,
});

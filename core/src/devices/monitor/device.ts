import { device } from '../device.ts';
import { letter, ring } from '../strokes.ts';
import { electronicsElement } from './element.ts';
import { MONITORS } from './parts.ts';

declare module '../../document/part/part.ts' {
  interface PartKinds {
    monitor: true;
  }
}

/** Displays and sensors, and what joins them. */
export const monitor = device({
  kind: 'monitor',
  letter: 'P',
  group: 'Displays and sensors',
  reach: 'see',
  hasSettings: true,
  oneLine: { rank: 4, widthPx: 40, heightPx: 40 },
  sign: (w, h) => [ring(w / 2, h / 2, h / 2 - 2), letter('V', w / 2, h * 0.62, 13)],
  elements: [electronicsElement],
  parts: MONITORS,
});

import { device } from '../device.ts';
import { ground, path, ring } from '../strokes.ts';
import { DATA_LEADS } from './parts.ts';

declare module '../../document/part/part.ts' {
  interface PartKinds {
    dataLead: true;
  }
}

/** Data leads, bought made up: drawn as a wire between two sockets, listed by the stock length that reaches. */
export const dataLead = device({
  kind: 'dataLead',
  letter: 'W',
  group: 'Displays and sensors',
  offBoard: true,
  oneLine: { rank: 4, widthPx: 30, heightPx: 24 },
  sign: (w, h) => [ground(w, h), path(`M4 ${h / 2}H${w - 4}`), ring(4, h / 2, 3), ring(w - 4, h / 2, 3)],
  parts: DATA_LEADS,
});

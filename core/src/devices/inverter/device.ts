import { device } from '../device.ts';
import { converter } from '../strokes.ts';
import { inverterElement } from './element.ts';
import { INVERTERS } from './parts.ts';

declare module '../../document/part/part.ts' {
  interface PartKinds {
    inverter: true;
  }
}

/** Makes mains from the bank; some pass a mains input through and charge from it. */
export const inverter = device({
  kind: 'inverter',
  letter: 'T',
  group: 'Chargers and inverters',
  hot: true,
  breathes: true,
  reach: 'see',
  packRow: 2,
  oneLine: { rank: 4, widthPx: 48, heightPx: 40 },
  sign: converter('=', '~'),
  elements: [inverterElement],
  parts: INVERTERS,
});

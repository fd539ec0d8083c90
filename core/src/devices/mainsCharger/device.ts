import { device } from '../device.ts';
import { converter } from '../strokes.ts';
import { mainsChargerElement } from './element.ts';
import { MAINS_CHARGERS } from './parts.ts';

declare module '../../document/part/part.ts' {
  interface PartKinds {
    mainsCharger: true;
  }
}

/** Charges the bank from the mains or a generator. */
export const mainsCharger = device({
  kind: 'mainsCharger',
  letter: 'T',
  group: 'Chargers and inverters',
  hasSettings: true,
  hot: true,
  breathes: true,
  reach: 'see',
  packRow: 2,
  oneLine: { rank: 1, widthPx: 48, heightPx: 40 },
  sign: converter('~', '='),
  elements: [mainsChargerElement],
  parts: MAINS_CHARGERS,
});

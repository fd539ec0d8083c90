import { device } from '../device.ts';
import { converter } from '../strokes.ts';
import { chargerElement } from './chargerElement.ts';
import { DCDC_CHARGERS } from './parts.ts';
import { strapElement } from './strapElement.ts';

declare module '../../document/part/part.ts' {
  interface PartKinds {
    dcdcCharger: true;
  }
}

/** Charges the bank from another d.c. system. */
export const dcdcCharger = device({
  kind: 'dcdcCharger',
  letter: 'T',
  group: 'Chargers and inverters',
  hasSettings: true,
  awakeW: 0.4,
  hot: true,
  breathes: true,
  reach: 'see',
  packRow: 2,
  oneLine: { rank: 1, widthPx: 48, heightPx: 40 },
  sign: converter('=', '='),
  elements: [chargerElement, strapElement],
  parts: DCDC_CHARGERS,
});

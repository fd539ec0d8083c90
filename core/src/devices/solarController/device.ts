import { device } from '../device.ts';
import { converter } from '../strokes.ts';
import { SOLAR_CONTROLLERS } from './parts.ts';

declare module '../../document/part/part.ts' {
  interface PartKinds {
    solarController: true;
  }
}

/** Charges the bank from solar modules. */
export const solarController = device({
  kind: 'solarController',
  letter: 'T',
  group: 'Chargers and inverters',
  hasSettings: true,
  awakeW: 0.6,
  hot: true,
  breathes: true,
  reach: 'see',
  packRow: 2,
  oneLine: { rank: 1, widthPx: 48, heightPx: 40 },
  sign: (w, h) => [...converter('=', '=')(w, h), { draw: 'circle', x: w - 7, y: 7, r: 3.2, fill: 'none' }],
  parts: SOLAR_CONTROLLERS,
});

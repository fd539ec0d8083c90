import type { AmpacityTable } from './ampacityTable.ts';

/**
 * Single conductor in free air, A by mm² and insulation temperature.
 * Source: ISO 10133 / ISO 13297 annex A, 30 °C. Mark: [mem].
 */
export const ISO_AMPACITY: AmpacityTable = {
  source: 'ISO 13297 annex A, single conductor, 30 °C (from memory)',
  referenceC: 30,
  columnsC: [60, 70, 90, 105],
  rows: [
    [0.75, [6, 10, 12, 16]],
    [1, [8, 14, 18, 20]],
    [1.5, [12, 18, 21, 25]],
    [2.5, [17, 25, 30, 35]],
    [4, [22, 35, 40, 45]],
    [6, [29, 45, 50, 60]],
    [10, [40, 65, 70, 90]],
    [16, [54, 90, 100, 130]],
    [25, [71, 120, 140, 170]],
    [35, [87, 160, 185, 210]],
    [50, [105, 210, 230, 270]],
    [70, [135, 265, 285, 330]],
    [95, [165, 310, 330, 390]],
    [120, [190, 360, 400, 450]],
    [150, [220, 380, 430, 475]],
  ],
};

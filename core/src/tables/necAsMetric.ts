import type { AmpacityTable } from './ampacityTable.ts';

/**
 * Up to three copper conductors in raceway at 30 °C, A; 14, 12 and 10 AWG limited to 15, 20 and 30 A. A metric size
 * counts as the largest AWG that is not thicker.
 * Source: NEC 310.16 and 240.4(D). Mark: [mem].
 */
export const NEC_AMPACITY: AmpacityTable = {
  source: 'NEC 310.16 copper, 14/12/10 AWG limited by 240.4(D), by the next smaller AWG (from memory)',
  referenceC: 30,
  columnsC: [75, 90],
  rows: [
    [2.5, [15, 15]],
    [4, [20, 20]],
    [6, [30, 30]],
    [10, [50, 55]],
    [16, [65, 75]],
    [25, [85, 95]],
    [35, [115, 130]],
    [50, [130, 145]],
    [70, [175, 195]],
    [95, [200, 225]],
    [120, [230, 260]],
  ],
};

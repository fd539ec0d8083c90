import type { AmpacityTable } from './ampacityTable.ts';

/**
 * Single conductor in free air, 105 °C insulation, outside engine spaces, A. A metric size counts as the largest AWG
 * that is not thicker.
 * Source: ABYC E-11, table by AWG, 30 °C. Mark: [mem].
 */
export const ABYC_AMPACITY: AmpacityTable = {
  source: 'ABYC E-11, 105 °C insulation outside engine spaces, by the next smaller AWG (from memory)',
  referenceC: 30,
  columnsC: [105],
  rows: [
    [1, [20]],
    [1.5, [25]],
    [2.5, [35]],
    [4, [45]],
    [6, [60]],
    [10, [80]],
    [16, [120]],
    [25, [160]],
    [35, [210]],
    [50, [245]],
    [70, [330]],
    [95, [385]],
    [120, [445]],
  ],
};

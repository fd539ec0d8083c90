import type { AmpacityTable } from './ampacityTable.ts';
import { gaugeMm2 } from './awg.ts';

/** [gauge, A at 75 °C, A at 90 °C]. */
const ROWS: readonly (readonly [string, number, number])[] = [
  ['14', 15, 15],
  ['12', 20, 20],
  ['10', 30, 30],
  ['8', 50, 55],
  ['6', 65, 75],
  ['4', 85, 95],
  ['2', 115, 130],
  ['1', 130, 145],
  ['1/0', 150, 170],
  ['2/0', 175, 195],
  ['3/0', 200, 225],
  ['4/0', 230, 260],
  ['250', 255, 290],
  ['350', 310, 350],
  ['500', 380, 430],
];

/**
 * Up to three copper conductors in raceway at 30 °C, A; 14, 12 and 10 AWG limited to 15, 20 and 30 A. Each gauge by its
 * own row; a metric size lies between two and counts as the one below.
 * Source: NEC 310.16 and 240.4(D). Mark: [mem].
 */
export const NEC_AMPACITY: AmpacityTable = {
  source: 'NEC 310.16 copper, 14/12/10 AWG limited by 240.4(D) (from memory)',
  referenceC: 30,
  columnsC: [75, 90],
  rows: ROWS.map(([gauge, at75, at90]) => [gaugeMm2(gauge), [at75, at90]] as const),
};

import { ABYC_105C_A_BY_AWG } from './abycAmpacity.ts';
import type { AmpacityTable } from './ampacityTable.ts';
import { gaugeMm2 } from './awg.ts';

/**
 * Single conductor in free air, 105 °C insulation, outside engine spaces, A. Each gauge by its own row; a metric size
 * lies between two and counts as the one below.
 * Source: ABYC E-11, table by AWG, 30 °C. Mark: [mem].
 */
export const ABYC_AMPACITY: AmpacityTable = {
  source: 'ABYC E-11, 105 °C insulation outside engine spaces (from memory)',
  referenceC: 30,
  columnsC: [105],
  rows: Object.entries(ABYC_105C_A_BY_AWG)
    .map(([gauge, amps]) => [gaugeMm2(gauge), [amps]] as const)
    .sort(([a], [b]) => a - b),
};

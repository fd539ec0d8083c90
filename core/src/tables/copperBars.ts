import type { AmpacityTable } from './ampacityTable.ts';

/**
 * Bare copper bars, A d.c., 35 °C air, 65 °C bar, by width × thickness in mm.
 * Source: DIN 43671. Mark: [mem].
 */
export const COPPER_BARS: readonly (readonly [widthMm: number, thicknessMm: number, currentA: number])[] = [
  [12, 2, 108],
  [15, 3, 162],
  [20, 3, 204],
  [25, 3, 245],
  [20, 5, 274],
  [25, 5, 327],
  [30, 5, 380],
  [40, 5, 484],
  [30, 10, 579],
  [40, 10, 728],
  [50, 10, 875],
];
export const COPPER_BARS_SOURCE = 'DIN 43671, bare copper, 35 °C air, 65 °C bar (from memory)';

/** The same as an ampacity table by area: one column, the bar at 65 °C in 35 °C air. */
export const BAR_AMPACITY: AmpacityTable = {
  source: COPPER_BARS_SOURCE,
  referenceC: 35,
  columnsC: [65],
  rows: COPPER_BARS.map(([widthMm, thicknessMm, currentA]) => [widthMm * thicknessMm, [currentA]] as const),
};

/**
 * The smallest bar that carries a current, as `25×5`; null above the table.
 * @example
 * barFor(100) !== null; // true
 */
export function barFor(currentA: number): string | null {
  const fitting = COPPER_BARS.filter(([, , amps]) => amps >= currentA).sort((a, b) => a[2] - b[2])[0];
  return fitting ? `${fitting[0]}×${fitting[1]}` : null;
}

/** Beyond this a formed link is a bus bar of its own, with supports. Common practice, no source. */
export const FORMED_LINK_MAX_MM = 400;

/** What conductors carry, by area and by temperature column. */
export interface AmpacityTable {
  source: string;
  referenceC: number;
  columnsC: readonly number[];
  /** [area mm², amps by column] in rising area. */
  rows: readonly (readonly [number, readonly number[]])[];
}
/** [conductors or circuits laid together at least, factor]. */
export type BundleFactor = readonly [number, number];

/**
 * Readings a practised person needs: halving what may be at fault each time, and two to be sure, for each defect.
 * @param places how many places may be at fault
 * @example
 * parReadings(30, 1); // 7
 */
export const parReadings = (places: number, defects: number): number =>
  defects * (Math.ceil(Math.log2(Math.max(2, places))) + 2);

/**
 * Minutes a practised person needs: two for each reading. Common practice, no source.
 * @example
 * parMinutes(7); // 14
 */
export const parMinutes = (readings: number): number => 2 * readings;

/**
 * Boards of a job by their number, 1 for the first.
 * @example
 * unitsOf(3); // [1, 2, 3]
 */
export const unitsOf = (quantity: number): number[] => Array.from({ length: quantity }, (_, i) => i + 1);

/**
 * The serial number of a board: that of its job, and which of several it is.
 * @example
 * serialOf(401, 2, 12); // '401-02'
 */
export const serialOf = (jobNumber: number, unit: number, quantity: number): string =>
  quantity === 1 ? String(jobNumber) : `${jobNumber}-${String(unit).padStart(2, '0')}`;

/** Wire gauges that are sold, thinnest first: number below 1 are 1/0, 2/0, 3/0, 4/0. */
const GAUGES = [20, 18, 16, 14, 12, 10, 8, 6, 4, 2, 1, 0, -1, -2, -3];

/**
 * Diameter of an American wire gauge. @param gauge AWG number; 1/0 is 0, 2/0 is −1.
 * Source: ASTM B258.
 */
export const awgDiameterMm = (gauge: number): number => 0.127 * 92 ** ((36 - gauge) / 39);

/**
 * Conductor area of a gauge, mm². Source: ASTM B258, d = 0.127 mm · 92^((36 − n)/39).
 * @example
 * Math.round(awgAreaMm2(10) * 100) / 100; // 5.26
 */
export const awgAreaMm2 = (gauge: number): number => (Math.PI / 4) * awgDiameterMm(gauge) ** 2;

const name = (gauge: number) => (gauge > 0 ? String(gauge) : `${1 - gauge}/0`);

/**
 * The thinnest gauge that is at least a metric size, such as `4` for 16 mm² or `3/0` for 70; null beyond 4/0.
 * @example
 * awgAtLeast(5); // '10'
 */
export function awgAtLeast(areaMm2: number): string | null {
  const fitting = GAUGES.find((g) => awgAreaMm2(g) >= areaMm2 * 0.995);
  return fitting === undefined ? null : name(fitting);
}

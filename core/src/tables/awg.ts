/** Wire gauges that are sold, thinnest first: numbers below 1 are 1/0, 2/0, 3/0, 4/0. */
const GAUGES = [20, 18, 16, 14, 12, 10, 8, 6, 4, 2, 1, 0, -1, -2, -3];
/** Above 4/0 sizes go by area, in thousands of circular mils. */
const KCMIL = [250, 350, 500];
/** One circular mil, mm²: a circle of a thousandth of an inch. */
const CIRCULAR_MIL_MM2 = (Math.PI / 4) * 0.0254 ** 2;

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

const gaugeName = (gauge: number) => (gauge > 0 ? String(gauge) : `${1 - gauge}/0`);
/** To three digits, as the lists have it. */
const listed = (areaMm2: number) => Number(areaMm2.toPrecision(3));

/** A size that goes by gauge: a size of its own, with lugs and dies of its own, and no metric one. */
export interface GaugeSize {
  /** As it is printed: `2 AWG`, `4/0 AWG`, `250 kcmil`. */
  name: string;
  /** Its area to three digits: what stands in documents. */
  areaMm2: number;
}

/** Gauge sizes that are sold, thinnest first. */
export const GAUGE_SIZES: readonly GaugeSize[] = [
  ...GAUGES.map((g) => ({ name: `${gaugeName(g)} AWG`, areaMm2: listed(awgAreaMm2(g)) })),
  ...KCMIL.map((k) => ({ name: `${k} kcmil`, areaMm2: listed(k * 1000 * CIRCULAR_MIL_MM2) })),
];
const BY_AREA = new Map(GAUGE_SIZES.map((s) => [s.areaMm2, s]));

/**
 * Area of a gauge by its name, mm². @throws RangeError for one that is not sold
 * @example
 * gaugeMm2('2'); // 33.6
 */
export function gaugeMm2(name: string): number {
  const found = GAUGE_SIZES.find((s) => s.name.split(' ')[0] === name);
  if (!found) throw new RangeError(`gauge is ${name}; accepted: ${GAUGE_SIZES.map((s) => s.name).join(', ')}`);
  return found.areaMm2;
}

/**
 * Whether an area is that of a gauge.
 * @example
 * isGauge(33.6); // true
 */
export const isGauge = (areaMm2: number): boolean => BY_AREA.has(areaMm2);

/**
 * A conductor's size as it is bought and printed: the gauge with its area, or square millimetres.
 * @example
 * sizeText(33.6); // '2 AWG (33.6 mm²)'
 */
export const sizeText = (areaMm2: number): string => {
  const gauge = BY_AREA.get(areaMm2);
  return gauge ? `${gauge.name} (${areaMm2} mm²)` : `${areaMm2} mm²`;
};

/**
 * The thinnest gauge that is at least a metric size, such as `4` for 16 mm² or `3/0` for 70; null beyond 4/0.
 * @example
 * awgAtLeast(5); // '10'
 */
export function awgAtLeast(areaMm2: number): string | null {
  const fitting = GAUGES.find((g) => awgAreaMm2(g) >= areaMm2 * 0.995);
  return fitting === undefined ? null : gaugeName(fitting);
}

/** What instruments on the bench tell, in SI units inside; people read and type it in the unit the trade shows. */
export const QUANTITIES = {
  voltage: { unit: 'V', shown: 'V', perUnit: 1, title: 'volts' },
  drop: { unit: 'V', shown: 'mV', perUnit: 1e3, title: 'millivolts' },
  resistance: { unit: 'Ω', shown: 'Ω', perUnit: 1, title: 'ohms' },
  insulation: { unit: 'Ω', shown: 'MΩ', perUnit: 1e-6, title: 'insulation' },
  current: { unit: 'A', shown: 'A', perUnit: 1, title: 'amps' },
  temperatureRise: { unit: 'K', shown: 'K', perUnit: 1, title: 'temperature' },
  power: { unit: 'W', shown: 'W', perUnit: 1, title: 'watts' },
  mass: { unit: 'kg', shown: 'kg', perUnit: 1, title: 'mass' },
} as const;

export type Quantity = keyof typeof QUANTITIES;
export const QUANTITY_NAMES = Object.keys(QUANTITIES) as Quantity[];

/** From this on a reading of ohms is an open circuit: SCPI's answer to overload (SCPI 1999). */
export const OVERLOAD = 9.9e37;
const OPEN_FROM = 9e37;

/**
 * Whether a reading is of an open circuit.
 * @example
 * isOpenReading(OVERLOAD); // true
 */
export const isOpenReading = (value: number): boolean => Math.abs(value) >= OPEN_FROM;

/**
 * A reading as people see it.
 * @example
 * shownReading('drop', 0.0123); // '12.30 mV'
 */
export function shownReading(quantity: Quantity, value: number): string {
  if (isOpenReading(value)) return 'open';
  const { shown, perUnit } = QUANTITIES[quantity];
  const x = value * perUnit;
  const size = Math.abs(x);
  return `${x.toFixed(size >= 100 ? 1 : size >= 1 ? 2 : 3)} ${shown}`;
}

/**
 * How far a reading may be off, beside it; empty where nobody can say or the circuit is open.
 * @example
 * shownDoubt('drop', 0.0123, 0.0002); // ' ± 0.200 mV'
 */
export const shownDoubt = (quantity: Quantity, value: number, expandedUncertainty: number | null): string =>
  expandedUncertainty === null || isOpenReading(value) ? '' : ` ± ${shownReading(quantity, expandedUncertainty)}`;

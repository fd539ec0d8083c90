import { NM_PER_LBF_IN, STANDARD_GRAVITY } from '../tables/gravity.ts';
import type { UnitChoice } from './choice.ts';

/** How a kept unit is told in another: `shown = kept / each + zero`. */
export interface Told {
  unit: string;
  /** How many of the kept unit make one of the shown. */
  each: number;
  zero: number;
}

const MM_PER_IN = 25.4;
const KEPT = (unit: string): Told => ({ unit, each: 1, zero: 0 });

/**
 * In what a figure kept in a unit is told to a person; in its own where that person reads it so. Units that are the same
 * everywhere (A, V, Ω, s, kg) stay.
 * Source: inch and pound of the agreement of 1959 (exact), standard gravity (ISO 80000-3), °F by NIST SP 811.
 * @param unit as boards have it: `mm`, `cm`, `m`, `°C`, `N·m`, `N`
 * @example
 * toldIn('mm', { ...SI, length: 'in' }).unit; // 'in'
 */
export function toldIn(unit: string, choice: UnitChoice): Told {
  if (choice.length === 'in') {
    if (unit === 'mm') return { unit: 'in', each: MM_PER_IN, zero: 0 };
    if (unit === 'cm') return { unit: 'in', each: MM_PER_IN / 10, zero: 0 };
    if (unit === 'm') return { unit: 'ft', each: (MM_PER_IN * 12) / 1000, zero: 0 };
  }
  if (unit === '°C' && choice.temperature === '°F') return { unit: '°F', each: 5 / 9, zero: 32 };
  if (unit === 'N·m' && choice.torque === 'lbf·in') return { unit: 'lbf·in', each: NM_PER_LBF_IN, zero: 0 };
  if (unit === 'N' && choice.force === 'kgf') return { unit: 'kgf', each: STANDARD_GRAVITY, zero: 0 };
  return KEPT(unit);
}

const numbers = new Map<string, Intl.NumberFormat>();

/**
 * A number with so many decimals, as it is written in the place; never grouped, for it is copied and typed back.
 * @example
 * inPlace(1234.5, 2, 'en-DE'); // '1234,50'
 */
export function inPlace(value: number, digits: number, place: string): string {
  const key = `${place} ${digits}`;
  let format = numbers.get(key);
  if (!format) {
    format = new Intl.NumberFormat(place, {
      minimumFractionDigits: digits,
      maximumFractionDigits: digits,
      useGrouping: false,
      numberingSystem: 'latn',
    });
    numbers.set(key, format);
  }
  return format.format(value);
}

/** Below this a tape is marked to the thirty-second of an inch, beyond to the sixteenth. Common practice, no source. */
const FINE_TO_IN = 12;

/**
 * Inches as they are read off a tape: thirty-seconds in the first foot, sixteenths beyond.
 * @example
 * onTape(24.8125); // '24 13/16'
 */
export function onTape(inches: number): string {
  const parts = Math.abs(inches) < FINE_TO_IN ? 32 : 16;
  const all = Math.round(Math.abs(inches) * parts);
  const whole = Math.floor(all / parts);
  let over = all - whole * parts;
  let of = parts;
  while (over > 0 && over % 2 === 0) {
    over /= 2;
    of /= 2;
  }
  const sign = inches < 0 && all > 0 ? '-' : '';
  if (over === 0) return `${sign}${whole}`;
  return `${sign}${whole > 0 ? `${whole} ` : ''}${over}/${of}`;
}

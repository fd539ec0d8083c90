import type { UnitChoice } from './choice.ts';
import { toldIn } from './figures.ts';

/** Units a hand may write behind a number, by what the field keeps; the kept unit's own is always among them. */
const WRITTEN: Readonly<Record<string, Readonly<Record<string, number>>>> = {
  mm: { mm: 1, cm: 10, m: 1000, in: 25.4, '"': 25.4, ft: 304.8, "'": 304.8 },
  m: { m: 1, cm: 0.01, mm: 0.001, ft: 0.3048, "'": 0.3048, in: 0.0254, '"': 0.0254 },
};
const NUMBER = /^([-−+]?)(?:(?:(\d+)[ -])?(\d+)\/(\d+)|(\d+(?:[.,]\d+)?|[.,]\d+))\s*(.*)$/;
/** Twelve digits: what comes back from inches is the millimetre it was, not a hair beside it. */
const tidy = (x: number): number => Number(x.toPrecision(12));

/**
 * What was typed into a field, in the unit the field is kept in: a plain number is meant in the person's unit, and one with
 * its unit behind it in that one; fractions as they stand on a tape.
 * @param unit of what is kept
 * @returns NaN for what is no number of that kind
 * @example
 * readTyped('24 13/16', 'mm', { ...SI, length: 'in' }); // 630.2375
 */
export function readTyped(text: string, unit: string, choice: UnitChoice): number {
  const found = NUMBER.exec(text.trim());
  if (!found) return Number.NaN;
  const [, sign, whole, over, of, plain, behind] = found;
  const size = plain === undefined ? Number(whole ?? 0) + Number(over) / Number(of) : Number(plain.replace(',', '.'));
  const typed = sign === '-' || sign === '−' ? -size : size;
  const to = toldIn(unit, choice);
  const said = behind!.trim();
  if (said === '' || said === to.unit) return tidy((typed - to.zero) * to.each);
  if (said === unit) return typed;
  const each = WRITTEN[unit]?.[said.toLowerCase()];
  if (each !== undefined) return tidy(typed * each);
  if (unit === '°C' && (said === '°F' || said === 'F')) return tidy((typed - 32) / 1.8);
  if (unit === '°C' && said === 'C') return typed;
  return Number.NaN;
}

/**
 * What stands in a field for what is kept, such that reading it gives the same again.
 * @example
 * typedOf(635, 'mm', { ...SI, length: 'in' }); // '25'
 */
export function typedOf(kept: number, unit: string, choice: UnitChoice): string {
  const to = toldIn(unit, choice);
  if (to.unit === unit) return String(kept);
  return String(Number((kept / to.each + to.zero).toPrecision(6)));
}

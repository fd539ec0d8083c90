import type { Cable } from '../document/cable/cable.ts';
import { CCA } from './sourceCorners.ts';

/**
 * Maximum d.c. resistance at 20 °C of plain annealed copper class 5 conductors, Ω/km by mm².
 * Source: IEC 60228 table 3. Mark: [mem] written from memory; a workshop may override it.
 */
export const CLASS5_OHM_PER_KM: Readonly<Record<string, number>> = {
  '0.5': 39.0,
  '0.75': 26.0,
  '1': 19.5,
  '1.5': 13.3,
  '2.5': 7.98,
  '4': 4.95,
  '6': 3.3,
  '10': 1.91,
  '16': 1.21,
  '25': 0.78,
  '35': 0.554,
  '50': 0.386,
  '70': 0.272,
  '95': 0.206,
  '120': 0.161,
  '150': 0.129,
  '185': 0.106,
  '240': 0.0801,
};
export const CLASS5_SOURCE = 'IEC 60228 table 3, class 5 plain copper, 20 °C (from memory)';

/** Temperature coefficient of copper at 20 °C, 1/K. Source: IACS annealed copper. */
export const COPPER_ALPHA_PER_K = 0.00393;

/** Solid annealed copper at 20 °C, Ω·mm²/km. Source: IEC 60028, 1/58 Ω·mm²/m. */
export const COPPER_OHM_MM2_PER_KM = 1000 / 58;

/**
 * Resistance of a conductor at 20 °C, Ω/km, by area and what it is made of: flat copper is solid, unknown cable counts as
 * copper.
 * @example
 * ohmPerKmOf(10, 'copper'); // 1.91
 */
export function ohmPerKmOf(areaMm2: number, material: Cable['material']): number {
  if (material === 'flatCopper') return COPPER_OHM_MM2_PER_KM / areaMm2;
  return (CLASS5_OHM_PER_KM[String(areaMm2)] ?? 18 / areaMm2) * (material === 'cca' ? CCA.resistanceFactor : 1);
}

/** Standard areas, mm², in rising order. */
export const STANDARD_AREAS_MM2 = Object.keys(CLASS5_OHM_PER_KM)
  .map(Number)
  .sort((a, b) => a - b);

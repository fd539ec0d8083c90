import type { Chemistry } from '../document/brief/brief.ts';

/**
 * Voltage of a rested "12 V" battery by chemistry, V: full, half and at the end of its usable charge, and the window
 * a healthy rested battery is expected in on the bench.
 * Source: common practice, no source; makers' sheets differ by a few hundredths.
 */
export const REST_VOLTAGE_PER_12V: Readonly<
  Record<Chemistry, { fullV: number; nominalV: number; lowV: number; benchLowV: number; benchHighV: number }>
> = {
  agm: { fullV: 12.85, nominalV: 12.4, lowV: 11.8, benchLowV: 12.2, benchHighV: 13.2 },
  vented: { fullV: 12.7, nominalV: 12.3, lowV: 11.7, benchLowV: 12.1, benchHighV: 13.0 },
  lifepo4: { fullV: 13.4, nominalV: 13.2, lowV: 12.8, benchLowV: 12.9, benchHighV: 13.7 },
};
export const REST_VOLTAGE_SOURCE = 'rested battery voltage by chemistry (common practice, no source)';

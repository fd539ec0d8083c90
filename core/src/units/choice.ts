/**
 * In what units, and by the habits of which place, one person reads figures. Boards, stock and papers do not know of it:
 * they are kept in SI, and only what is shown to that person is told in these.
 */
export interface UnitChoice {
  area: 'mm²' | 'AWG';
  length: 'mm' | 'in';
  torque: 'N·m' | 'lbf·in';
  force: 'N' | 'kgf';
  temperature: '°C' | '°F';
  /** Language and place by BCP 47: how numbers and days are written there. */
  place: Place;
  /** Money is told in this as well, by a rate the person typed; null: in the workshop's own alone. */
  currency: { code: string; perOwn: number } | null;
}

/** Places whose way of writing numbers and days may be chosen: the program's words are English, so theirs are too. */
export const PLACES = {
  'en-GB': 'Britain',
  'en-IE': 'Ireland',
  'en-US': 'United States',
  'en-CA': 'Canada',
  'en-AU': 'Australia',
  'en-NZ': 'New Zealand',
  'en-ZA': 'South Africa',
  'en-DE': 'Germany, in English',
  'en-AT': 'Austria, in English',
  'en-CH': 'Switzerland, in English',
  'en-NL': 'Netherlands, in English',
  'en-SE': 'Sweden, in English',
} as const;
export type Place = keyof typeof PLACES;

/** What each figure may be told in. */
export const UNIT_WAYS = {
  area: ['mm²', 'AWG'],
  length: ['mm', 'in'],
  torque: ['N·m', 'lbf·in'],
  force: ['N', 'kgf'],
  temperature: ['°C', '°F'],
} as const;

/** As boards are kept. */
export const SI: UnitChoice = {
  area: 'mm²',
  length: 'mm',
  torque: 'N·m',
  force: 'N',
  temperature: '°C',
  place: 'en-GB',
  currency: null,
};

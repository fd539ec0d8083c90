import { parseISO } from 'date-fns';
import { unitsNow } from './units.ts';

type Form = Intl.DateTimeFormatOptions;
const forms = new Map<string, Intl.DateTimeFormat>();

function inPlace(at: string | Date, form: Form): string {
  const { place } = unitsNow();
  const key = place + JSON.stringify(form);
  let written = forms.get(key);
  if (!written) {
    written = new Intl.DateTimeFormat(place, form);
    forms.set(key, written);
  }
  return written.format(typeof at === 'string' ? parseISO(at) : at);
}

const CLOCK: Form = { hour: '2-digit', minute: '2-digit' };

/** Days and moments as they are written where whoever reads lives: ISO dates, moments or Dates in. `8 Jan`, `Jan 8`. */
export const dayWords = (at: string | Date): string => inPlace(at, { day: 'numeric', month: 'short' });
/** `8 Jan 2027`. */
export const dateWords = (at: string | Date): string =>
  inPlace(at, { day: 'numeric', month: 'short', year: 'numeric' });
/** `Fri 8 Jan`. */
export const weekdayWords = (at: string | Date): string =>
  inPlace(at, { weekday: 'short', day: 'numeric', month: 'short' }).replace(/^(\p{L}+),/u, '$1');
/** `14:05`, `2:05 PM`. */
export const clockWords = (at: string | Date): string => inPlace(at, CLOCK);
/** `8 Jan 14:05`. */
export const momentWords = (at: string | Date): string => `${dayWords(at)} ${clockWords(at)}`;
/** `8 Jan 2027 14:05`. */
export const dateTimeWords = (at: string | Date): string => `${dateWords(at)} ${clockWords(at)}`;
/** To the second, for who asks when exactly. */
export const secondWords = (at: string | Date): string =>
  `${dateWords(at)} ${inPlace(at, { ...CLOCK, second: '2-digit' })}`;

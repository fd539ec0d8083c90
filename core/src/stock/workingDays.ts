import { differenceInCalendarDays, format, parseISO, subBusinessDays, subDays } from 'date-fns';

const text = (date: Date) => format(date, 'yyyy-MM-dd');

/**
 * A date so many working days (Monday to Friday) before another, as `2026-12-18`.
 * @example
 * workingDaysBefore('2026-12-21', 1); // '2026-12-18'
 */
export const workingDaysBefore = (date: string, days: number): string => text(subBusinessDays(parseISO(date), days));

/**
 * A date so many calendar days before another.
 * @example
 * daysBefore('2026-03-01', 1); // '2026-02-28'
 */
export const daysBefore = (date: string, days: number): string => text(subDays(parseISO(date), days));

/**
 * Days from one date to another; negative when it is past.
 * @example
 * daysBetween('2026-12-24', '2027-01-02'); // 9
 */
export const daysBetween = (from: string, to: string): number => differenceInCalendarDays(parseISO(to), parseISO(from));

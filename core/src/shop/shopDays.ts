import { addDays, differenceInCalendarDays, format, getISODay, parseISO } from 'date-fns';

/** Minutes of a day: plans count them from midnight of their first day, by the clock on the wall. */
export const DAY_MIN = 1440;

/**
 * The day a minute of a plan lies on.
 * @example
 * dayOf('2026-11-30', 1500); // '2026-12-01'
 */
export const dayOf = (firstDay: string, minute: number): string =>
  format(addDays(parseISO(firstDay), Math.floor(minute / DAY_MIN)), 'yyyy-MM-dd');

/**
 * The first minute of a day in a plan; negative before its first day.
 * @example
 * minuteOf('2026-11-30', '2026-12-02'); // 2880
 */
export const minuteOf = (firstDay: string, day: string): number =>
  differenceInCalendarDays(parseISO(day), parseISO(firstDay)) * DAY_MIN;

/**
 * 0 for Monday to 6 for Sunday.
 * @example
 * weekdayOf('2026-11-30'); // 0
 */
export const weekdayOf = (day: string): number => getISODay(parseISO(day)) - 1;

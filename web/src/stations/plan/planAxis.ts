import { type ShopCalendar, spansOf } from '@ombrik/core/shop/shopCalendar';
import { DAY_MIN, dayOf } from '@ombrik/core/shop/shopDays';
import { addDays, format, parseISO } from 'date-fns';
import { weekdayWords } from '../../told/days.ts';

/** Days somebody works on, side by side, each as wide as the longest: nights and holidays take no room. */
export interface PlanAxis {
  days: readonly { day: string; says: string; newWeek: boolean }[];
  /** Where a minute lies, as a share of the whole; past its end 1. */
  shareOf(min: number): number;
  /** The day that lies at a share. */
  dayAt(share: number): string;
}

/** The axis of so many days of work from the first of a plan. */
export function planAxis(calendar: ShopCalendar, firstDay: string, count: number): PlanAxis {
  const openDays: number[] = [];
  for (let n = 0; openDays.length < count && n < 4 * count + 14; n++) {
    const day = format(addDays(parseISO(firstDay), n), 'yyyy-MM-dd');
    if (calendar.hands.some((h) => spansOf(calendar, h, day, 1).length > 0)) openDays.push(n);
  }
  const longestMin = Math.max(60, ...calendar.hands.flatMap((h) => h.hours.map((x) => x * 60)));
  const shareOf = (min: number): number => {
    const n = Math.floor(min / DAY_MIN);
    const at = openDays.findIndex((d) => d >= n);
    if (at < 0) return 1;
    const within = openDays[at] === n ? (min - n * DAY_MIN - calendar.opensMin) / longestMin : 0;
    return (at + Math.min(1, Math.max(0, within))) / Math.max(1, openDays.length);
  };
  return {
    days: openDays.map((n, i) => {
      const day = dayOf(firstDay, n * DAY_MIN);
      const date = parseISO(day);
      return { day, says: weekdayWords(date), newWeek: i > 0 && n - openDays[i - 1]! > 1 };
    }),
    shareOf,
    dayAt: (share) => {
      const i = Math.min(openDays.length - 1, Math.max(0, Math.floor(share * openDays.length)));
      return dayOf(firstDay, (openDays[i] ?? 0) * DAY_MIN);
    },
  };
}

import { text } from '@ombrik/core/document/schemaKit';
import type * as yup from 'yup';
import type { Schema } from 'yup';

const isCalendarDay = (value: string) => {
  const day = /^\d{4}-\d{2}-\d{2}$/.test(value) ? new Date(`${value}T00:00:00Z`) : null;
  return day !== null && !Number.isNaN(day.getTime()) && day.toISOString().startsWith(value);
};

/** A day of the calendar as text, such as 2026-12-18. */
export const dateText = (): Schema<string> =>
  (text(10, 10) as yup.StringSchema<string>).test(
    'calendar-day',
    ({ path, value }: { path?: string; value?: unknown }) =>
      `${path} is "${value}"; accepted: a date such as 2026-12-18`,
    (value) => typeof value !== 'string' || isCalendarDay(value),
  ) as unknown as Schema<string>;

/** A moment as a device's clock has it, such as 2026-12-18T09:30:00.000Z. */
export const instantText = (): Schema<string> =>
  (text(20, 30) as yup.StringSchema<string>).test(
    'instant',
    ({ path, value }: { path?: string; value?: unknown }) =>
      `${path} is "${value}"; accepted: a moment such as 2026-12-18T09:30:00.000Z`,
    (value) =>
      typeof value !== 'string' ||
      (/^\d{4}-\d{2}-\d{2}T\d{2}:\d{2}:\d{2}(\.\d+)?Z$/.test(value) && !Number.isNaN(Date.parse(value))),
  ) as unknown as Schema<string>;

const DAY_MS = 86_400_000;
const at = (date: string) => Date.parse(`${date}T00:00:00Z`);
const text = (ms: number) => new Date(ms).toISOString().slice(0, 10);

/** A date so many working days (Monday to Friday) before another, as `2026-12-18`. */
export function workingDaysBefore(date: string, days: number): string {
  let ms = at(date);
  for (let left = days; left > 0; ) {
    ms -= DAY_MS;
    const weekday = new Date(ms).getUTCDay();
    if (weekday !== 0 && weekday !== 6) left--;
  }
  return text(ms);
}

/** A date so many calendar days before another. */
export const daysBefore = (date: string, days: number): string => text(at(date) - days * DAY_MS);

/** Days from one date to another; negative when it is past. */
export const daysBetween = (from: string, to: string): number => Math.round((at(to) - at(from)) / DAY_MS);

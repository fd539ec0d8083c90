import type { LoadDemand } from './item.ts';

/**
 * Hours a day a load is switched on.
 * @example
 * hoursPerDayOf({ usage: { kind: 'painted', hours: [7, 8] } }); // 2
 */
export const hoursPerDayOf = (load: LoadDemand): number =>
  load.usage.kind === 'perDay' ? load.usage.hoursPerDay : load.usage.hours.length;

/**
 * Share of its hours a load really draws: what was said, or what its seconds and starts an hour come to.
 * @example
 * drawShareOf({ dutyShare: 1, shortTime: { onS: 9, timesPerHour: 4 } }); // 0.01
 */
export const drawShareOf = ({ dutyShare, shortTime }: Pick<LoadDemand, 'dutyShare' | 'shortTime'>): number =>
  shortTime ? Math.min(1, (shortTime.onS * shortTime.timesPerHour) / 3600) : dutyShare;

/** Part of one hour of the day (0 … 23) a load is on: painted hours whole, unpainted ones spread evenly. */
export const onShareIn = (load: LoadDemand, hour: number): number =>
  load.usage.kind === 'perDay' ? load.usage.hoursPerDay / 24 : load.usage.hours.includes(hour) ? 1 : 0;

/** Months 1 … 12 of the warm half-year on the northern side; the southern one has the other six. */
const WARM_MONTHS = [4, 5, 6, 7, 8, 9];
export function inSeason(load: Pick<LoadDemand, 'season'>, month: number, southern: boolean): boolean {
  if (load.season === 'all') return true;
  const warm = WARM_MONTHS.includes(month) !== southern;
  return (load.season === 'warm') === warm;
}

/**
 * Painted hours as text, runs joined: `7-9 18-22` means 7:00 to 9:00 and 18:00 to 22:00.
 * @example
 * hoursText([8, 9, 10, 20]); // '8-11 20-21'
 */
export function hoursText(hours: readonly number[]): string {
  const sorted = [...hours].sort((a, b) => a - b);
  const runs: string[] = [];
  for (let i = 0; i < sorted.length; ) {
    let end = i;
    while (end + 1 < sorted.length && sorted[end + 1] === sorted[end]! + 1) end++;
    runs.push(`${sorted[i]}-${sorted[end]! + 1}`);
    i = end + 1;
  }
  return runs.join(' ');
}

/**
 * Reads `7-9 18-22` (or with commas) back to hours; null when it does not say hours of a day.
 * @example
 * hoursFromText('8-10'); // [8, 9]
 */
export function hoursFromText(text: string): number[] | null {
  const hours = new Set<number>();
  for (const run of text.trim().split(/[\s,]+/)) {
    const match = /^(\d{1,2})-(\d{1,2})$/.exec(run);
    const [from, to] = [Number(match?.[1]), Number(match?.[2])];
    if (!match || from > 23 || to > 24 || to <= from) return null;
    for (let h = from; h < to; h++) hours.add(h);
  }
  return [...hours].sort((a, b) => a - b);
}

import type { YearResult } from '@ombrik/core/solvers/energy/energyYear';

export type YearView = 'day' | 'week' | 'year';

/** First day of the seven in a row with the lowest charge at their end, parked days first when there are any. */
export function worstWeek(year: YearResult): number {
  let [worst, at] = [Number.POSITIVE_INFINITY, 0];
  for (let day = 0; day + 7 <= 365; day++) {
    let sum = 0;
    for (let d = day; d < day + 7; d++)
      sum += year.socShare[d * 24 + 23]! - 2 * Math.min(1, year.unmetWh[d * 24 + 12]!);
    if (sum < worst) [worst, at] = [sum, day];
  }
  return at;
}

/** Point, words and step of each view. */
export function yearSlice(year: YearResult, view: YearView, day: number) {
  if (view === 'year')
    return {
      labels: Array.from({ length: 365 }, (_, d) => `day ${d + 1}`),
      soc: Array.from({ length: 365 }, (_, d) => Math.min(...year.socShare.slice(d * 24, d * 24 + 24)) * 100),
      unmet: Array.from({ length: 365 }, (_, d) => year.unmetWh.slice(d * 24, d * 24 + 24).reduce((s, x) => s + x, 0)),
    };
  const from = (view === 'week' ? worstWeek(year) : day) * 24;
  const length = view === 'week' ? 168 : 24;
  return {
    labels: Array.from({ length }, (_, i) => `day ${Math.floor((from + i) / 24) + 1}, ${(from + i) % 24}:00`),
    soc: Array.from(year.socShare.slice(from, from + length), (x) => x * 100),
    unmet: Array.from(year.unmetWh.slice(from, from + length)),
  };
}

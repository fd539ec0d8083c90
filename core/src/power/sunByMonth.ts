import type { PowerPlan } from '../document/power/power.ts';
import { clearYear, underCloud } from '../solvers/energy/clearSky.ts';
import { monthOf } from '../solvers/energy/energyYear.ts';
import { weatherYear } from '../solvers/energy/weather.ts';

export const SUN_SOURCE =
  'clear sky after Meinel & Meinel 1976, clouds after Kasten & Czeplak 1980 (from memory), cloud share of the power sheet; no shading';

/**
 * Mean peak-sun hours a day on the plane of the power sheet, by month: kWh/m² and day, or Wh a day from each installed
 * watt before losses. Ten seeded years, since light under a mean cloud is not the mean of light under clouds.
 * @example
 * sunByMonth(board.power); // null
 */
export function sunByMonth(power: PowerPlan): number[] | null {
  if (!power.sun || power.site.latitudeDeg === null) return null;
  const { latitudeDeg } = power.site;
  const clear = clearYear({ latitudeDeg, tiltDeg: power.sun.tiltDeg, azimuthDeg: power.sun.azimuthDeg });
  const sums = new Float64Array(12);
  const days = new Float64Array(12);
  const years = 10;
  for (let year = 0; year < years; year++) {
    const { cloudShare } = weatherYear({ ...power.site, southern: latitudeDeg < 0 }, year + 1);
    for (let day = 0; day < 365; day++) {
      const light = underCloud(cloudShare[day]!);
      let kWh = 0;
      for (let hour = 0; hour < 24; hour++) kWh += (clear[day * 24 + hour]! * light) / 1000;
      sums[monthOf(day)]! += kWh;
      days[monthOf(day)]!++;
    }
  }
  return Array.from(sums, (s, m) => s / days[m]!);
}

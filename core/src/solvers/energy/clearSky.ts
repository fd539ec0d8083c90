import { cosineOfIncidence, sineOfHeight } from './solarGeometry.ts';

export const HOURS = 8760;

export interface PlaneOfArray {
  latitudeDeg: number;
  tiltDeg: number;
  azimuthDeg: number;
}

/**
 * Direct beam at a sun height, W/m². Source: Meinel & Meinel 1976, 1353·0.7^(AM^0.678), with the air mass of Kasten &
 * Young 1989 (both from memory).
 */
export function clearBeam(sineHeight: number): number {
  if (sineHeight <= 0) return 0;
  const heightDeg = (Math.asin(sineHeight) * 180) / Math.PI;
  const airMass = 1 / (sineHeight + 0.50572 * (heightDeg + 6.07995) ** -1.6364);
  return 1353 * 0.7 ** (airMass ** 0.678);
}

/**
 * Clear-sky irradiance on a tilted plane for every hour of a year, W/m²: beam by incidence, and diffuse light (a tenth
 * of the beam) evenly from the sky the plane sees. No ground reflection, no horizon. Each hour at its middle.
 * @example
 * clearYear({ latitudeDeg: 47, tiltDeg: 40, azimuthDeg: 0 }).length; // 8760
 */
export function clearYear({ latitudeDeg, tiltDeg, azimuthDeg }: PlaneOfArray): Float64Array {
  const seesSky = (1 + Math.cos((tiltDeg * Math.PI) / 180)) / 2;
  const year = new Float64Array(HOURS);
  for (let day = 0; day < 365; day++)
    for (let hour = 0; hour < 24; hour++) {
      const sine = sineOfHeight(latitudeDeg, day + 1, hour + 0.5);
      if (sine <= 0) continue;
      const beam = clearBeam(sine);
      const onto = Math.max(0, cosineOfIncidence(latitudeDeg, day + 1, hour + 0.5, tiltDeg, azimuthDeg));
      year[day * 24 + hour] = beam * onto + 0.1 * beam * seesSky;
    }
  return year;
}

/**
 * Share of clear-sky light under clouds. Source: Kasten & Czeplak 1980, 1 − 0.75·C^3.4 (from memory).
 * @example
 * underCloud(0); // 1
 */
export const underCloud = (cloudShare: number): number => 1 - 0.75 * cloudShare ** 3.4;

/** Where the sun stands. Angles in radians inside, degrees at the edge; times are solar hours. */
const RAD = Math.PI / 180;

/** Days from the epoch J2000.0 to noon of 31 December 2024: day 1 is 1 January 2025, a year in the middle of our use. */
const EPOCH_DAYS = 9131;
const OBLIQUITY_DEG = 23.436;

/**
 * Declination of the sun at noon, degrees, by day of the year (1 = 1 January).
 * Source: Astronomical Almanac, low-precision formulas for the sun's longitude, within 0.01° in the year they are
 * taken for; the calendar moves it by up to 0.3° in others (from memory).
 * @example
 * Math.round(declinationDeg(171)); // 23
 */
export function declinationDeg(dayOfYear: number): number {
  const n = EPOCH_DAYS + dayOfYear;
  const anomaly = (357.528 + 0.9856003 * n) * RAD;
  const longitude = (280.46 + 0.9856474 * n + 1.915 * Math.sin(anomaly) + 0.02 * Math.sin(2 * anomaly)) * RAD;
  return Math.asin(Math.sin(OBLIQUITY_DEG * RAD) * Math.sin(longitude)) / RAD;
}

/**
 * Sun above the horizon, hours a day, geometric (no refraction). Source: cos ω = −tan φ·tan δ.
 * @example
 * Math.round(dayLengthH(0, 80)); // 12
 */
export function dayLengthH(latitudeDeg: number, dayOfYear: number): number {
  const x = -Math.tan(latitudeDeg * RAD) * Math.tan(declinationDeg(dayOfYear) * RAD);
  return (2 * Math.acos(Math.max(-1, Math.min(1, x)))) / RAD / 15;
}

/**
 * Sine of the sun's height at a solar hour (12 = noon). Source: sin α = sin φ·sin δ + cos φ·cos δ·cos ω.
 * @example
 * Math.round(sineOfHeight(0, 80, 12)); // 1
 */
export function sineOfHeight(latitudeDeg: number, dayOfYear: number, hour: number): number {
  const [phi, delta, omega] = [latitudeDeg * RAD, declinationDeg(dayOfYear) * RAD, (hour - 12) * 15 * RAD];
  return Math.sin(phi) * Math.sin(delta) + Math.cos(phi) * Math.cos(delta) * Math.cos(omega);
}

/**
 * Cosine of the angle between the sun and the normal of a tilted plane.
 * @param azimuthDeg from the direction of the equator, west positive
 * Source: Duffie & Beckman, Solar Engineering of Thermal Processes, eq. 1.6.2 (from memory).
 */
export function cosineOfIncidence(
  latitudeDeg: number,
  dayOfYear: number,
  hour: number,
  tiltDeg: number,
  azimuthDeg: number,
): number {
  // South of the equator the plane looks north: mirror the globe.
  const mirror = latitudeDeg < 0 ? -1 : 1;
  const phi = Math.abs(latitudeDeg) * RAD;
  const delta = mirror * declinationDeg(dayOfYear) * RAD;
  const omega = (hour - 12) * 15 * RAD;
  const [beta, gamma] = [tiltDeg * RAD, azimuthDeg * RAD];
  return (
    Math.sin(delta) * Math.sin(phi) * Math.cos(beta) -
    Math.sin(delta) * Math.cos(phi) * Math.sin(beta) * Math.cos(gamma) +
    Math.cos(delta) * Math.cos(phi) * Math.cos(beta) * Math.cos(omega) +
    Math.cos(delta) * Math.sin(phi) * Math.sin(beta) * Math.cos(gamma) * Math.cos(omega) +
    Math.cos(delta) * Math.sin(beta) * Math.sin(gamma) * Math.sin(omega)
  );
}

/** What a reading says of a limit. */
export type Verdict = 'passed' | 'failed' | 'unsure';

export interface Limits {
  lowLimit: number | null;
  highLimit: number | null;
}

/**
 * Judges a reading against limits: it passes where it lies inside by more than its expanded uncertainty, fails where it
 * lies outside by more, and between nobody can tell.
 * Source: ISO 14253-1, decision rule (from memory).
 * @param expandedUncertainty half the interval the true value lies in, at about 95 %, in the unit of the reading
 * @example
 * decide({ lowLimit: null, highLimit: 10 }, 9.9, 0.2); // 'unsure'
 */
export function decide({ lowLimit, highLimit }: Limits, value: number, expandedUncertainty: number): Verdict {
  // How far inside: negative outside.
  const inside = Math.min(
    lowLimit === null ? Number.POSITIVE_INFINITY : value - lowLimit,
    highLimit === null ? Number.POSITIVE_INFINITY : highLimit - value,
  );
  if (inside >= expandedUncertainty) return 'passed';
  return inside < -expandedUncertainty ? 'failed' : 'unsure';
}

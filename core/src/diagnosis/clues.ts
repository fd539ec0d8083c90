import type { BenchStep } from '../devices/benchStep.ts';
import { isOpenReading, OVERLOAD } from '../document/workshop/quantity.ts';
import type { Workshop } from '../document/workshop/workshop.ts';
import { BANK_VOLTAGE } from '../stages/bench/bankSteps.ts';
import { type BenchConditions, limitsAt, soundReadings } from '../stages/bench/limitsAt.ts';

/** One reading as it was taken. */
export interface Evidence {
  stepId: string;
  value: number;
  /** Half the interval the true value lies in, at about 95 %. */
  expandedUncertainty: number;
}

/** A step that is measured: what a sound board reads there, how far that may spread, and what was read, if anything. */
export interface Clue {
  step: BenchStep;
  sound: number;
  /** Standard deviation of the reading of a sound board, its instrument with it. */
  sigma: number;
  /** How well any prediction holds there, as a share of it: currents follow their loads only so well. */
  share: number;
  read: number | null;
}

/** Sound boards drawn for the spread of one clue. */
const DRAWS = 400;
/** From here on a circuit counts as open. Common practice, no source. */
const OPEN_OHM = 1000;
/** A connection where none should be, or none where one should: so many deviations off. */
const MISMATCH = 12;

export const isOhms = ({ measures }: Pick<BenchStep, 'measures'>): boolean =>
  measures === 'resistance' || measures === 'insulation';

/** Standard deviation of sound boards where nothing is drawn: a share of how far the limits leave room. */
function spreadOf(step: BenchStep, limits: { lowLimit: number | null; highLimit: number | null }): number {
  const { lowLimit, highLimit } = limits;
  if (step.basis?.kind === 'bank') return step.basis.withinV / 4;
  if (lowLimit !== null && highLimit !== null) return (highLimit - lowLimit) / (step.id === BANK_VOLTAGE ? 4 : 6);
  return Math.abs(step.expected ?? highLimit ?? lowLimit ?? 1) / 6;
}

/** How well the current through what is measured is known. Common practice, no source. */
function shareOf({ basis }: BenchStep): number {
  if (basis?.kind === 'lead') return 0.01;
  return basis?.kind === 'segment' || basis?.kind === 'line' ? 0.06 : 0.02;
}

function soundOf(step: BenchStep, conditions: BenchConditions, workshop: Pick<Workshop, 'joinOhm'>) {
  if (isOhms(step)) return { sound: step.lowLimit !== null ? OVERLOAD : (step.expected ?? 0), spread: 0.1 };
  const drawn = soundReadings(step, conditions, workshop, DRAWS);
  if (drawn) return { sound: drawn.sampled.mean, spread: drawn.sampled.standardDeviation };
  const limits = limitsAt(step, conditions, workshop);
  return { sound: limits.expected ?? 0, spread: spreadOf(step, limits) };
}

/**
 * Every measured step of a plan as a clue: the last reading of each counts.
 * @param usual what is taken for the doubt of a reading nobody took yet, by step
 */
export function cluesOf(
  steps: readonly BenchStep[],
  readings: readonly Evidence[],
  conditions: BenchConditions,
  workshop: Pick<Workshop, 'joinOhm'>,
  usual: (step: BenchStep, value: number) => number,
): Clue[] {
  const last = new Map(readings.map((r) => [r.stepId, r]));
  return steps.flatMap((step): Clue[] => {
    // What a display shows tells of the display: the board's own network has no part in it.
    if (step.method !== 'reading' || step.alongside.length > 0) return [];
    const { sound, spread } = soundOf(step, conditions, workshop);
    const reading = last.get(step.id);
    const doubt = reading?.expandedUncertainty ?? usual(step, sound);
    const sigma = Math.hypot(isOpenReading(sound) ? 0 : doubt / 2, spread) || 1e-9;
    return [{ step, sound, sigma, share: shareOf(step), read: reading?.value ?? null }];
  });
}

/** Deviation of a reading where so much is predicted. */
const sigmaAt = ({ sigma, share }: Pick<Clue, 'sigma' | 'share'>, predicted: number): number =>
  Math.hypot(sigma, share * predicted);

/** Whether reading and prediction cannot be compared by figures: the one open, the other not; null where they can. */
function apart({ step }: Pick<Clue, 'step'>, read: number, predicted: number): number | null {
  if (!isOhms(step) && !isOpenReading(read) && !isOpenReading(predicted)) return null;
  const [a, b] = [read >= OPEN_OHM, predicted >= OPEN_OHM];
  if (a && b) return 0;
  return a === b ? null : a ? MISMATCH : -MISMATCH;
}

/** Whether a reading and what is predicted are both figures, and can be set off against each other. */
export const comparable = (clue: Pick<Clue, 'step'>, read: number, predicted: number): boolean =>
  apart(clue, read, predicted) === null;

/**
 * How many deviations a reading lies off what is predicted; an open circuit and a closed one are far apart whatever the
 * figures.
 */
export function offBy(clue: Omit<Clue, 'read'>, read: number, predicted: number): number {
  const far = apart(clue, read, predicted);
  if (far !== null) return far;
  return Math.max(-2 * MISMATCH, Math.min(2 * MISMATCH, (read - predicted) / sigmaAt(clue, predicted)));
}

/**
 * Natural logarithm of how likely a reading is where so much is predicted, but for what all predictions share: a wide
 * guess is worth less than a narrow one that holds.
 */
export function likelihood(clue: Omit<Clue, 'read'>, read: number, predicted: number): number {
  const off = offBy(clue, read, predicted);
  const wide = comparable(clue, read, predicted) ? Math.log(sigmaAt(clue, predicted) / clue.sigma) : 0;
  return -(off ** 2) / 2 - wide;
}

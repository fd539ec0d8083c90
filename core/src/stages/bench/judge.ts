import type { BenchStep } from '../../devices/benchStep.ts';
import { halfWidth, type Instrument, usualAccuracy } from '../../document/workshop/instrument.ts';
import type { Workshop } from '../../document/workshop/workshop.ts';
import { decide, type Verdict } from '../../solvers/uncertainty/decide.ts';
import { propagate, rectangular } from '../../solvers/uncertainty/propagate.ts';
import { type BenchConditions, type LimitsHere, limitsAt } from './limitsAt.ts';

/** Coverage of what is said of a reading: about 95 %. Source: JCGM 100 (GUM), 6.2. */
const COVERAGE = 2;

export interface Judged extends LimitsHere {
  verdict: Verdict;
  /** Half the interval the true value lies in, at about 95 %, in the unit of the quantity. */
  expandedUncertainty: number;
}

/** Of one reading: by its instrument where that tells of the quantity, else as a plain hand meter. */
function standardUncertainty(
  quantity: NonNullable<BenchStep['measures']>,
  value: number,
  instrument: Pick<Instrument, 'accuracy'> | null,
  workshop: Pick<Workshop, 'meterToleranceV'>,
): number {
  const byInstrument = instrument && halfWidth(instrument.accuracy, quantity, value);
  const half = byInstrument ?? halfWidth(usualAccuracy(null, workshop.meterToleranceV), quantity, value) ?? 0;
  return rectangular(half);
}

/**
 * Expanded uncertainty of a step's reading: each pair of probes is a reading of its own.
 * @param instrument what it was read with; null for a plain hand meter
 * @example
 * readingUncertainty({ measures: null, probes: [] }, 1, null, workshop); // 0
 */
export function readingUncertainty(
  step: Pick<BenchStep, 'measures' | 'probes'>,
  value: number,
  instrument: Pick<Instrument, 'accuracy'> | null,
  workshop: Pick<Workshop, 'meterToleranceV'>,
): number {
  if (step.measures === null) return 0;
  const readings = Math.max(1, step.probes.length);
  const each = standardUncertainty(step.measures, Math.abs(value) / readings, instrument, workshop);
  return COVERAGE * each * Math.sqrt(readings);
}

/**
 * Expanded uncertainty of what a display is held against: the product of what was read beside it, each with its doubt.
 * What the display itself may be off is in the limits. Source: JCGM 100 (GUM), equation 10.
 */
function alongsideUncertainty(
  step: Pick<BenchStep, 'alongside'>,
  read: readonly number[],
  instrument: Pick<Instrument, 'accuracy'> | null,
  workshop: Pick<Workshop, 'meterToleranceV'>,
): number {
  const inputs = read.map((value, i) => ({
    value,
    standardUncertainty: standardUncertainty(step.alongside[i]!.quantity, value, instrument, workshop),
  }));
  return COVERAGE * propagate((x) => x.reduce((product, one) => product * one, 1), inputs).standardUncertainty;
}

/**
 * Judges a reading: by the limits of the bench as it is, and by how well the instrument knows.
 * @example
 * judge(dossier.bench[0], 5000, { bankV: null, ambientC: 20 }, null, workshop).verdict; // 'passed'
 */
export function judge(
  step: BenchStep,
  value: number,
  conditions: BenchConditions,
  instrument: Pick<Instrument, 'accuracy'> | null,
  workshop: Pick<Workshop, 'joinOhm' | 'meterToleranceV'>,
): Judged {
  const limits = limitsAt(step, conditions, workshop);
  const expandedUncertainty =
    step.alongside.length > 0
      ? alongsideUncertainty(step, conditions.alongside ?? [], instrument, workshop)
      : readingUncertainty(step, value, instrument, workshop);
  return { ...limits, expandedUncertainty, verdict: decide(limits, value, expandedUncertainty) };
}

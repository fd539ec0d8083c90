import type { BenchStep } from '../../devices/benchStep.ts';
import { halfWidth, type Instrument, usualAccuracy } from '../../document/workshop/instrument.ts';
import type { Workshop } from '../../document/workshop/workshop.ts';
import { decide, type Verdict } from '../../solvers/uncertainty/decide.ts';
import { rectangular } from '../../solvers/uncertainty/propagate.ts';
import { besideLimits, besideUncertainty, type LimitsHere } from './beside.ts';
import { type BenchConditions, limitsAt } from './limitsAt.ts';

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
  const read = conditions.alongside ?? [];
  const beside = besideLimits(step, read, value);
  const limits = beside ?? limitsAt(step, conditions, workshop);
  const expandedUncertainty = beside
    ? COVERAGE * besideUncertainty(step, read, (q, v) => standardUncertainty(q, v, instrument, workshop))
    : readingUncertainty(step, value, instrument, workshop);
  return { ...limits, expandedUncertainty, verdict: decide(limits, value, expandedUncertainty) };
}

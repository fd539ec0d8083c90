import type { BenchStep } from '../../devices/benchStep.ts';
import { halfWidth, type Instrument, usualAccuracy } from '../../document/workshop/instrument.ts';
import type { Workshop } from '../../document/workshop/workshop.ts';
import { decide, type Verdict } from '../../solvers/uncertainty/decide.ts';
import { rectangular } from '../../solvers/uncertainty/propagate.ts';
import { type BenchConditions, type LimitsHere, limitsAt } from './limitsAt.ts';

/** Coverage of what is said of a reading: about 95 %. Source: JCGM 100 (GUM), 6.2. */
const COVERAGE = 2;

export interface Judged extends LimitsHere {
  verdict: Verdict;
  /** Half the interval the true value lies in, at about 95 %, in the unit of the quantity. */
  expandedUncertainty: number;
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
  const hand = usualAccuracy(null, workshop.meterToleranceV);
  const readings = Math.max(1, step.probes.length);
  const each = Math.abs(value) / readings;
  const half =
    (instrument && halfWidth(instrument.accuracy, step.measures, each)) ?? halfWidth(hand, step.measures, each) ?? 0;
  return COVERAGE * rectangular(half) * Math.sqrt(readings);
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
  const expandedUncertainty = readingUncertainty(step, value, instrument, workshop);
  return { ...limits, expandedUncertainty, verdict: decide(limits, value, expandedUncertainty) };
}

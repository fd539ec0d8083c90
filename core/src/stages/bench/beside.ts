import type { BenchStep } from '../../devices/benchStep.ts';
import type { AccuracyRange } from '../../document/workshop/instrument.ts';
import { unexplainedRest } from '../../formulas/bench.ts';
import type { Limits } from '../../solvers/uncertainty/decide.ts';
import { propagate, rectangular } from '../../solvers/uncertainty/propagate.ts';
import { millivolts } from './benchWords.ts';

// Steps whose limits, or whose very reading, come from what is read in the same moment beside them.

export interface LimitsHere extends Limits {
  expected: number | null;
  /** How they came about, in words. */
  says: string;
}

/** Displays show whole watts, and cells to the millivolt. */
const SHOWN_W = 1;
const SHOWN_CELL_V = 0.001;

type Beside = Pick<BenchStep, 'basis' | 'alongside'>;

const numbered = (cells: readonly number[], volts: number) =>
  `cell ${cells.indexOf(volts) + 1} at ${volts.toFixed(3)} V`;

/**
 * What a step reads: as it was typed, or, where it asks how far cells lie apart, worked out from all of them.
 * @returns null where nothing was read that tells
 * @example
 * besideReading({ basis: { kind: 'spread', withinV: 0.05 } }, null, [3.3, 3.32, 3.25]); // 0.07
 */
export function besideReading(
  { basis }: Pick<BenchStep, 'basis'>,
  typed: number | null,
  read: readonly number[],
): number | null {
  if (basis?.kind !== 'spread') return typed;
  if (read.length === 0) return null;
  return Number((Math.max(...read) - Math.min(...read)).toPrecision(9));
}

/**
 * Between what a step has to lie by what was read beside it, and that in words.
 * @param value the step's own reading; null before it was taken
 * @returns null for a step that nothing is read beside
 * @example
 * besideLimits({ basis: { kind: 'product', share: 0.1 } }, [13, 10], null)?.expected; // 130
 */
export function besideLimits(
  { basis }: Pick<BenchStep, 'basis'>,
  read: readonly number[],
  value: number | null,
): LimitsHere | null {
  if (basis?.kind === 'product') return productLimits(basis.share, read);
  if (basis?.kind === 'display') return displayLimits(basis, read[0] ?? null, value);
  if (basis?.kind === 'spread')
    return { lowLimit: null, highLimit: basis.withinV, expected: null, says: spreadSays(read) };
  return null;
}

/** What a display may show where volts and amps were read beside it. */
function productLimits(share: number, [volts, amps]: readonly number[]): LimitsHere {
  if (volts === undefined || amps === undefined)
    return { lowLimit: null, highLimit: null, expected: null, says: 'volts times amps, once both are read' };
  const watts = volts * amps;
  const room = share * Math.abs(watts) + SHOWN_W;
  return {
    lowLimit: watts - room,
    highLimit: watts + room,
    expected: watts,
    says: `${volts.toFixed(2)} V times ${amps.toFixed(2)} A, read in the same moment`,
  };
}

/**
 * A pack shown as the sum of its rounded cells lies off the meter by what the cells explain; the rest is a lead, a
 * calibration or the meter, and is told however small it is.
 */
function displayLimits(
  { cells, cellRoundingV, restV }: Extract<BenchStep['basis'], { kind: 'display' }>,
  meterV: number | null,
  shownV: number | null,
): LimitsHere {
  const explainedV = cells * cellRoundingV;
  const explained = `${cells} rounded cells explain ${millivolts(explainedV)}`;
  if (meterV === null)
    return { lowLimit: null, highLimit: null, expected: null, says: `the meter, once it is read: ${explained}` };
  const roomV = unexplainedRest.compute({ cells, cellRoundingV, restV });
  const offV = shownV === null ? null : Math.abs(shownV - meterV);
  const rest = (off: number) =>
    off > explainedV
      ? `${millivolts(off - explainedV)} stay unexplained: a lead, a calibration or the meter`
      : 'nothing stays unexplained';
  return {
    lowLimit: meterV - roomV,
    highLimit: meterV + roomV,
    expected: meterV,
    says: `${meterV.toFixed(2)} V by the meter${offV === null ? '' : `, ${millivolts(offV)} apart`}; ${explained}${
      offV === null ? '' : `, ${rest(offV)}`
    }`,
  };
}

const spreadSays = (cells: readonly number[]): string =>
  cells.length === 0
    ? 'the highest cell less the lowest, once all are read'
    : `${numbered(cells, Math.min(...cells))}, ${numbered(cells, Math.max(...cells))}, together ${cells
        .reduce((sum, v) => sum + v, 0)
        .toFixed(2)} V`;

/**
 * Standard uncertainty of a step that something is read beside: that of what it is held against. What the display
 * itself may be off is in the limits. Source: JCGM 100 (GUM), equation 10.
 * @param uncertaintyOf of one reading by its quantity
 * @example
 * besideUncertainty({ basis: { kind: 'product', share: 0.1 }, alongside: [] }, [], () => 0); // 0
 */
export function besideUncertainty(
  { basis, alongside }: Beside,
  read: readonly number[],
  uncertaintyOf: (quantity: AccuracyRange['quantity'], value: number) => number,
): number {
  // Two figures off one display, each to its last digit.
  if (basis?.kind === 'spread') return Math.SQRT2 * rectangular(SHOWN_CELL_V / 2);
  const inputs = read.map((value, i) => ({
    value,
    standardUncertainty: uncertaintyOf(alongside[i]!.quantity, value),
  }));
  return propagate((x) => x.reduce((product, one) => product * one, 1), inputs).standardUncertainty;
}

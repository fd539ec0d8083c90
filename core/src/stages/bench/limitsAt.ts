import type { Basis, BenchStep } from '../../devices/benchStep.ts';
import type { Workshop } from '../../document/workshop/workshop.ts';
import { seededRandom } from '../../solvers/random.ts';
import { between, type Draw, monteCarlo, quantile, type Sampled } from '../../solvers/uncertainty/monteCarlo.ts';
import { BUILD_TOLERANCES, TEST_AMBIENT_C, TEST_WARM_C } from '../../tables/buildTolerances.ts';
import { COPPER_ALPHA_PER_K } from '../../tables/conductorResistance.ts';
import { besideLimits, type LimitsHere } from './beside.ts';

/** What is known at the bench once it has been read. */
export interface BenchConditions {
  /** The bank at rest, as read; null before that. */
  bankV: number | null;
  /** The air of the room; null where nobody said. */
  ambientC: number | null;
  /** What was read in the same moment as the step's own reading, in its order; left out where it asks for nothing. */
  alongside?: readonly number[];
  /** What an instrument sent or drew by the program while it was read, as it said itself, A. */
  drivenA?: number;
}
export const UNKNOWN_CONDITIONS: BenchConditions = { bankV: null, ambientC: null };

/** Sound boards drawn for a limit, and the share of them it lets pass. */
const DRAWS = 4000;
const SOUND_SHARE = 0.999;

/** Between the worst of sound and what is called bad a plain meter wants room to tell. Common practice, no source. */
const ROOM_SHARE = 1.05;
/** Below this a millivoltmeter reads its own leads. Common practice, no source. */
export const NOTHING_V = 0.001;

const factor = ([low, high]: readonly [number, number]): Draw => between(low, high);
const copper = factor(BUILD_TOLERANCES.copper);
const joint = factor(BUILD_TOLERANCES.joint);
const fuse = factor(BUILD_TOLERANCES.fuse);
const part = factor(BUILD_TOLERANCES.part);
const ofLoad = factor(BUILD_TOLERANCES.load);

/**
 * Current a consumer alone on a line takes from a source, A.
 * @param ohm the line, there and back
 * @example
 * lineCurrentA({ kind: 'power', powerW: 120 }, 12, 0); // 10
 */
export function lineCurrentA(
  operating: Extract<Basis, { kind: 'line' }>['operating'],
  volts: number,
  ohm: number,
): number {
  if (operating.kind === 'current') return operating.currentA;
  if (operating.kind === 'resistance') return volts / (operating.ohm + ohm);
  const inside = volts * volts - 4 * operating.powerW * ohm;
  // A line too weak for its load is told by the design's own findings; here its current at half the volts will do.
  return inside > 0 ? (2 * operating.powerW) / (volts + Math.sqrt(inside)) : (2 * operating.powerW) / volts;
}

const warmth = (conductorC: number) => 1 + COPPER_ALPHA_PER_K * (conductorC - 20);

/** What sound boards read at a step, drawn from the tolerances of their parts; null where it follows none. */
export interface Sound {
  sampled: Sampled;
  expected: number;
}

/** The mean of several joints lies nearer to a good one than a single joint does. */
const joints =
  (count: number): Draw =>
  (r) => {
    const whole = Math.round(count);
    let sum = 0;
    for (let n = 0; n < whole; n++) sum += joint(r);
    return whole === 0 ? 0 : (sum / whole) * count;
  };

/**
 * Readings of sound boards at a step, as the bench is.
 * @returns null where the step follows nothing, or the volts it needs were not read yet
 */
export function soundReadings(
  { basis }: Pick<BenchStep, 'basis'>,
  { bankV, ambientC, drivenA }: BenchConditions,
  { joinOhm }: Pick<Workshop, 'joinOhm'>,
  draws = DRAWS,
): Sound | null {
  if (basis === null || basis.kind === 'bank') return null;
  if (basis.kind === 'product' || basis.kind === 'display' || basis.kind === 'spread') return null;
  const roomC = ambientC ?? TEST_AMBIENT_C;
  const random = seededRandom(1);
  // A load that was drawn by an instrument is what it says, not what a sheet says.
  const beside: Draw = drivenA === undefined ? ofLoad : () => 1;
  const warm: Draw = (r) => warmth(roomC + (TEST_WARM_C - TEST_AMBIENT_C) * r.next());
  if (basis.kind === 'lead') {
    const { copperOhm } = basis;
    const sentA = drivenA ?? basis.sentA;
    const poor = joints(basis.joints);
    return {
      sampled: monteCarlo((r) => sentA * (copperOhm * copper(r) * warmth(roomC) + joinOhm * poor(r)), draws, random),
      expected: sentA * (copperOhm * warmth(roomC) + basis.joints * joinOhm),
    };
  }
  if (basis.kind === 'segment') {
    const { currentA, copperOhm, fuseOhm, operating } = basis;
    const poor = joints(basis.joints);
    // A load of so many watts takes more from a lower bank; a load by itself lies a little beside its sheet.
    const scale = operating.kind === 'power' && bankV !== null ? operating.powerW / bankV / currentA : 1;
    const amps = drivenA ?? currentA * (scale > 0.7 && scale < 1.4 ? scale : 1);
    return {
      sampled: monteCarlo(
        (r) => amps * beside(r) * (copperOhm * copper(r) * warm(r) + joinOhm * poor(r) + fuseOhm * fuse(r)),
        draws,
        random,
      ),
      expected: amps * (copperOhm * warmth(roomC) + basis.joints * joinOhm + fuseOhm),
    };
  }
  const { line, operating } = basis;
  if (bankV === null && operating.kind !== 'current' && drivenA === undefined) return null;
  const poor = joints(line.joints);
  const drop = (ohm: number) => (drivenA ?? lineCurrentA(operating, bankV ?? 0, ohm)) * ohm;
  return {
    sampled: monteCarlo(
      (r) =>
        beside(r) *
        drop(
          line.copperOhm * copper(r) * warm(r) + joinOhm * poor(r) + line.fusesOhm * fuse(r) + line.partsOhm * part(r),
        ),
      draws,
      random,
    ),
    expected: drop(line.copperOhm * warmth(roomC) + line.joints * joinOhm + line.fusesOhm + line.partsOhm),
  };
}

/**
 * The limits of a step as the bench is: at the volts and the temperature that were read, over sound boards whose parts
 * lie anywhere in their tolerances, drawn again and again. A step that follows nothing keeps the limits of the plan.
 * Source: JCGM 101 for the drawing; tolerances in `tables/buildTolerances`.
 * @param workshop what one good joint has
 * @example
 * limitsAt(dossier.bench[0], UNKNOWN_CONDITIONS, workshop).says; // 'as planned'
 */
export function limitsAt(
  step: Pick<BenchStep, 'basis' | 'lowLimit' | 'highLimit' | 'expected'>,
  conditions: BenchConditions,
  workshop: Pick<Workshop, 'joinOhm'>,
): LimitsHere {
  const { basis, lowLimit, highLimit, expected } = step;
  const { bankV, ambientC } = conditions;
  const beside = besideLimits(step, conditions.alongside ?? [], null);
  if (beside) return beside;
  if (basis?.kind === 'bank' && bankV !== null)
    return {
      lowLimit: bankV - basis.withinV,
      highLimit: bankV + basis.withinV,
      expected: bankV,
      says: `the bank as read, ${bankV.toFixed(2)} V`,
    };
  const sound = soundReadings(step, conditions, workshop);
  if (sound === null) return { lowLimit, highLimit, expected, says: 'as planned' };
  const at = [
    ...(basis?.kind !== 'lead' && bankV !== null ? [`${bankV.toFixed(2)} V`] : []),
    `${ambientC === null ? `taken as ${TEST_AMBIENT_C}` : ambientC.toFixed(0)} °C`,
    ...(conditions.drivenA === undefined ? [] : [`${conditions.drivenA.toFixed(2)} A by the instrument`]),
  ];
  return {
    // A line that loses far less than it can is not the line on the drawing, or not loaded.
    lowLimit:
      basis?.kind === 'line' || basis?.kind === 'segment'
        ? 0.5 * quantile(sound.sampled, 1 - SOUND_SHARE) - NOTHING_V
        : null,
    highLimit: ROOM_SHARE * quantile(sound.sampled, SOUND_SHARE) + NOTHING_V,
    expected: sound.expected,
    says: `sound boards at ${at.join(', ')}`,
  };
}

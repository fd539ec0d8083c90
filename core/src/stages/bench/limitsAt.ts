import type { Basis, BenchStep, LineOhm } from '../../devices/benchStep.ts';
import type { Workshop } from '../../document/workshop/workshop.ts';
import { seededRandom } from '../../solvers/random.ts';
import type { Limits } from '../../solvers/uncertainty/decide.ts';
import { between, type Draw, monteCarlo, quantile } from '../../solvers/uncertainty/monteCarlo.ts';
import { BUILD_TOLERANCES, TEST_AMBIENT_C, TEST_WARM_C } from '../../tables/buildTolerances.ts';
import { COPPER_ALPHA_PER_K } from '../../tables/conductorResistance.ts';

/** What is known at the bench once it has been read. */
export interface BenchConditions {
  /** The bank at rest, as read; null before that. */
  bankV: number | null;
  /** The air of the room; null where nobody said. */
  ambientC: number | null;
}
export const UNKNOWN_CONDITIONS: BenchConditions = { bankV: null, ambientC: null };

export interface LimitsHere extends Limits {
  expected: number | null;
  /** How they came about, in words. */
  says: string;
}

/** Sound boards drawn for a limit, and the share of them it lets pass. */
const DRAWS = 4000;
const SOUND_SHARE = 0.999;

/** Between the worst of sound and what is called bad a plain meter wants room to tell. Common practice, no source. */
const ROOM_SHARE = 1.03;
/** Below this a millivoltmeter reads its own leads. Common practice, no source. */
export const NOTHING_V = 0.001;

const factor = ([low, high]: readonly [number, number]): Draw => between(low, high);
const copper = factor(BUILD_TOLERANCES.copper);
const joint = factor(BUILD_TOLERANCES.joint);
const fuse = factor(BUILD_TOLERANCES.fuse);
const part = factor(BUILD_TOLERANCES.part);

/** Current a consumer alone on a line takes from a source, A; null where the line cannot bring it. */
function lineCurrentA(operating: Extract<Basis, { kind: 'line' }>['operating'], volts: number, ohm: number): number {
  if (operating.kind === 'current') return operating.currentA;
  if (operating.kind === 'resistance') return volts / (operating.ohm + ohm);
  const inside = volts * volts - 4 * operating.powerW * ohm;
  // A line too weak for its load is told by the design's own findings; here its current at half the volts will do.
  return inside > 0 ? (2 * operating.powerW) / (volts + Math.sqrt(inside)) : (2 * operating.powerW) / volts;
}

const lineOhm = (line: LineOhm, joinOhm: number, warm: number, f: { c: number; j: number; f: number; p: number }) =>
  line.copperOhm * f.c * warm + line.joints * joinOhm * f.j + line.fusesOhm * f.f + line.partsOhm * f.p;
const NOMINAL = { c: 1, j: 1, f: 1, p: 1 };

const warmth = (conductorC: number) => 1 + COPPER_ALPHA_PER_K * (conductorC - 20);

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
  { bankV, ambientC }: BenchConditions,
  { joinOhm }: Pick<Workshop, 'joinOhm'>,
): LimitsHere {
  const { basis, lowLimit, highLimit, expected } = step;
  const planned = { lowLimit, highLimit, expected, says: 'as planned' };
  if (basis === null) return planned;
  if (basis.kind === 'bank')
    return bankV === null
      ? planned
      : {
          lowLimit: bankV - basis.withinV,
          highLimit: bankV + basis.withinV,
          expected: bankV,
          says: `the bank as read, ${bankV.toFixed(2)} V`,
        };
  const roomC = ambientC ?? TEST_AMBIENT_C;
  const random = seededRandom(1);
  const room = `${ambientC === null ? 'taken as ' : ''}${roomC.toFixed(0)} °C`;
  if (basis.kind === 'lead') {
    const { sentA, copperOhm, joints } = basis;
    // Each joint of its own: not all of them are poor at once.
    const whole = Math.round(joints);
    const draw: Draw = (r) => {
      let ohm = copperOhm * copper(r) * warmth(roomC);
      for (let n = 0; n < whole; n++) ohm += joinOhm * joint(r);
      return sentA * ohm;
    };
    const sampled = monteCarlo(draw, DRAWS, random);
    return {
      lowLimit: null,
      highLimit: ROOM_SHARE * quantile(sampled, SOUND_SHARE) + NOTHING_V,
      expected: sentA * (copperOhm * warmth(roomC) + joints * joinOhm),
      says: `sound leads at ${room}`,
    };
  }
  const volts = bankV;
  const { line, operating } = basis;
  if (volts === null && operating.kind !== 'current') return planned;
  // The mean of several joints lies nearer to a good one than a single joint does.
  const joints = Math.max(1, Math.round(line.joints));
  const draw: Draw = (r) => {
    let j = 0;
    for (let n = 0; n < joints; n++) j += joint(r) / joints;
    const warm = warmth(roomC + (TEST_WARM_C - TEST_AMBIENT_C) * r.next());
    const ohm = lineOhm(line, joinOhm, warm, { c: copper(r), j, f: fuse(r), p: part(r) });
    return lineCurrentA(operating, volts ?? 0, ohm) * ohm;
  };
  const sampled = monteCarlo(draw, DRAWS, random);
  const ohm = lineOhm(line, joinOhm, warmth(roomC), NOMINAL);
  return {
    // A line that loses far less than it can is not the line on the drawing, or not loaded.
    lowLimit: 0.5 * quantile(sampled, 1 - SOUND_SHARE) - NOTHING_V,
    highLimit: ROOM_SHARE * quantile(sampled, SOUND_SHARE) + NOTHING_V,
    expected: lineCurrentA(operating, volts ?? 0, ohm) * ohm,
    says: `sound boards at ${volts === null ? '' : `${volts.toFixed(2)} V and `}${room}`,
  };
}

import { declareFormula } from '../engine/formula.ts';
import { STANDARD_GRAVITY } from '../tables/gravity.ts';

/** What a spring scale reads when it pulls square at an arm for a torque. */
export const scaleReading = declareFormula({
  id: 'torque.scaleReading',
  title: 'Reading of a scale at an arm',
  formula: 'torqueNm / armM / 9.80665',
  unit: 'kg',
  inputs: {
    torqueNm: { unit: 'N·m', what: 'torque wanted', sample: [1, 60] },
    armM: { unit: 'm', what: 'from the nut to where the scale pulls, square to it', sample: [0.1, 0.8] },
  },
  source: 'lever: force = torque / arm, in kilograms-force by standard gravity; 13 N·m at 0.42 m: 3.16 kg (worked)',
  compute: ({ torqueNm, armM }) => torqueNm / armM / STANDARD_GRAVITY,
});

/** The shortest arm at which a scale still reads a torque. */
export const shortestArm = declareFormula({
  id: 'torque.shortestArm',
  title: 'Shortest arm for a scale',
  formula: 'torqueNm / (scaleMaxKg * 9.80665)',
  unit: 'm',
  inputs: {
    torqueNm: { unit: 'N·m', what: 'torque wanted', sample: [1, 60] },
    scaleMaxKg: { unit: 'kg', what: 'most the scale reads', sample: [2, 50] },
  },
  source: 'the same lever; 13 N·m on a 5 kg scale: 0.265 m (worked)',
  compute: ({ torqueNm, scaleMaxKg }) => torqueNm / (scaleMaxKg * STANDARD_GRAVITY),
});

import { declareFormula } from '../engine/formula.ts';

/** Highest reading that still counts as continuity. */
export const continuityLimit = declareFormula({
  id: 'bench.continuityLimit',
  title: 'Continuity limit',
  formula: 'cableOhm + 2 * joinOhm + testLeadOhm',
  unit: 'Ω',
  inputs: {
    cableOhm: { unit: 'Ω', what: 'conductor at 20 °C', sample: [0.0001, 0.2] },
    joinOhm: { unit: 'Ω', what: 'a good crimp with its bolt', sample: [0.0001, 0.001] },
    testLeadOhm: { unit: 'Ω', what: 'test leads', sample: [0.1, 0.4] },
  },
  source: 'conductor and two joints, plus the leads (common practice, no source)',
  compute: ({ cableOhm, joinOhm, testLeadOhm }) => cableOhm + 2 * joinOhm + testLeadOhm,
});

/** Highest drop accepted under load. */
export const dropLimit = declareFormula({
  id: 'bench.dropLimit',
  title: 'Drop accepted under load',
  formula: '1.25 * predictedV + 2 * meterToleranceV',
  unit: 'V',
  inputs: {
    predictedV: { unit: 'V', what: 'predicted from the network, hot copper', sample: [0, 2] },
    meterToleranceV: { unit: 'V', what: 'tolerance of one reading', sample: [0.01, 0.1] },
  },
  source: 'a quarter over the prediction and two meter readings (common practice, no source)',
  compute: ({ predictedV, meterToleranceV }) => 1.25 * predictedV + 2 * meterToleranceV,
});

/** Bench voltage of the bank: one limit. */
export const bankLimit = declareFormula({
  id: 'bench.bankLimit',
  title: 'Rested bank voltage',
  formula: 'per12V * systemVoltageV / 12',
  unit: 'V',
  inputs: {
    per12V: { unit: 'V', what: 'limit for a rested 12 V battery of this chemistry', sample: [12, 13.7] },
    systemVoltageV: { unit: 'V', what: 'nominal voltage', sample: [12, 48] },
  },
  source: 'rested battery voltage by chemistry (common practice, no source)',
  compute: ({ per12V, systemVoltageV }) => (per12V * systemVoltageV) / 12,
});

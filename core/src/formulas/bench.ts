import { declareFormula } from '../engine/formula.ts';

/** Highest reading that still counts as connected. */
export const continuityLimit = declareFormula({
  id: 'bench.continuityLimit',
  title: 'Reads as connected up to',
  formula: '1.1 * cableOhm + testLeadOhm + 2',
  unit: 'Ω',
  inputs: {
    cableOhm: { unit: 'Ω', what: 'conductor at 20 °C', sample: [0.0001, 0.2] },
    testLeadOhm: { unit: 'Ω', what: 'test leads', sample: [0.1, 0.4] },
  },
  source:
    'an ohmmeter tells whether a wire is there, not how good its crimps are: two ohms of room (common practice, no source)',
  compute: ({ cableOhm, testLeadOhm }) => 1.1 * cableOhm + testLeadOhm + 2,
});

/** Highest drop from lug to lug of a sound lead, by a current sent through it. */
export const leadLimit = declareFormula({
  id: 'bench.leadLimit',
  title: 'Drop of a sound lead',
  formula: 'sentA * (1.05 * copperOhm + joints * 2 * joinOhm)',
  unit: 'V',
  inputs: {
    sentA: { unit: 'A', what: 'sent through it by the bench supply', sample: [5, 20] },
    copperOhm: { unit: 'Ω', what: 'conductor at 20 °C', sample: [0.0001, 0.02] },
    joints: { unit: '', what: 'crimps with their bolts', sample: [1, 4] },
    joinOhm: { unit: 'Ω', what: 'a good crimp with its bolt', sample: [0.0001, 0.001] },
  },
  source:
    'conductor up to 5 % over IEC 60228 and every joint twice a good one (common practice, no source; joint: workshop setting)',
  compute: ({ sentA, copperOhm, joints, joinOhm }) => sentA * (1.05 * copperOhm + joints * 2 * joinOhm),
});

/** Highest drop over one conductor or fuse under the current of a consumer. */
export const segmentLimit = declareFormula({
  id: 'bench.segmentLimit',
  title: 'Drop of one part of a line',
  formula: '1.06 * currentA * (1.15 * copperOhm + joints * 2 * joinOhm + 1.25 * fuseOhm) + 0.001',
  unit: 'V',
  inputs: {
    currentA: { unit: 'A', what: 'through it, of its heaviest consumer alone', sample: [0.1, 10] },
    copperOhm: { unit: 'Ω', what: 'conductor at 20 °C', sample: [0, 0.2] },
    joints: { unit: '', what: 'crimps with their bolts', sample: [0, 2] },
    joinOhm: { unit: 'Ω', what: 'a good crimp with its bolt', sample: [0.0001, 0.001] },
    fuseOhm: { unit: 'Ω', what: 'fuse, cold', sample: [0, 0.02] },
  },
  source:
    'current 6 % over, copper 5 % over and warm, joints twice, fuse a quarter over, a millivolt for the leads (common practice, no source)',
  compute: ({ currentA, copperOhm, joints, joinOhm, fuseOhm }) =>
    1.06 * currentA * (1.15 * copperOhm + joints * 2 * joinOhm + 1.25 * fuseOhm) + 0.001,
});

/** What a sound line loses under its load. */
export const lineDrop = declareFormula({
  id: 'bench.lineDrop',
  title: 'Drop of a sound line under load',
  formula: 'currentA * (copperOhm + joints * joinOhm + fusesOhm + partsOhm)',
  unit: 'V',
  inputs: {
    currentA: { unit: 'A', what: 'of this consumer alone', sample: [0.1, 200] },
    copperOhm: { unit: 'Ω', what: 'conductors there and back at 20 °C', sample: [0.0001, 0.2] },
    joints: { unit: '', what: 'crimps with their bolts', sample: [2, 30] },
    joinOhm: { unit: 'Ω', what: 'a good crimp with its bolt', sample: [0.0001, 0.001] },
    fusesOhm: { unit: 'Ω', what: 'fuses on the way, cold', sample: [0, 0.02] },
    partsOhm: { unit: 'Ω', what: 'contacts, shunts and plugs on the way', sample: [0, 0.01] },
  },
  source: "Ohm's law; a part of a parallel way counts by its share of the current, squared",
  compute: ({ currentA, copperOhm, joints, joinOhm, fusesOhm, partsOhm }) =>
    currentA * (copperOhm + joints * joinOhm + fusesOhm + partsOhm),
});

/** Highest drop accepted under load. */
export const dropLimit = declareFormula({
  id: 'bench.dropLimit',
  title: 'Drop accepted under load',
  formula:
    'currentA * (1.05 * copperOhm * (1 + alphaPerK * (hotC - 20)) + joints * 2 * joinOhm + 1.25 * fusesOhm + 1.5 * partsOhm)',
  unit: 'V',
  inputs: {
    currentA: { unit: 'A', what: 'of this consumer alone', sample: [0.1, 200] },
    copperOhm: { unit: 'Ω', what: 'conductors there and back at 20 °C', sample: [0.0001, 0.2] },
    alphaPerK: { unit: '1/K', what: 'temperature coefficient of copper', sample: [0.0039, 0.00394] },
    hotC: { unit: '°C', what: 'conductor once it has warmed', sample: [20, 90] },
    joints: { unit: '', what: 'crimps with their bolts', sample: [2, 30] },
    joinOhm: { unit: 'Ω', what: 'a good crimp with its bolt', sample: [0.0001, 0.001] },
    fusesOhm: { unit: 'Ω', what: 'fuses on the way, cold', sample: [0, 0.02] },
    partsOhm: { unit: 'Ω', what: 'contacts, shunts and plugs on the way', sample: [0, 0.01] },
  },
  source: 'every tolerance of a sound board at its worst at once (tolerances: common practice, no source)',
  compute: ({ currentA, copperOhm, alphaPerK, hotC, joints, joinOhm, fusesOhm, partsOhm }) =>
    currentA *
    (1.05 * copperOhm * (1 + alphaPerK * (hotC - 20)) + joints * 2 * joinOhm + 1.25 * fusesOhm + 1.5 * partsOhm),
});

/** What a battery's own display leaves unexplained. */
export const unexplainedRest = declareFormula({
  id: 'bench.unexplainedRest',
  title: 'Accepted between meter and display',
  formula: 'cells * cellRoundingV + restV',
  unit: 'V',
  inputs: {
    cells: { unit: '', what: 'cells in series', sample: [4, 16] },
    cellRoundingV: { unit: 'V', what: 'a cell on the display may be off by', sample: [0.005, 0.02] },
    restV: { unit: 'V', what: 'accepted beyond that: lead, calibration', sample: [0.02, 0.2] },
  },
  source: 'a pack shown as the sum of rounded cells (common practice, no source; rest: workshop setting)',
  compute: ({ cells, cellRoundingV, restV }) => cells * cellRoundingV + restV,
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

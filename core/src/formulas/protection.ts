import { declareFormula } from '../engine/formula.ts';

/** Smallest fuse rating for a continuous current. */
export const fuseMinimum = declareFormula({
  id: 'protection.fuseMinimum',
  title: 'Smallest fuse rating',
  formula: 'factor * currentA',
  unit: 'A',
  inputs: {
    factor: { unit: '', what: 'margin of the rule profile', sample: [1.1, 1.67] },
    currentA: { unit: 'A', what: 'continuous current through the fuse', sample: [0.5, 300] },
  },
  source: '1.25 × continuous current, next standard size up (common practice, no source)',
  compute: ({ factor, currentA }) => factor * currentA,
});

/** Smallest rating of a feeder by the school that sums its branch fuses. */
export const feederMinimum = declareFormula({
  id: 'protection.feederMinimum',
  title: 'Smallest fuse rating, branch fuses summed',
  formula: 'max(loadsA, fusesA)',
  unit: 'A',
  inputs: {
    loadsA: { unit: 'A', what: 'smallest rating by its loads', sample: [1, 300] },
    fusesA: { unit: 'A', what: 'ratings of the fuses it feeds, summed', sample: [1, 300] },
  },
  source: 'summed branch fuses, never under its own loads (common practice, no source; one of two schools)',
  compute: ({ loadsA, fusesA }) => Math.max(fusesA, loadsA),
});

/** What a conductor must be able to carry. */
export const requiredAmpacity = declareFormula({
  id: 'protection.requiredAmpacity',
  title: 'Ampacity it needs',
  formula: 'max(designCurrentA, guardA)',
  unit: 'A',
  inputs: {
    designCurrentA: { unit: 'A', what: 'continuous current', sample: [0.5, 300] },
    guardA: { unit: 'A', what: 'rating of the fuse that guards it', sample: [1, 300] },
  },
  source: "fuse at most the cable's ampacity (IEC 60364-4-43 433.1)",
  compute: ({ designCurrentA, guardA }) => Math.max(designCurrentA, guardA),
});

/** Prospective fault current at a node: bolted to the bank's minus, warm full bank, copper at 20 °C. */
export const prospectiveCurrent = declareFormula({
  id: 'protection.prospective',
  title: 'Prospective fault current',
  formula: 'openCircuitV / pathOhm + chargersA',
  unit: 'A',
  inputs: {
    openCircuitV: { unit: 'V', what: 'open-circuit voltage of the full bank', sample: [12, 56] },
    pathOhm: { unit: 'Ω', what: 'Thévenin resistance from the bank to this point, cold', sample: [0.0005, 0.1] },
    chargersA: { unit: 'A', what: 'chargers that feed the same point, as current sources', sample: [0, 120] },
  },
  source:
    'I = E/R, Thévenin at the point, and what chargers add; loads dropped, return path left out, so it is the largest',
  compute: ({ openCircuitV, pathOhm, chargersA }) => openCircuitV / pathOhm + chargersA,
});

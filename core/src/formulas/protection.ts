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

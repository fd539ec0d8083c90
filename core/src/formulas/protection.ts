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

/** Prospective fault current at a place: bolted to its strongest return, warm full bank, copper at 20 °C. */
export const prospectiveCurrent = declareFormula({
  id: 'protection.prospective',
  title: 'Prospective fault current',
  formula: 'openCircuitV / pathOhm',
  unit: 'A',
  inputs: {
    openCircuitV: { unit: 'V', what: 'voltage there with nothing drawn: bank full, chargers on', sample: [12, 56] },
    pathOhm: { unit: 'Ω', what: 'Thévenin resistance of the loop, cold', sample: [0.0005, 0.1] },
  },
  source: 'I = E/R, Thévenin at the place; loads dropped; the largest over all returns and all states',
  compute: ({ openCircuitV, pathOhm }) => openCircuitV / pathOhm,
});

/** Current a fault sends through one device: what must be interrupted there. */
export const throughCurrent = declareFormula({
  id: 'protection.through',
  title: 'Largest fault current through the device',
  formula: 'share * faultA',
  unit: 'A',
  inputs: {
    share: { unit: '', what: 'part of the fault that passes the device', sample: [0.1, 1] },
    faultA: { unit: 'A', what: 'prospective fault current at its terminal', sample: [100, 20000] },
  },
  source: 'interrupt duty is the current through the device, not the sum at its terminal (IEC 60364-4-43 434.5.1)',
  compute: ({ share, faultA }) => share * faultA,
});

import { declareFormula } from '../engine/formula.ts';

/** Current a solar string's cable is sized for: the module limits it, no fuse can. */
export const solarDesignCurrent = declareFormula({
  id: 'demand.solarCurrent',
  title: 'Design current of the solar string',
  formula: '1.25 * shortCircuitA',
  unit: 'A',
  inputs: { shortCircuitA: { unit: 'A', what: 'short-circuit current of the module', sample: [2, 15] } },
  source: 'IEC 62548: 1.25 × Isc (from memory)',
  compute: ({ shortCircuitA }) => 1.25 * shortCircuitA,
});

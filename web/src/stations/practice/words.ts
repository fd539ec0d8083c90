import type { Defect } from '@ombrik/core/stages/bench/defect';

export const OUTCOME_WORDS = { found: 'found', unsafe: 'stopped: unsafe', givenUp: 'given up' } as const;

/** What a fault is called, and whether it sits in a lead, a device or a fuse. */
export const FAULTS = [
  ['openWire', 'is not there', 'lead'],
  ['looseCrimp', 'has a crimp that resists', 'lead'],
  ['thinConductor', 'is too thin', 'lead'],
  ['swappedPair', 'has its two wires changed over', 'item'],
  ['wrongFuse', 'holds a link of another rating', 'seat'],
] as const satisfies readonly (readonly [Defect['kind'], string, string])[];
export type FaultKind = (typeof FAULTS)[number][0];

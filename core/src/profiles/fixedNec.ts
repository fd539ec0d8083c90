import { NEC_AMPACITY } from '../tables/necByGauge.ts';
import type { ProfileData } from './profile.ts';
import { CAUTION, COMMON_BEND, COMMON_EDGE, COMMON_TORQUE, MAINS_COLOURS_US } from './shared.ts';

/** Fixed boards in the manner of the NEC. Values from memory carry the mark in their source. */
export const fixedNec: ProfileData = {
  id: 'fixed-nec',
  name: 'Fixed, in the manner of the NEC',
  scope: 'Boards fixed in buildings, conductors in raceway',
  caution: CAUTION,
  sizes: 'awg',
  ampacity: NEC_AMPACITY,
  bundle: {
    counts: 'current-carrying conductors in the raceway',
    perCircuit: false,
    factors: [
      [1, 1],
      [4, 0.8],
      [7, 0.7],
      [10, 0.5],
    ],
    source: 'NEC 310.15(C)(1), more than three conductors (from memory)',
  },
  insulation: 'thermoplastic105',
  minAreaMm2: { value: 2.08, source: 'NEC 310: smallest conductor 14 AWG (from memory)' },
  drop: {
    criticalShare: 0.03,
    otherShare: 0.05,
    source: 'NEC 210.19 informational note: 3 % branch, 5 % in all (from memory)',
  },
  fuseFactor: {
    value: 1.25,
    source: 'NEC 215.3: 1.25 × continuous load (from memory), next standard size up',
  },
  unfused: {
    plainMm: 300,
    sheathedMm: 3000,
    source: 'NEC 240.21(B): 10 ft tap in raceway (from memory); bare as common practice',
  },
  colours: {
    plus: 'RD',
    minus: 'WH',
    source: 'NEC 210.5(C): d.c. positive red, grounded negative white (from memory)',
  },
  mainsColours: MAINS_COLOURS_US,
  frameReturn: { allowed: false, source: 'earthed metalwork carries no load current (NFPA 70 250.6, from memory)' },
  bend: COMMON_BEND,
  lugsPerStudMax: {
    value: 1,
    source: 'NEC 110.14(A): one conductor on a terminal unless it is marked for more (from memory)',
  },
  edge: COMMON_EDGE,
  torqueNmByStudMm: COMMON_TORQUE,
  conditional: [
    {
      condition: 'the d.c. system is above 60 V',
      says: 'more of the code applies than is checked here',
      source: 'NEC 706, 690 (from memory); confirm locally',
    },
  ],
};

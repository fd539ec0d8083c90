import { ABYC_AMPACITY } from '../tables/abycByGauge.ts';
import type { ProfileData } from './profile.ts';
import { CAUTION, COMMON_BEND, COMMON_EDGE, COMMON_FUSE_FACTOR, COMMON_TORQUE, MAINS_COLOURS_US } from './shared.ts';

/** Small craft after ABYC E-11, in its manner. Values from memory carry the mark in their source. */
export const craftAbyc: ProfileData = {
  id: 'craft-abyc',
  name: 'Small craft, in the manner of ABYC E-11',
  scope: 'Extra-low-voltage d.c. boards on small craft',
  caution: CAUTION,
  sizes: 'awg',
  ampacity: ABYC_AMPACITY,
  bundle: {
    counts: 'current-carrying conductors laid together',
    perCircuit: false,
    factors: [
      [1, 1],
      [4, 0.7],
      [7, 0.6],
      [25, 0.5],
    ],
    source: 'ABYC E-11, bundled conductors (from memory)',
  },
  insulation: 'thermoplastic105',
  minAreaMm2: { value: 1.31, source: 'ABYC E-11: smallest conductor 16 AWG (from memory)' },
  drop: { criticalShare: 0.03, otherShare: 0.1, source: 'ABYC E-11: 3 % critical, 10 % other (from memory)' },
  fuseFactor: COMMON_FUSE_FACTOR,
  unfused: {
    plainMm: 178,
    sheathedMm: 1016,
    source: 'ABYC E-11: 7 in from any source, 40 in if sheathed or enclosed all along (from memory)',
  },
  colours: { plus: 'RD', minus: 'YE', source: 'ABYC E-11: red positive, yellow or black negative (from memory)' },
  mainsColours: MAINS_COLOURS_US,
  frameReturn: {
    allowed: false,
    source: 'ABYC E-11: two-wire system, bonding and structure carry no return (from memory)',
  },
  bend: COMMON_BEND,
  lugsPerStudMax: { value: 4, source: 'ABYC E-11: at most four lugs on a stud (from memory)' },
  edge: COMMON_EDGE,
  torqueNmByStudMm: COMMON_TORQUE,
  conditional: [
    {
      condition: 'a battery is connected directly to the conductor, and it is sheathed all along',
      says: 'the fuse may stand up to 72 in (1829 mm) away',
      source: 'ABYC E-11 (from memory); confirm locally',
    },
  ],
};

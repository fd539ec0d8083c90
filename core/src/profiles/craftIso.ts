import { ISO_AMPACITY } from '../tables/isoAmpacity.ts';
import type { ProfileData } from './profile.ts';
import { CAUTION, COMMON_BEND, COMMON_EDGE, COMMON_FUSE_FACTOR, COMMON_TORQUE, MAINS_COLOURS_IEC } from './shared.ts';

/** Small craft and portable low-voltage boards after ISO 13297. Values from memory carry the mark in their source. */
export const craftIso: ProfileData = {
  id: 'craft-iso',
  name: 'Small craft and portable, ISO 13297',
  scope: 'Extra-low-voltage d.c. boards that move or are carried',
  caution: CAUTION,
  sizes: 'mm2',
  ampacity: ISO_AMPACITY,
  bundle: {
    counts: 'current-carrying conductors laid together',
    perCircuit: false,
    factors: [
      [1, 1],
      [4, 0.7],
      [7, 0.6],
      [25, 0.5],
    ],
    source: 'ISO 13297 annex A, bundled conductors (from memory)',
  },
  insulation: 'thermoplastic105',
  minAreaMm2: { value: 1, source: 'ISO 13297, smallest conductor 1 mm² (from memory)' },
  drop: { criticalShare: 0.03, otherShare: 0.1, source: 'ISO 13297: 3 % critical, 10 % other (from memory)' },
  fuseFactor: COMMON_FUSE_FACTOR,
  unfused: {
    plainMm: 200,
    sheathedMm: 1800,
    source: 'ISO 13297: fuse within 200 mm of the source, 1.8 m where sheathed all along (from memory)',
  },
  colours: { plus: 'RD', minus: 'BK', source: 'ISO 13297: red positive, black or yellow negative (from memory)' },
  mainsColours: MAINS_COLOURS_IEC,
  frameReturn: { allowed: false, source: 'ISO 13297: two wires, a hull or frame is no return conductor (from memory)' },
  bend: COMMON_BEND,
  lugsPerStudMax: { value: 4, source: 'ABYC E-11: at most four lugs on a stud (from memory)' },
  edge: COMMON_EDGE,
  torqueNmByStudMm: COMMON_TORQUE,
  conditional: [
    {
      condition: 'a mains inlet is fitted',
      says: 'ISO 13297 asks for more on the a.c. side than is checked here',
      source: 'ISO 13297 (from memory); confirm locally',
    },
  ],
};

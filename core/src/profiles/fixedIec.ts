import { IEC_GROUPING, IEC_METHOD_C } from '../tables/iecMethodC.ts';
import type { ProfileData } from './profile.ts';
import { CAUTION, COMMON_BEND, COMMON_EDGE, COMMON_FUSE_FACTOR, COMMON_TORQUE, MAINS_COLOURS_IEC } from './shared.ts';

/** Fixed off-grid installations after IEC 60364. Values from memory carry the mark in their source. */
export const fixedIec: ProfileData = {
  id: 'fixed-iec',
  name: 'Fixed off-grid, IEC 60364',
  scope: 'Boards fixed in huts, shelters and sheds with no public supply',
  caution: CAUTION,
  sizes: 'mm2',
  ampacity: IEC_METHOD_C,
  bundle: {
    counts: 'circuits laid together',
    perCircuit: true,
    factors: IEC_GROUPING,
    source: 'IEC 60364-5-52 grouping factors (from memory)',
  },
  insulation: 'pvc70',
  minAreaMm2: { value: 1.5, source: 'IEC 60364-5-52 table 52.2: power circuits at least 1.5 mm² copper (from memory)' },
  drop: {
    criticalShare: 0.03,
    otherShare: 0.05,
    source: 'IEC 60364-5-52 annex G: 3 % lighting, 5 % other (from memory)',
  },
  fuseFactor: COMMON_FUSE_FACTOR,
  unfused: {
    plainMm: 300,
    sheathedMm: 3000,
    source:
      'IEC 60364-4-43 433.2.2: up to 3 m where protected against short circuit (from memory); 300 mm bare is common practice, no source',
  },
  colours: { plus: 'RD', minus: 'WH', source: 'IEC 60445: d.c. positive red, negative white (from memory)' },
  mainsColours: MAINS_COLOURS_IEC,
  frameReturn: {
    allowed: false,
    source: 'every circuit has its own return; earthed metalwork carries none (IEC 60364-5-54, from memory)',
  },
  bend: COMMON_BEND,
  lugsPerStudMax: { value: 4, source: 'at most four lugs on a stud (common practice; ABYC E-11 from memory)' },
  edge: COMMON_EDGE,
  torqueNmByStudMm: COMMON_TORQUE,
  conditional: [
    {
      condition: 'the place is damp, or cattle or the public can reach it',
      says: 'IEC 60364 part 7 asks for lower voltages, enclosures and bonding',
      source: 'IEC 60364-7 (from memory); confirm locally',
    },
  ],
};

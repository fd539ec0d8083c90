import { ISO_AMPACITY } from '../tables/isoAmpacity.ts';
import type { ProfileData } from './profile.ts';
import { CAUTION, COMMON_BEND, COMMON_EDGE, COMMON_FUSE_FACTOR, COMMON_TORQUE, MAINS_COLOURS_IEC } from './shared.ts';

/** Market carts and other road-going boards: no table of their own is at hand, and that is said. */
export const roadVehicle: ProfileData = {
  id: 'road',
  name: 'Road-going, with the small-craft table',
  scope: 'Extra-low-voltage boards carried on the road',
  caution: `No ampacity table for road vehicles is at hand: the small-craft ISO table stands in. ${CAUTION}`,
  sizes: 'mm2',
  ampacity: { ...ISO_AMPACITY, source: `${ISO_AMPACITY.source}, standing in for a road-vehicle table` },
  bundle: {
    counts: 'current-carrying conductors laid together',
    perCircuit: false,
    factors: [
      [1, 1],
      [4, 0.7],
      [7, 0.6],
      [25, 0.5],
    ],
    source: 'ISO 13297 annex A, standing in (from memory)',
  },
  insulation: 'thermoplastic105',
  minAreaMm2: { value: 1, source: 'common practice, no source' },
  drop: { criticalShare: 0.03, otherShare: 0.1, source: 'common practice, no source; as for small craft' },
  fuseFactor: COMMON_FUSE_FACTOR,
  unfused: { plainMm: 200, sheathedMm: 1000, source: 'common practice, no source: fuse as near the source as can be' },
  colours: { plus: 'RD', minus: 'BK', source: 'common practice, no source' },
  mainsColours: MAINS_COLOURS_IEC,
  frameReturn: { allowed: true, source: 'the frame carries returns (common practice, no source)' },
  bend: COMMON_BEND,
  lugsPerStudMax: { value: 4, source: 'at most four lugs on a stud (common practice; ABYC E-11 from memory)' },
  edge: COMMON_EDGE,
  torqueNmByStudMm: COMMON_TORQUE,
  conditional: [
    {
      condition: 'a mains inlet is fitted',
      says: 'some rules then ask for an enclosed, vented battery place',
      source: 'rules with conditions differ by country and date; confirm locally',
    },
  ],
};

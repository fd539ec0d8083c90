import type { Profile } from './profile.ts';

/** Distances and torques both profiles share: facts of the trade rather than of either standard. */
export const COMMON_EDGE: Profile['edge'] = {
  plywood: { diameterFactor: 2, minMm: 12 },
  plastic: { diameterFactor: 2, minMm: 10 },
  absPanel: { diameterFactor: 2.5, minMm: 10 },
  source: 'fixing to edge at least 2 × screw diameter, more by material (common practice, no source)',
};

export const COMMON_TORQUE: Profile['torqueNmByStudMm'] = {
  values: { '4': 1.5, '5': 2.5, '6': 5, '8': 13, '10': 22 },
  source: 'default by stud where the device sheet says nothing (common practice, no source)',
};

export const COMMON_BEND: Profile['bend'] = {
  flexible: 4,
  stiff: 6,
  source:
    'inner radius at least 4 × the outer diameter of flexible conductors, 6 × of stranded and solid ones (common practice, no source: 4 to 6)',
};

export const COMMON_FUSE_FACTOR: Profile['fuseFactor'] = {
  value: 1.25,
  source: 'fuse at least 1.25 × continuous current, next standard size up (common practice, no source)',
};

export const CAUTION =
  'Written partly from memory. Confirm every limit against the rules in force where the board is installed.';

export const MAINS_COLOURS_IEC: Profile['mainsColours'] = {
  line: 'BN',
  neutral: 'BU',
  earth: 'GNYE',
  source: 'IEC 60445: brown line, blue neutral, green-yellow earth (from memory)',
};
export const MAINS_COLOURS_US: Profile['mainsColours'] = {
  line: 'BK',
  neutral: 'WH',
  earth: 'GN',
  source: 'NFPA 70 200.6, 250.119: white neutral, green earth; black line by common practice (from memory)',
};

/**
 * Largest diameter of a bare conductor, mm by mm², by class.
 * Source: IEC 60228 annex C. Mark: [mem].
 */
export const CONDUCTOR_MM: Readonly<Record<2 | 5, Readonly<Record<string, number>>>> = {
  2: {
    '10': 4.2,
    '16': 5.3,
    '25': 6.6,
    '35': 7.9,
    '50': 9.1,
    '70': 11,
    '95': 12.9,
    '120': 14.5,
    '150': 16.2,
    '185': 18,
    '240': 20.6,
  },
  5: {
    '0.75': 1.3,
    '1': 1.5,
    '1.5': 1.8,
    '2.5': 2.4,
    '4': 3,
    '6': 3.9,
    '10': 5.1,
    '16': 6.3,
    '25': 7.8,
    '35': 9.2,
    '50': 11,
    '70': 13.1,
    '95': 15.1,
    '120': 17,
    '150': 19,
    '185': 21,
    '240': 24,
  },
};
export const CONDUCTOR_MM_SOURCE = 'IEC 60228 annex C, largest diameter of the conductor (from memory)';

/**
 * Compression lugs for stranded conductors (class 2): bore, outer diameter, barrel depth, mm by mm², and the code number
 * of the die, stamped on the lug.
 * Source: DIN 46235. Mark: [mem].
 */
export const DIN_46235: readonly (readonly [
  areaMm2: number,
  boreMm: number,
  outerMm: number,
  depthMm: number,
  dieCode: number,
])[] = [
  [10, 4.5, 6, 10, 6],
  [16, 5.5, 8.5, 20, 8],
  [25, 7, 10, 20, 10],
  [35, 8.2, 12.5, 20, 12],
  [50, 10, 14.5, 28, 14],
  [70, 11.5, 16.5, 28, 16],
  [95, 13.5, 19, 35, 18],
  [120, 15.5, 21, 35, 20],
  [150, 17, 23.5, 35, 22],
  [185, 19, 26, 40, 25],
  [240, 21.5, 29.5, 40, 28],
];
export const DIN_46235_SOURCE = 'DIN 46235, bore, barrel and die code (from memory)';

/**
 * Pull a crimp must hold for one minute, lbf by gauge.
 * Source: ABYC E-11 table XVI. Mark: [mem].
 */
export const ABYC_PULL_LBF: readonly (readonly [gauge: string, areaMm2: number, lbf: number])[] = [
  ['18', 0.75, 10],
  ['16', 1, 15],
  ['14', 1.5, 30],
  ['12', 2.5, 35],
  ['10', 4, 40],
  ['8', 6, 45],
  ['6', 10, 50],
  ['4', 16, 70],
  ['2', 25, 90],
  ['1', 35, 100],
  ['1/0', 50, 125],
  ['2/0', 70, 150],
  ['3/0', 95, 175],
  ['4/0', 120, 225],
];
/** One pound-force, N: the pound is 0.45359237 kg by definition. */
export const LBF_N = 0.45359237 * 9.80665;
/** How long the pull is held, s. Source: ABYC E-11. Mark: [mem]. */
export const ABYC_HOLD_S = 60;

/**
 * Least force to pull a crimp off, N by mm²; pulled to failure on a sample.
 * Source: IEC 60352-2. Mark: [mem].
 */
export const IEC_60352_PULL_N: readonly (readonly [areaMm2: number, forceN: number])[] = [
  [0.5, 60],
  [0.75, 85],
  [1, 108],
  [1.5, 150],
  [2.5, 230],
  [4, 310],
  [6, 360],
  [10, 380],
];

/**
 * Single conductor, 105 °C insulation, outside engine spaces, A by AWG.
 * Source: ABYC E-11 table. Mark: [mem].
 */
export const ABYC_105C_A_BY_AWG: Readonly<Record<string, number>> = {
  '18': 20,
  '16': 25,
  '14': 35,
  '12': 45,
  '10': 60,
  '8': 80,
  '6': 120,
  '4': 160,
  '2': 210,
  '1': 245,
  '1/0': 285,
  '2/0': 330,
  '3/0': 385,
  '4/0': 445,
};

import type { MainsVoltageV } from '../document/brief/brief.ts';

/** [device up to, A; least conductor, mm²]. */
type Row = readonly [upToA: number, leastMm2: number];

/**
 * The least copper conductor behind a mains breaker, by the school of the place's voltage: a start for the licensed
 * person, who knows how it is laid.
 * Sources: 120 V NEC 240.4(D) and 310.16 at 60 °C (14, 12, 10, 8, 6 AWG behind 15, 20, 30, 40, 55 A; from memory);
 * 230 V common practice after IEC 60364-5-52, laid in a wall (1.5, 2.5, 4, 6, 10, 16 mm² behind 10, 16, 20, 32, 40,
 * 63 A; from memory).
 */
export const MAINS_LEAST: Readonly<Record<MainsVoltageV, { rows: readonly Row[]; source: string }>> = {
  120: {
    rows: [
      [15, 2.08],
      [20, 3.31],
      [30, 5.26],
      [40, 8.37],
      [55, 13.3],
    ],
    source:
      'NEC 240.4(D), 310.16: 14 AWG behind 15 A, 12 behind 20, 10 behind 30, 8 behind 40, 6 behind 55 (from memory)',
  },
  230: {
    rows: [
      [10, 1.5],
      [16, 2.5],
      [20, 4],
      [32, 6],
      [40, 10],
      [63, 16],
    ],
    source:
      'common practice after IEC 60364-5-52: 1.5 mm² behind 10 A, 2.5 behind 16, 4 behind 20, 6 behind 32, 10 behind 40, 16 behind 63 (from memory)',
  },
};

/**
 * Least conductor behind a device, mm²; null above the table.
 * @example
 * mainsLeastMm2(230, 16); // 2.5
 */
export const mainsLeastMm2 = (mainsVoltageV: MainsVoltageV, deviceA: number): number | null =>
  MAINS_LEAST[mainsVoltageV].rows.find(([upToA]) => deviceA <= upToA + 1e-9)?.[1] ?? null;

/**
 * Largest device a conductor may stand behind, A; 0 where it is thinner than any.
 * @example
 * mainsMostA(120, 3.31); // 20
 */
export const mainsMostA = (mainsVoltageV: MainsVoltageV, areaMm2: number): number =>
  MAINS_LEAST[mainsVoltageV].rows.findLast(([, leastMm2]) => areaMm2 >= leastMm2 * 0.995)?.[0] ?? 0;

import type { AmpacityTable, BundleFactor } from './ampacityTable.ts';

/**
 * Clipped direct (method C), two loaded PVC-insulated conductors, 30 °C, A by mm².
 * Source: IEC 60364-5-52 table B.52.2. Mark: [mem].
 */
export const IEC_METHOD_C: AmpacityTable = {
  source: 'IEC 60364-5-52 method C, two loaded conductors, PVC 70 °C, 30 °C (from memory)',
  referenceC: 30,
  columnsC: [70],
  rows: [
    [1.5, [19.5]],
    [2.5, [27]],
    [4, [36]],
    [6, [46]],
    [10, [63]],
    [16, [85]],
    [25, [112]],
    [35, [138]],
    [50, [168]],
    [70, [213]],
    [95, [258]],
    [120, [299]],
    [150, [344]],
    [185, [392]],
    [240, [461]],
  ],
};

/** Grouping of circuits. Source: IEC 60364-5-52 table B.52.17. Mark: [mem]. */
export const IEC_GROUPING: readonly BundleFactor[] = [
  [1, 1],
  [2, 0.8],
  [3, 0.7],
  [4, 0.65],
  [5, 0.6],
  [6, 0.57],
  [7, 0.54],
  [8, 0.52],
  [9, 0.5],
];

import { declareFormula } from '../engine/formula.ts';

/** Air a lead-acid battery wants so that its hydrogen stays far under what burns. */
export const gasAirflow = declareFormula({
  id: 'gas.airflow',
  title: 'Air a battery wants',
  formula: '0.05 * cells * gassingMaPerAh * capacityAh / 1000',
  unit: 'm³/h',
  inputs: {
    cells: { unit: '', what: 'cells in series', sample: [3, 24] },
    gassingMaPerAh: {
      unit: 'mA/Ah',
      what: 'current that makes gas: 5 floating, 20 boosted, sealed 1 and 8',
      sample: [1, 20],
    },
    capacityAh: { unit: 'Ah', what: 'capacity', sample: [20, 1000] },
  },
  source: 'IEC 62485-2: Q = 0.05·n·I·C/1000 (from memory); 6 cells of 100 Ah boosted: 0.6 m³/h (worked)',
  compute: ({ cells, gassingMaPerAh, capacityAh }) => (0.05 * cells * gassingMaPerAh * capacityAh) / 1000,
});

/** Opening in, and as much out, for natural draught. */
export const ventArea = declareFormula({
  id: 'gas.ventArea',
  title: 'Opening for natural draught',
  formula: '28 * airM3PerH',
  unit: 'cm²',
  inputs: { airM3PerH: { unit: 'm³/h', what: 'air wanted', sample: [0.05, 10] } },
  source: 'IEC 62485-2: A = 28·Q (from memory); 0.6 m³/h: 17 cm² in and out (worked)',
  compute: ({ airM3PerH }) => 28 * airM3PerH,
});

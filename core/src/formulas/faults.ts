import { declareFormula } from '../engine/formula.ts';

/** Adiabatic constant of copper between two temperatures. */
export const adiabaticK = declareFormula({
  id: 'fault.k',
  title: 'Adiabatic constant of the conductor',
  formula: '226 * sqrt(log((234.5 + endC) / (234.5 + startC)))',
  unit: 'A√s/mm²',
  inputs: {
    startC: { unit: '°C', what: 'conductor before the fault', sample: [20, 105] },
    endC: { unit: '°C', what: 'what the insulation bears for the moment', sample: [160, 250] },
  },
  source: 'IEC 60364-4-43 and IEC 60949, copper: k = 226·√ln((234.5+θend)/(234.5+θstart)); 115 from 70 to 160 °C',
  compute: ({ startC, endC }) => 226 * Math.sqrt(Math.log((234.5 + endC) / (234.5 + startC))),
});

/** Energy a conductor takes without harm. */
export const withstand = declareFormula({
  id: 'fault.withstand',
  title: 'Energy the conductor withstands',
  formula: 'k ^ 2 * areaMm2 ^ 2',
  unit: 'A²s',
  inputs: {
    k: { unit: 'A√s/mm²', what: 'adiabatic constant', sample: [80, 150] },
    areaMm2: { unit: 'mm²', what: 'conductor', sample: [1, 120] },
  },
  source: 'IEC 60364-4-43 434.5.2: I²t ≤ k²S², valid to 5 s',
  compute: ({ k, areaMm2 }) => k ** 2 * areaMm2 ** 2,
});

/** Smallest fault current at the far end: what must still open the fuse. */
export const smallestFault = declareFormula({
  id: 'fault.smallest',
  title: 'Smallest fault current',
  formula: 'lowV / loopOhm',
  unit: 'A',
  inputs: {
    lowV: { unit: 'V', what: 'open-circuit voltage of the low bank', sample: [11, 52] },
    loopOhm: { unit: 'Ω', what: 'cold and aged bank, hot conductors, out and back', sample: [0.002, 0.6] },
  },
  source: 'I = E/R: bank low, cold and aged, copper hot, far end and back, loads and chargers dropped',
  compute: ({ lowV, loopOhm }) => lowV / loopOhm,
});

/** Open-circuit voltage of a solar string in the cold. */
export const coldStringV = declareFormula({
  id: 'fault.coldStringV',
  title: 'Open-circuit voltage of the string in the cold',
  formula: 'sumV * (1 + perK * (25 - coldC))',
  unit: 'V',
  inputs: {
    sumV: { unit: 'V', what: 'open-circuit voltages in series, at 25 °C', sample: [20, 140] },
    perK: { unit: '1/K', what: 'rise per kelvin below 25 °C', sample: [0.0025, 0.0035] },
    coldC: { unit: '°C', what: 'coldest cell in daylight', sample: [-25, 10] },
  },
  source: 'crystalline silicon about 0.3 %/K (common practice, no source; the module’s sheet replaces it)',
  compute: ({ sumV, perK, coldC }) => sumV * (1 + perK * (25 - coldC)),
});

/** Time until an inverter's capacitors are charged through a resistor. */
export const prechargeTime = declareFormula({
  id: 'fault.prechargeTime',
  title: 'Pre-charge to 99 %',
  formula: '4.6 * ohm * farad',
  unit: 's',
  inputs: {
    ohm: { unit: 'Ω', what: 'pre-charge resistor', sample: [5, 100] },
    farad: { unit: 'F', what: 'input capacitors', sample: [0.001, 0.02] },
  },
  source: 'τ = RC, 99 % at 4.6 τ',
  compute: ({ ohm, farad }) => 4.6 * ohm * farad,
});

/** Energy the pre-charge resistor must take. */
export const prechargeEnergy = declareFormula({
  id: 'fault.prechargeEnergy',
  title: 'Energy into the pre-charge resistor',
  formula: 'farad * volts ^ 2 / 2',
  unit: 'J',
  inputs: {
    farad: { unit: 'F', what: 'input capacitors', sample: [0.001, 0.02] },
    volts: { unit: 'V', what: 'bank', sample: [12, 56] },
  },
  source: 'energy ½CV² goes into the resistor',
  compute: ({ farad, volts }) => (farad * volts ** 2) / 2,
});

import { declareFormula } from '../engine/formula.ts';

/** Years a bank lasts: by cycles or by the calendar, whichever ends first. */
export const yearsOfLife = declareFormula({
  id: 'power.yearsOfLife',
  title: 'Life of the bank',
  formula: 'min(calendarYears, cycleLife * usableShare / cyclesPerYear)',
  unit: 'years',
  inputs: {
    cycleLife: { unit: '', what: 'cycles of the usable share', sample: [300, 4000] },
    usableShare: { unit: '', what: 'usable share', sample: [0.5, 1] },
    cyclesPerYear: { unit: '', what: 'full cycles of the whole capacity in a year', sample: [10, 300] },
    calendarYears: { unit: 'years', what: 'life at rest', sample: [4, 15] },
  },
  source: 'cycle and calendar life of the chemistry (common practice, no source)',
  compute: ({ cycleLife, usableShare, cyclesPerYear, calendarYears }) =>
    Math.min(calendarYears, (cycleLife * usableShare) / cyclesPerYear),
});

/** Banks bought within the horizon, the first included. */
export const banksBought = declareFormula({
  id: 'power.banksBought',
  title: 'Banks bought in ten years',
  formula: 'ceil(horizonYears / lifeYears - 1e-9)',
  unit: '',
  inputs: {
    horizonYears: { unit: 'years', what: 'years looked at', sample: [10, 10] },
    lifeYears: { unit: 'years', what: 'life of one bank', sample: [1.3, 15] },
  },
  source: 'a bank is bought whenever the one before has ended',
  compute: ({ horizonYears, lifeYears }) => Math.ceil(horizonYears / lifeYears - 1e-9),
});

/** Cost of a delivered kilowatt-hour. */
export const costPerKwh = declareFormula({
  id: 'power.costPerKwh',
  title: 'Bank cost of a delivered kWh',
  formula: 'totalCost / (deliveredKwhPerYear * horizonYears)',
  unit: '/kWh',
  inputs: {
    totalCost: { unit: '', what: 'all banks', sample: [100, 9000] },
    deliveredKwhPerYear: { unit: 'kWh', what: 'taken out of the bank in a year', sample: [20, 2000] },
    horizonYears: { unit: 'years', what: 'years looked at', sample: [10, 10] },
  },
  source: 'cost over energy',
  compute: ({ totalCost, deliveredKwhPerYear, horizonYears }) => totalCost / (deliveredKwhPerYear * horizonYears),
});

/** Hours a bank lasts at a steady current. */
export const peukertHours = declareFormula({
  id: 'power.peukertHours',
  title: 'Hours at a steady current',
  formula: 'ratedHours * (capacityAh / (currentA * ratedHours)) ^ exponent',
  unit: 'h',
  inputs: {
    ratedHours: { unit: 'h', what: 'hours the capacity is rated at', sample: [5, 20] },
    capacityAh: { unit: 'Ah', what: 'rated capacity', sample: [50, 400] },
    currentA: { unit: 'A', what: 'steady current', sample: [2, 200] },
    exponent: { unit: '', what: 'Peukert exponent', sample: [1, 1.3] },
  },
  source: 'Peukert 1897: t = H·(C/(I·H))^k',
  compute: ({ ratedHours, capacityAh, currentA, exponent }) =>
    ratedHours * (capacityAh / (currentA * ratedHours)) ** exponent,
});

/** Energy of a day from the sun. */
export const sunDay = declareFormula({
  id: 'power.sunDay',
  title: 'Energy of a day from the sun',
  formula: 'peakW * peakSunHours * (1 - lossShare)',
  unit: 'Wh',
  inputs: {
    peakW: { unit: 'W', what: 'modules', sample: [50, 5000] },
    peakSunHours: { unit: 'h', what: 'peak-sun hours a day', sample: [0.5, 7] },
    lossShare: { unit: '', what: 'losses', sample: [0.1, 0.4] },
  },
  source: 'Wh/day = Wp × peak-sun hours × (1 − losses)',
  compute: ({ peakW, peakSunHours, lossShare }) => peakW * peakSunHours * (1 - lossShare),
});

/** Charge current through a plain path, before any limit. */
export const chargeThroughPath = declareFormula({
  id: 'power.chargeThroughPath',
  title: 'Current a voltage pushes into a bank',
  formula: 'max(0, (sourceV - bankV) / pathOhm)',
  unit: 'A',
  inputs: {
    sourceV: { unit: 'V', what: 'voltage at the source', sample: [12, 15] },
    bankV: { unit: 'V', what: 'bank at rest, at its state of charge', sample: [11.5, 13.6] },
    pathOhm: { unit: 'Ω', what: 'cable, contacts and bank', sample: [0.004, 0.06] },
  },
  source: 'I = ΔV/R',
  compute: ({ sourceV, bankV, pathOhm }) => Math.max(0, (sourceV - bankV) / pathOhm),
});

/** Mass of the copper of a run, out and back. */
export const copperMass = declareFormula({
  id: 'power.copperMass',
  title: 'Copper of a run, out and back',
  formula: '2 * lengthMm / 1000 * areaMm2 * densityKgPerM3 / 1e6',
  unit: 'kg',
  inputs: {
    lengthMm: { unit: 'mm', what: 'one way', sample: [200, 20000] },
    areaMm2: { unit: 'mm²', what: 'conductor', sample: [1, 120] },
    densityKgPerM3: { unit: 'kg/m³', what: 'copper', sample: [8890, 8940] },
  },
  source: 'volume × density; copper 8.9 g/cm³ (IEC 60028)',
  compute: ({ lengthMm, areaMm2, densityKgPerM3 }) => ((2 * lengthMm) / 1000) * areaMm2 * (densityKgPerM3 / 1e6),
});

/** Current of what is there once the order has grown. */
export const laterCurrent = declareFormula({
  id: 'power.laterCurrent',
  title: 'Current once the order has grown',
  formula: 'designCurrentA * (1 + growthShare)',
  unit: 'A',
  inputs: {
    designCurrentA: { unit: 'A', what: 'today', sample: [1, 300] },
    growthShare: { unit: '', what: 'growth to make ready for', sample: [0.1, 4] },
  },
  source: 'the order sheet: everything grows alike',
  compute: ({ designCurrentA, growthShare }) => designCurrentA * (1 + growthShare),
});

/** Power of a device taken larger. */
export const grownPower = declareFormula({
  id: 'power.grownPower',
  title: 'Power of a larger inverter',
  formula: 'powerW * factor',
  unit: 'W',
  inputs: {
    powerW: { unit: 'W', what: 'today', sample: [100, 5000] },
    factor: { unit: '', what: 'how much larger', sample: [1, 3] },
  },
  source: 'what if: the same device, larger',
  compute: ({ powerW, factor }) => powerW * factor,
});

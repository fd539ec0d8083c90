import { declareRule } from '../rule.ts';

/** Current of a consumer rated in watts, at the nominal system voltage. Source: P = V·I. */
export const loadCurrent = declareRule({
  id: 'demand.loadCurrent',
  title: 'Current of a load',
  formula: 'powerW / voltageV',
  unit: 'A',
  inputs: {
    powerW: { unit: 'W', what: 'rated power', sample: [1, 3000] },
    voltageV: { unit: 'V', what: 'nominal system voltage', sample: [12, 48] },
  },
  source: 'P = V·I',
  compute: ({ powerW, voltageV }) => powerW / voltageV,
});

/** Direct current an inverter draws at full power at its cut-off voltage. */
export const inverterCurrent = declareRule({
  id: 'demand.inverterCurrent',
  title: 'Input current of the inverter at its cut-off voltage',
  formula: 'acPowerW / (cutoffV * efficiencyShare)',
  unit: 'A',
  inputs: {
    acPowerW: { unit: 'W', what: 'continuous output', sample: [100, 5000] },
    cutoffV: { unit: 'V', what: 'low-voltage cut-off', sample: [10, 44] },
    efficiencyShare: { unit: '', what: 'efficiency at full load', sample: [0.8, 0.96] },
  },
  source: 'P = V·I·η at the lowest battery voltage',
  compute: ({ acPowerW, cutoffV, efficiencyShare }) => acPowerW / (cutoffV * efficiencyShare),
});

/** Input current of a DC-DC charger at the feed's lowest voltage. */
export const converterInputCurrent = declareRule({
  id: 'demand.converterInputCurrent',
  title: 'Input current of the DC-DC charger',
  formula: 'outputV * outputA / (lowestInputV * efficiencyShare)',
  unit: 'A',
  inputs: {
    outputV: { unit: 'V', what: 'output voltage', sample: [12, 56] },
    outputA: { unit: 'A', what: 'output rating', sample: [5, 80] },
    lowestInputV: { unit: 'V', what: 'lowest voltage of the feed', sample: [9, 48] },
    efficiencyShare: { unit: '', what: 'efficiency', sample: [0.8, 0.96] },
  },
  source: 'Vout·Iout = Vin·Iin·η',
  compute: ({ outputV, outputA, lowestInputV, efficiencyShare }) =>
    (outputV * outputA) / (lowestInputV * efficiencyShare),
});

/** Charge a load takes out of the bank in a day. */
export const dailyCharge = declareRule({
  id: 'demand.dailyCharge',
  title: 'Charge taken in a day',
  formula: 'currentA * hoursPerDay * dutyShare',
  unit: 'Ah',
  inputs: {
    currentA: { unit: 'A', what: 'current while on', sample: [0.1, 100] },
    hoursPerDay: { unit: 'h', what: 'hours a day', sample: [0, 24] },
    dutyShare: { unit: '', what: 'share of those hours it really draws', sample: [0, 1] },
  },
  source: 'daily Ah = Σ I·h·duty',
  compute: ({ currentA, hoursPerDay, dutyShare }) => currentA * hoursPerDay * dutyShare,
});

/** Days the usable part of the bank covers the daily charge. */
export const autonomy = declareRule({
  id: 'demand.autonomy',
  title: 'Days without charging',
  formula: 'bankAh * usableShare / dailyAh',
  unit: 'days',
  inputs: {
    bankAh: { unit: 'Ah', what: 'bank capacity', sample: [50, 1000] },
    usableShare: { unit: '', what: 'usable share', sample: [0.5, 1] },
    dailyAh: { unit: 'Ah', what: 'daily charge', sample: [5, 300] },
  },
  source: 'usable capacity over daily use',
  compute: ({ bankAh, usableShare, dailyAh }) => (bankAh * usableShare) / dailyAh,
});

/** Bank capacity that covers the wanted days. */
export const wantedBank = declareRule({
  id: 'demand.wantedBank',
  title: 'Bank capacity for the wanted days',
  formula: 'dailyAh * days / usableShare',
  unit: 'Ah',
  inputs: {
    dailyAh: { unit: 'Ah', what: 'daily charge', sample: [5, 300] },
    days: { unit: 'days', what: 'wanted days', sample: [0.5, 7] },
    usableShare: { unit: '', what: 'usable share', sample: [0.5, 1] },
  },
  source: 'daily use over the usable share',
  compute: ({ dailyAh, days, usableShare }) => (dailyAh * days) / usableShare,
});

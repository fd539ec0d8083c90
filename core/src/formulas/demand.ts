import { declareFormula } from '../engine/formula.ts';

/** Current of a consumer rated in watts, at the nominal system voltage. Source: P = V·I. */
export const loadCurrent = declareFormula({
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

/**
 * Steady current that heats a conductor as much as one that comes for seconds and goes: its hottest moment over a cycle,
 * cooling with one time constant.
 */
export const shortTimeCurrent = declareFormula({
  id: 'demand.shortTimeCurrent',
  title: 'Steady current that heats as much as the short one',
  formula: 'currentA * sqrt((1 - exp(-onS / timeConstantS)) / (1 - exp(-periodS / timeConstantS)))',
  unit: 'A',
  inputs: {
    currentA: { unit: 'A', what: 'current while it runs', sample: [5, 600] },
    onS: { unit: 's', what: 'how long each time', sample: [1, 300] },
    periodS: { unit: 's', what: 'from one start to the next', sample: [301, 3600] },
    timeConstantS: { unit: 's', what: 'thermal time constant of a conductor for it', sample: [30, 400] },
  },
  source:
    'warming and cooling of first order, I²R on the heat the copper takes; the time constant of the thinnest conductor that would do, 1.2 s for each ampere of it, 30 s at least (worked from the tables: 25 A on 1.5 mm² 36 s, 130 A on 16 mm² 156 s, 270 A on 50 mm² 350 s)',
  compute: ({ currentA, onS, periodS, timeConstantS }) =>
    currentA * Math.sqrt((1 - Math.exp(-onS / timeConstantS)) / (1 - Math.exp(-periodS / timeConstantS))),
});

/** Current a relay's coil holds in with. */
export const coilCurrent = declareFormula({
  id: 'demand.coilCurrent',
  title: 'Current of the coil',
  formula: 'systemVoltageV / resistanceOhm',
  unit: 'A',
  inputs: {
    systemVoltageV: { unit: 'V', what: 'nominal system voltage', sample: [12, 48] },
    resistanceOhm: { unit: 'Ω', what: 'resistance of the coil', sample: [40, 600] },
  },
  source: 'I = U/R',
  compute: ({ systemVoltageV, resistanceOhm }) => systemVoltageV / resistanceOhm,
});

/** Direct current an inverter draws at full power at its cut-off voltage. */
export const inverterCurrent = declareFormula({
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
export const converterInputCurrent = declareFormula({
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

/** What an alternator gives into a low bank through a joining relay. */
export const alternatorCurrent = declareFormula({
  id: 'demand.alternatorCurrent',
  title: 'Current of the alternator into the bank joined to it',
  formula: 'min(ratedA, gapV / loopOhm)',
  unit: 'A',
  inputs: {
    ratedA: { unit: 'A', what: 'rating of the alternator', sample: [40, 300] },
    gapV: { unit: 'V', what: 'charging voltage over the low bank', sample: [1.5, 5] },
    loopOhm: { unit: 'Ω', what: 'loop from the alternator through the bank and back', sample: [0.008, 0.06] },
  },
  source: 'I = U/R, 2.3 V over 20 mΩ asks 115 A; never more than the alternator gives (common practice, no source)',
  compute: ({ ratedA, gapV, loopOhm }) => Math.min(ratedA, gapV / loopOhm),
});

/** Current a mains-side load takes out of the bank, through the inverter. */
export const mainsLoadCurrent = declareFormula({
  id: 'demand.mainsLoadCurrent',
  title: 'Current of a mains-side load at the bank',
  formula: 'powerW / (voltageV * efficiencyShare)',
  unit: 'A',
  inputs: {
    powerW: { unit: 'W', what: 'rated power', sample: [1, 3000] },
    voltageV: { unit: 'V', what: 'nominal system voltage', sample: [12, 48] },
    efficiencyShare: { unit: '', what: 'efficiency of the inverter', sample: [0.8, 0.96] },
  },
  source: 'P = V·I·η',
  compute: ({ powerW, voltageV, efficiencyShare }) => powerW / (voltageV * efficiencyShare),
});

/** Charge a load takes out of the bank in a day. */
export const dailyCharge = declareFormula({
  id: 'demand.dailyCharge',
  title: 'Charge taken in a day',
  formula: 'currentA * hoursPerDay * dutyShare + standbyA * 24',
  unit: 'Ah',
  inputs: {
    currentA: { unit: 'A', what: 'current while on', sample: [0.1, 100] },
    hoursPerDay: { unit: 'h', what: 'hours a day', sample: [0, 24] },
    dutyShare: { unit: '', what: 'share of those hours it really draws', sample: [0, 1] },
    standbyA: { unit: 'A', what: 'standby, all day', sample: [0, 2] },
  },
  source: 'daily Ah = Σ I·h·duty',
  compute: ({ currentA, hoursPerDay, dutyShare, standbyA }) => currentA * hoursPerDay * dutyShare + standbyA * 24,
});

/** Power a load asks for in the moment it starts. A soft starter takes off most of what is above running power. */
export const surgePower = declareFormula({
  id: 'demand.surgePower',
  title: 'Power while starting',
  formula: 'powerW * (1 + (surgeFactor - 1) * (1 - softCutShare))',
  unit: 'W',
  inputs: {
    powerW: { unit: 'W', what: 'running power', sample: [1, 3000] },
    surgeFactor: { unit: '', what: 'starting over running', sample: [1, 8] },
    softCutShare: { unit: '', what: 'what a soft starter takes off', sample: [0, 0.6] },
  },
  source: 'starting factor of the load; a soft starter cuts the excess by 60 % (common practice, no source)',
  compute: ({ powerW, surgeFactor, softCutShare }) => powerW * (1 + (surgeFactor - 1) * (1 - softCutShare)),
});

/** Share of its capacity a bank still has at a temperature. */
export const coldCapacity = declareFormula({
  id: 'demand.coldCapacity',
  title: 'Capacity left at the bank temperature',
  formula: 'max(0.3, min(1, 1 + perK * (bankC - 25)))',
  unit: '',
  inputs: {
    perK: { unit: '1/K', what: 'capacity lost per kelvin below 25 °C', sample: [0.003, 0.01] },
    bankC: { unit: '°C', what: 'coldest bank temperature', sample: [-20, 30] },
  },
  source: 'AGM 0.8 %/K, LiFePO4 0.4 %/K below 25 °C (common practice, no source)',
  compute: ({ perK, bankC }) => Math.max(0.3, Math.min(1, 1 + perK * (bankC - 25))),
});

/** Days the usable part of an aged, cold bank covers the daily charge. */
export const autonomy = declareFormula({
  id: 'demand.autonomy',
  title: 'Days without charging',
  formula: 'bankAh * usableShare * (1 - ageingReserveShare) * coldShare / dailyAh',
  unit: 'days',
  inputs: {
    bankAh: { unit: 'Ah', what: 'bank capacity', sample: [50, 1000] },
    usableShare: { unit: '', what: 'usable share', sample: [0.5, 1] },
    ageingReserveShare: { unit: '', what: 'kept back for ageing', sample: [0, 0.3] },
    coldShare: { unit: '', what: 'capacity left in the coldest month', sample: [0.5, 1] },
    dailyAh: { unit: 'Ah', what: 'daily charge', sample: [5, 300] },
  },
  source: 'usable capacity over daily use, at the end of the bank’s life and in the cold',
  compute: ({ bankAh, usableShare, ageingReserveShare, coldShare, dailyAh }) =>
    (bankAh * usableShare * (1 - ageingReserveShare) * coldShare) / dailyAh,
});

/** Bank capacity that covers the wanted days. */
export const wantedBank = declareFormula({
  id: 'demand.wantedBank',
  title: 'Bank capacity for the wanted days',
  formula: 'dailyAh * days / (usableShare * (1 - ageingReserveShare) * coldShare)',
  unit: 'Ah',
  inputs: {
    dailyAh: { unit: 'Ah', what: 'daily charge', sample: [5, 300] },
    days: { unit: 'days', what: 'wanted days', sample: [0.5, 7] },
    usableShare: { unit: '', what: 'usable share', sample: [0.5, 1] },
    ageingReserveShare: { unit: '', what: 'kept back for ageing', sample: [0, 0.3] },
    coldShare: { unit: '', what: 'capacity left in the coldest month', sample: [0.5, 1] },
  },
  source: 'daily use over the usable share, at the end of the bank’s life and in the cold',
  compute: ({ dailyAh, days, usableShare, ageingReserveShare, coldShare }) =>
    (dailyAh * days) / (usableShare * (1 - ageingReserveShare) * coldShare),
});

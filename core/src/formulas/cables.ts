import { declareFormula } from '../engine/formula.ts';

/** Length of a run with slack. */
export const routedLength = declareFormula({
  id: 'length.routed',
  title: 'Length from stud to stud',
  formula: 'pathMm * (1 + slackShare) + runsMm + 2 * endSlackMm',
  unit: 'mm',
  inputs: {
    pathMm: {
      unit: 'mm',
      what: 'measured along the route on the panel, with the rise at each end',
      sample: [50, 3000],
    },
    slackShare: { unit: '', what: 'slack on the routed part', sample: [0, 0.2] },
    runsMm: { unit: 'mm', what: 'runs off the panel and through holes', sample: [0, 8000] },
    endSlackMm: { unit: 'mm', what: 'dressing at each end', sample: [0, 60] },
  },
  source: 'workshop allowance (common practice, no source)',
  compute: ({ pathMm, slackShare, runsMm, endSlackMm }) => pathMm * (1 + slackShare) + runsMm + 2 * endSlackMm,
});

/** Cut length of the conductor: the run less what the lugs reach at each end. */
export const cutLength = declareFormula({
  id: 'length.cut',
  title: 'Cut length',
  formula: 'lengthMm - fromSetbackMm - toSetbackMm',
  unit: 'mm',
  inputs: {
    lengthMm: { unit: 'mm', what: 'length from stud to stud', sample: [150, 4000] },
    fromSetbackMm: { unit: 'mm', what: 'stud centre to conductor end, first lug', sample: [0, 40] },
    toSetbackMm: { unit: 'mm', what: 'stud centre to conductor end, second lug', sample: [0, 40] },
  },
  source: 'geometry of the lug',
  compute: ({ lengthMm, fromSetbackMm, toSetbackMm }) => lengthMm - fromSetbackMm - toSetbackMm,
});

/** Resistance of a copper conductor at temperature. */
export const conductorResistance = declareFormula({
  id: 'cable.resistance',
  title: 'Resistance of the conductor',
  formula: 'ohmPerKm / 1e6 * lengthMm * (1 + alphaPerK * (conductorC - 20))',
  unit: 'Ω',
  inputs: {
    ohmPerKm: { unit: 'Ω/km', what: 'resistance per kilometre at 20 °C', sample: [0.08, 39] },
    lengthMm: { unit: 'mm', what: 'length', sample: [50, 10000] },
    alphaPerK: { unit: '1/K', what: 'temperature coefficient of copper', sample: [0.0039, 0.00393] },
    conductorC: { unit: '°C', what: 'conductor temperature', sample: [20, 105] },
  },
  source: 'IEC 60228 class 5 (from memory), α of annealed copper',
  compute: ({ ohmPerKm, lengthMm, alphaPerK, conductorC }) =>
    (ohmPerKm / 1e6) * lengthMm * (1 + alphaPerK * (conductorC - 20)),
});

/** Factor for an ambient other than the table's. */
export const ambientFactor = declareFormula({
  id: 'cable.ambientFactor',
  title: 'Ambient factor',
  formula: 'sqrt(max(0, maxC - ambientC) / (maxC - referenceC))',
  unit: '',
  inputs: {
    maxC: { unit: '°C', what: 'temperature the column is for', sample: [60, 105] },
    ambientC: { unit: '°C', what: 'ambient along the cable', sample: [-10, 59] },
    referenceC: { unit: '°C', what: 'ambient of the table', sample: [20, 40] },
  },
  source: '√((Tmax − Tamb)/(Tmax − Tref)), heat balance of the conductor',
  compute: ({ maxC, ambientC, referenceC }) => Math.sqrt(Math.max(0, maxC - ambientC) / (maxC - referenceC)),
});

/** Table value of the conductor, by what it is made of. */
export const materialAmpacity = declareFormula({
  id: 'cable.materialAmpacity',
  title: 'Table value of the conductor',
  formula: 'copperA * materialFactor',
  unit: 'A',
  inputs: {
    copperA: { unit: 'A', what: 'table value for copper', sample: [6, 475] },
    materialFactor: { unit: '', what: 'what it is made of, against copper', sample: [0.7, 1] },
  },
  source: 'table of the rule profile; copper-clad aluminium carries less (general knowledge, no source)',
  compute: ({ copperA, materialFactor }) => copperA * materialFactor,
});

/** Current a conductor may carry all day where it lies. */
export const ampacity = declareFormula({
  id: 'cable.ampacity',
  title: 'Ampacity where it lies',
  formula: 'tableA * ambientFactor * bundleFactor',
  unit: 'A',
  inputs: {
    tableA: { unit: 'A', what: 'table value for the area and temperature column', sample: [6, 475] },
    ambientFactor: { unit: '', what: 'ambient factor', sample: [0.4, 1.2] },
    bundleFactor: { unit: '', what: 'bundle factor of the profile', sample: [0.5, 1] },
  },
  source: 'table of the rule profile, derated',
  compute: ({ tableA, ambientFactor: ambient, bundleFactor }) => tableA * ambient * bundleFactor,
});

/** Volts lost along one conductor. */
export const dropV = declareFormula({
  id: 'cable.drop',
  title: 'Volts lost along this cable',
  formula: 'currentA * resistanceOhm',
  unit: 'V',
  inputs: {
    currentA: { unit: 'A', what: 'operating current', sample: [0, 300] },
    resistanceOhm: { unit: 'Ω', what: 'resistance, hot', sample: [0.0001, 0.5] },
  },
  source: 'ΔV = I·R',
  compute: ({ currentA, resistanceOhm }) => currentA * resistanceOhm,
});

/** Drop from the source to a consumer, both poles, as a share of nominal. */
export const dropShare = declareFormula({
  id: 'circuit.dropShare',
  title: 'Drop from the source, both poles, of nominal',
  formula: '(plusDropV + minusDropV) / systemVoltageV',
  unit: '',
  inputs: {
    plusDropV: { unit: 'V', what: 'lost from source plus to the terminal', sample: [0, 2] },
    minusDropV: { unit: 'V', what: 'lost from the terminal back to source minus', sample: [0, 2] },
    systemVoltageV: { unit: 'V', what: 'nominal voltage', sample: [12, 48] },
  },
  source: 'sum over the path, out and back',
  compute: ({ plusDropV, minusDropV, systemVoltageV }) => (plusDropV + minusDropV) / systemVoltageV,
});

/** Strip length for a barrel. */
export const stripLength = declareFormula({
  id: 'termination.strip',
  title: 'Strip length',
  formula: 'barrelDepthMm + extraMm',
  unit: 'mm',
  inputs: {
    barrelDepthMm: { unit: 'mm', what: 'barrel depth of the lug', sample: [6, 40] },
    extraMm: { unit: 'mm', what: 'workshop extra', sample: [1, 3] },
  },
  source: 'barrel depth + 1–3 mm (common practice, no source)',
  compute: ({ barrelDepthMm, extraMm }) => barrelDepthMm + extraMm,
});

/** Bites along a barrel. */
export const bites = declareFormula({
  id: 'termination.bites',
  title: 'Bites along the barrel',
  formula: 'barrelDepthMm > 15 ? 2 : 1',
  unit: '',
  inputs: { barrelDepthMm: { unit: 'mm', what: 'barrel depth of the lug', sample: [6, 40] } },
  source: 'two along a long barrel (common practice, no source)',
  compute: ({ barrelDepthMm }) => (barrelDepthMm > 15 ? 2 : 1),
});

/** Heat-shrink length. */
export const shrinkLength = declareFormula({
  id: 'termination.shrink',
  title: 'Heat-shrink length',
  formula: 'ceil((barrelDepthMm + extraMm) * 11 / 50) * 5',
  unit: 'mm',
  inputs: {
    barrelDepthMm: { unit: 'mm', what: 'barrel depth', sample: [6, 40] },
    extraMm: { unit: 'mm', what: 'over the barrel and the cable', sample: [20, 40] },
  },
  source: 'barrel + 20–40 mm, 10 % longitudinal loss (common practice, no source)',
  // Multiplied before it is divided: 50 × 1.1 is a hair over 55 to a computer.
  compute: ({ barrelDepthMm, extraMm }) => Math.ceil(((barrelDepthMm + extraMm) * 11) / 50) * 5,
});

/** What a conductor warms to under its load: heating goes by the square of the current. */
export const conductorTemperature = declareFormula({
  id: 'cable.conductorTemperature',
  title: 'Conductor temperature under its load',
  formula: 'min(columnC, ambientC + max(0, columnC - ambientC) * (currentA / ampacityA) ^ 2)',
  unit: '°C',
  inputs: {
    columnC: { unit: '°C', what: 'temperature its ampacity is given for', sample: [70, 105] },
    ambientC: { unit: '°C', what: 'hottest place along it', sample: [20, 50] },
    currentA: { unit: 'A', what: 'design current', sample: [1, 90] },
    ampacityA: { unit: 'A', what: 'what it carries where it lies', sample: [91, 300] },
  },
  source:
    'losses I²R against the temperature that the ampacity table allows (IEC 60287 in its simplest form, from memory)',
  compute: ({ columnC, ambientC, currentA, ampacityA }) =>
    Math.min(columnC, ambientC + Math.max(0, columnC - ambientC) * (currentA / ampacityA) ** 2),
});

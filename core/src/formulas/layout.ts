import { declareFormula } from '../engine/formula.ts';

/** Mass of a panel without its holes. */
export const panelMass = declareFormula({
  id: 'layout.panelMass',
  title: 'Mass of the panel',
  formula: 'areaM2 * thicknessMm / 1000 * densityKgM3',
  unit: 'kg',
  inputs: {
    areaM2: { unit: 'm²', what: 'area of the outline', sample: [0.05, 2] },
    thicknessMm: { unit: 'mm', what: 'thickness', sample: [3, 30] },
    densityKgM3: { unit: 'kg/m³', what: 'density of the material', sample: [600, 1100] },
  },
  source: 'volume × density',
  compute: ({ areaM2, thicknessMm, densityKgM3 }) => (areaM2 * thicknessMm * densityKgM3) / 1000,
});

/** Centre of mass along one axis. */
export const centreOfMass = declareFormula({
  id: 'layout.centreOfMass',
  title: 'Centre of mass',
  formula: 'momentKgMm / massKg',
  unit: 'mm',
  inputs: {
    momentKgMm: { unit: 'kg·mm', what: 'sum of mass × place', sample: [0, 10000] },
    massKg: { unit: 'kg', what: 'mass', sample: [1, 60] },
  },
  source: 'statics',
  compute: ({ momentKgMm, massKg }) => momentKgMm / massKg,
});

/** Pull on the most loaded fixing of a board that hangs upright and would turn about its lowest row. */
export const fixingLoad = declareFormula({
  id: 'layout.fixingLoad',
  title: 'Pull on the highest fixing',
  formula: 'massKg * gravity * outMm * armMm / sumArmsMm2',
  unit: 'N',
  inputs: {
    massKg: { unit: 'kg', what: 'mass of the board', sample: [1, 60] },
    gravity: { unit: 'm/s²', what: 'standard gravity', sample: [9.8, 9.81] },
    outMm: { unit: 'mm', what: 'how far in front of the wall the weight acts', sample: [0, 150] },
    armMm: { unit: 'mm', what: 'highest fixing over the lowest', sample: [100, 800] },
    sumArmsMm2: { unit: 'mm²', what: 'sum of the squared arms of all fixings', sample: [10000, 1000000] },
  },
  source: 'statics: rigid plate, pulls in proportion to the arm',
  compute: ({ massKg, gravity, outMm, armMm, sumArmsMm2 }) => (massKg * gravity * outMm * armMm) / sumArmsMm2,
});

/** Strip a formed link with two bends is cut from. */
export const formedLength = declareFormula({
  id: 'layout.formedLength',
  title: 'Flat length of a formed link',
  formula: '2 * widthMm + slopeMm + 2 * (arcMm - 2 * setbackMm)',
  unit: 'mm',
  inputs: {
    widthMm: { unit: 'mm', what: 'each palm, as long as the strip is wide', sample: [10, 50] },
    slopeMm: { unit: 'mm', what: 'straight from palm to palm', sample: [5, 300] },
    arcMm: { unit: 'mm', what: 'neutral line through one bend', sample: [0, 12] },
    setbackMm: { unit: 'mm', what: 'from bend to apex, outside', sample: [0, 12] },
  },
  source: 'sheet metal practice: flats to the apex, less two setbacks a bend, plus its arc',
  compute: ({ widthMm, slopeMm, arcMm, setbackMm }) => 2 * widthMm + slopeMm + 2 * (arcMm - 2 * setbackMm),
});

/** Length of the neutral line through one bend of flat copper. */
export const bendAllowance = declareFormula({
  id: 'layout.bendAllowance',
  title: 'Bend allowance',
  formula: 'angleDeg * pi / 180 * (radiusMm + neutralShare * thicknessMm)',
  unit: 'mm',
  inputs: {
    angleDeg: { unit: '°', what: 'angle bent through', sample: [5, 90] },
    radiusMm: { unit: 'mm', what: 'inner radius', sample: [1, 10] },
    neutralShare: { unit: '', what: 'place of the neutral line in the thickness', sample: [0.33, 0.5] },
    thicknessMm: { unit: 'mm', what: 'thickness', sample: [2, 10] },
  },
  source: 'sheet metal practice: arc of the neutral line; its place 0.4 of the thickness, from memory',
  compute: ({ angleDeg, radiusMm, neutralShare, thicknessMm }) =>
    ((angleDeg * Math.PI) / 180) * (radiusMm + neutralShare * thicknessMm),
});

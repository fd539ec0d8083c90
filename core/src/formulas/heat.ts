import { declareFormula } from '../engine/formula.ts';

/** What a converter turns into heat at full work. */
export const converterLoss = declareFormula({
  id: 'heat.converter',
  title: 'Heat of a converter at full work',
  formula: 'outputW * (1 / efficiencyShare - 1) + idleW',
  unit: 'W',
  inputs: {
    outputW: { unit: 'W', what: 'what it gives at most', sample: [50, 5000] },
    efficiencyShare: { unit: '', what: 'efficiency by its sheet', sample: [0.8, 0.98] },
    idleW: { unit: 'W', what: 'what it takes with nothing to do', sample: [0, 40] },
  },
  source: 'balance of power: what goes in and does not come out is heat; 1000 W at 0.9: 111 W (worked)',
  compute: ({ outputW, efficiencyShare, idleW }) => outputW * (1 / efficiencyShare - 1) + idleW,
});

/** The surface of a box on a wall that gives off heat, by how well each side does. */
export const coolingArea = declareFormula({
  id: 'heat.coolingArea',
  title: 'Surface that cools what is shut in',
  formula: '1.4 * widthM * (heightM + depthM) + 1.8 * depthM * heightM',
  unit: 'm²',
  inputs: {
    widthM: { unit: 'm', what: 'width of the panel', sample: [0.2, 1.5] },
    heightM: { unit: 'm', what: 'height of the panel', sample: [0.2, 1.2] },
    depthM: { unit: 'm', what: 'room under the lid, or behind the panel', sample: [0.05, 0.5] },
  },
  source:
    'effective cooling surface of an enclosure with its back on a wall, after IEC TR 60890 (from memory); 0.6 × 0.4 × 0.2 m: 0.648 m² (worked)',
  compute: ({ widthM, heightM, depthM }) => 1.4 * widthM * (heightM + depthM) + 1.8 * depthM * heightM,
});

/** The surface of the room behind a panel that gives off heat where a lid shuts in its front. */
export const coolingSides = declareFormula({
  id: 'heat.coolingSides',
  title: 'Surface that cools the room behind',
  formula: '1.4 * widthM * depthM + 1.8 * depthM * heightM',
  unit: 'm²',
  inputs: {
    widthM: { unit: 'm', what: 'width of the panel', sample: [0.2, 1.5] },
    heightM: { unit: 'm', what: 'height of the panel', sample: [0.2, 1.2] },
    depthM: { unit: 'm', what: 'room behind the panel', sample: [0.02, 0.5] },
  },
  source:
    'the same without its front, which warm air lies before (after IEC TR 60890, from memory); 0.6 × 0.4 × 0.05 m: 0.078 m² (worked)',
  compute: ({ widthM, heightM, depthM }) => 1.4 * widthM * depthM + 1.8 * depthM * heightM,
});

/** How much warmer the air in a shut box gets than that around it. */
export const airRise = declareFormula({
  id: 'heat.airRise',
  title: 'Rise of the air that is shut in',
  formula: 'lossW / (wPerM2K * areaM2)',
  unit: 'K',
  inputs: {
    lossW: { unit: 'W', what: 'heat of everything shut in with it', sample: [1, 400] },
    wPerM2K: { unit: 'W/(m²·K)', what: 'heat a wall of the box passes', sample: [3, 6] },
    areaM2: { unit: 'm²', what: 'surface that cools', sample: [0.1, 4] },
  },
  source:
    'simple rule for sealed enclosures: ΔT = P/(k·A) (from memory); 30 W, 3.5 W/(m²·K), 0.648 m²: 13.2 K (worked)',
  compute: ({ lossW, wPerM2K, areaM2 }) => lossW / (wPerM2K * areaM2),
});

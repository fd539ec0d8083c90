import { declareFormula } from '../engine/formula.ts';

/** Points of a practice run: a hundred for finding it at once, less for every reading and minute over par and each wrong guess. */
export const practiceScore = declareFormula({
  id: 'practice.score',
  title: 'Points',
  formula: 'max(0, 100 - 4 * max(0, readings - parReadings) - 2 * max(0, minutes - parMinutes) - 20 * wrongGuesses)',
  unit: '',
  inputs: {
    readings: { unit: '', what: 'taken with the meter', sample: [1, 40] },
    parReadings: { unit: '', what: 'a practised person needs', sample: [3, 12] },
    minutes: { unit: 'min', what: 'from start to end', sample: [1, 40] },
    parMinutes: { unit: 'min', what: 'a practised person needs', sample: [5, 20] },
    wrongGuesses: { unit: '', what: 'faults named that were none', sample: [0, 4] },
  },
  source: 'house rule of this trainer',
  compute: ({ readings, parReadings, minutes, parMinutes, wrongGuesses }) =>
    Math.max(
      0,
      100 - 4 * Math.max(0, readings - parReadings) - 2 * Math.max(0, minutes - parMinutes) - 20 * wrongGuesses,
    ),
});

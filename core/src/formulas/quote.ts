import { declareFormula } from '../engine/formula.ts';

/** Hours of one kind of work: so many things, so long each, as this workshop's past jobs have really taken. */
export const workHours = declareFormula({
  id: 'quote.workHours',
  title: 'Hours of work',
  formula: '(fixedHours + count * hoursEach) * pastFactor',
  unit: 'h',
  inputs: {
    fixedHours: { unit: 'h', what: 'for the job as such', sample: [0, 30] },
    count: { unit: '', what: 'things to do', sample: [1, 200] },
    hoursEach: { unit: 'h', what: 'for each', sample: [0.02, 0.5] },
    pastFactor: { unit: '', what: 'recorded over reckoned hours of past jobs', sample: [0.6, 2] },
  },
  source: 'common practice, no source: about 80 cables in a day; scaled by the workshop’s own records',
  compute: ({ fixedHours, count, hoursEach, pastFactor }) => (fixedHours + count * hoursEach) * pastFactor,
});

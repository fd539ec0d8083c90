import { finding } from '../finding.ts';
import { atEnd, ends } from './oneEnd.ts';

/** Bare barrels no tube slides over and shrinks on. */
export const noShrinkFits = finding({
  id: 'no-shrink-fits',
  subject: 'ends',
  station: 'cables',
  severity: { warn: 'bad practice' },
  protects: 'the end: a bare barrel beside another one',
  source: 'catalogue: tube bores before and after (common practice, no source)',
  limits: {},
  reads: { ends },
  judge: ({ ends }) =>
    ends
      .filter(({ end }) => end.wantsShrink && !end.shrinkId)
      .map((one) => ({
        ...atEnd(one),
        says: `No heat-shrink goes over the barrel of ${one.end.lugName} and grips ${one.made.designation}`,
        why: 'the tube must slide over the barrel before and be narrower than the cable after: tape it, or find a tube of a higher ratio',
      })),
});

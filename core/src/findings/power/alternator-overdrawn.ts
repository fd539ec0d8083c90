import { finding } from '../finding.ts';
import { alternatorTaps } from './alternatorTaps.ts';
import { about, whole } from './powerWords.ts';

/** A charger that takes more than the alternator or its tap may give. */
export const alternatorOverdrawn = finding({
  id: 'alternator-overdrawn',
  subject: 'power',
  station: 'power',
  severity: { warn: 'disappoints' },
  protects: 'the alternator and the fuse of its tap',
  source: 'sources sheet; part sheet: input current',
  limits: {
    limitA: { setBy: 'job', unit: 'A', what: 'what the alternator or its tap may give', source: 'sources sheet' },
  },
  reads: { alternatorTaps },
  judge: ({ alternatorTaps }) =>
    alternatorTaps
      .filter(({ inputA, limitA }) => inputA > limitA + 1e-9)
      .map(({ item, inputA, limitA }) => ({
        ...about([item]),
        says: `${item.designation} takes ${whole(inputA)} A, the alternator may give ${whole(limitA)} A`,
        why: 'a smart alternator or a fused tap will not bear it; use a smaller charger, or one whose input is set lower',
      })),
});

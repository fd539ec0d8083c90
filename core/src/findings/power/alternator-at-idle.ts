import { finding } from '../finding.ts';
import { alternatorTaps } from './alternatorTaps.ts';
import { about, whole } from './powerWords.ts';

/** A charger that takes more than the alternator spares at idle. */
export const alternatorAtIdle = finding({
  id: 'alternator-at-idle',
  subject: 'power',
  station: 'power',
  severity: { note: 'to know' },
  protects: 'the starter battery: it makes up the rest while the engine idles',
  source: 'sources sheet; part sheet: input current',
  limits: {
    idleMaxA: { setBy: 'job', unit: 'A', what: 'what the alternator spares at idle', source: 'sources sheet' },
  },
  reads: { alternatorTaps },
  judge: ({ alternatorTaps }) =>
    alternatorTaps
      .filter(
        ({ inputA, limitA, alternator: a }) =>
          inputA <= limitA + 1e-9 && a.idleShare !== 0 && inputA > a.idleMaxA + 1e-9,
      )
      .map(({ item, inputA, alternator }) => ({
        ...about([item]),
        says: `At idle the alternator spares ${whole(alternator.idleMaxA)} A, ${item.designation} takes ${whole(inputA)} A`,
        why: 'the starter battery makes up the rest while the engine idles; use a charger that waits for speed, or set it lower',
      })),
});

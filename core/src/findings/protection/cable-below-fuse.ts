import { profile } from '../../stages/inputs.ts';
import { parts, seatOf } from '../../stages/stages.ts';
import { ampsInWords as amps } from '../../words.ts';
import { finding } from '../finding.ts';
import { seatName } from '../places.ts';
import { names } from '../views.ts';
import { belowCurrent, judgedCables, short, unlockSize } from './judgedCables.ts';

/** A conductor that carries less than its fuse holds. */
export const cableBelowFuse = finding({
  id: 'cable-below-fuse',
  subject: 'protection',
  station: 'circuit',
  severity: { stop: 'destroys' },
  protects: 'the conductor: an overload its fuse never sees burns it',
  source: "fuse at most the cable's ampacity (IEC 60364-4-43 433.1)",
  limits: {
    ampacityA: {
      setBy: 'profile',
      unit: 'A',
      what: 'what the conductor carries where it lies',
      source: 'ampacity table',
    },
  },
  reads: { judgedCables, profile, seatOf, names, parts },
  judge: ({ judgedCables, profile, seatOf, names, parts }) =>
    judgedCables
      .filter((j) => short(j.guardA, j.sized) && !belowCurrent(j))
      .map((j) => {
        const { cable, sized, guardKeys, guardA } = j;
        const guard = guardKeys.map((k) => seatName({ names, parts }, seatOf, k)).join(' with ');
        const { value, mode, who, reason } = sized.conductor;
        return {
          entity: cable.id,
          where: { label: cable.designation, cableIds: [cable.id] },
          says: `${cable.designation} is below its fuse: ${value} mm² carries ${amps(sized.ampacityA)}, ${guard} holds ${amps(guardA)}`,
          why:
            mode === 'locked'
              ? `locked at ${value} mm² by ${who}: ${reason}`
              : 'no thicker cable fits its terminals: put a smaller fuse where this branch leaves the larger one',
          source: `fuse at most the cable's ampacity (IEC 60364-4-43 433.1); ${profile.ampacity.source}`,
          fixes: unlockSize(j),
        };
      }),
});

import { profile } from '../../stages/inputs.ts';
import { sizeText } from '../../tables/awg.ts';
import { ampsInWords as amps } from '../../words.ts';
import { finding } from '../finding.ts';
import { belowCurrent, judgedCables, unlockSize } from './judgedCables.ts';

/** A locked conductor too thin for its current. */
export const cableBelowCurrent = finding({
  id: 'cable-below-current',
  subject: 'protection',
  station: 'circuit',
  severity: { stop: 'destroys' },
  protects: 'the conductor: it overheats in daily use',
  source: 'ampacity table of the profile',
  limits: {
    ampacityA: {
      setBy: 'profile',
      unit: 'A',
      what: 'what the conductor carries where it lies',
      source: 'ampacity table',
    },
  },
  reads: { judgedCables, profile },
  judge: ({ judgedCables, profile }) =>
    judgedCables
      .filter((j) => belowCurrent(j) && j.sized.conductor.mode === 'locked')
      .map((j) => {
        const { cable, sized } = j;
        const { value } = sized.conductor;
        return {
          entity: cable.id,
          where: { label: cable.designation, cableIds: [cable.id] },
          says: `${cable.designation} is too thin for its current`,
          alike: {
            key: `${value} ${amps(sized.designCurrentA)} ${amps(sized.ampacityA)}`,
            says: (places) => `${places} are too thin for their current`,
          },
          why: `${amps(sized.designCurrentA)} continuous; ${sizeText(value)} carries ${amps(sized.ampacityA)} here (${sized.columnC} °C column)`,
          source: profile.ampacity.source,
          fixes: unlockSize(j),
        };
      }),
});

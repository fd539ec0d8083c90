import { profile } from '../../stages/inputs.ts';
import { sizeText } from '../../tables/awg.ts';
import { ampsInWords as amps } from '../../words.ts';
import { finding } from '../finding.ts';
import { belowCurrent, judgedCables } from './judgedCables.ts';

/** No catalogue size carries the current and fits both ends. */
export const noSizeFits = finding({
  id: 'no-size-fits',
  subject: 'protection',
  station: 'circuit',
  severity: { stop: 'cannot be built' },
  protects: 'the conductor: nothing that fits its ends carries its current',
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
      .filter((j) => belowCurrent(j) && j.sized.conductor.mode === 'auto')
      .map((j) => {
        const { cable, sized } = j;
        const { value, rejected } = sized.conductor;
        return {
          entity: cable.id,
          where: { label: cable.designation, cableIds: [cable.id] },
          says: `No catalogue size fits ${cable.designation}`,
          why: `${amps(sized.designCurrentA)} continuous; ${sizeText(value)} carries ${amps(sized.ampacityA)} here (${sized.columnC} °C column); ${rejected.filter((r) => r.value > value)[0]?.why ?? 'nothing larger is sold'}`,
          source: profile.ampacity.source,
        };
      }),
});

import { finding } from '../finding.ts';
import { laidCables } from './laidCables.ts';

/** Runs outdoors with nothing over them. */
export const openToTheWeather = finding({
  id: 'open-to-the-weather',
  subject: 'routes',
  station: 'cables',
  severity: { warn: 'bad practice' },
  protects: 'the cable: sun and water get at it',
  source: 'moving and outdoor runs (common practice, no source)',
  limits: {},
  reads: { laidCables },
  judge: ({ laidCables }) =>
    laidCables.flatMap(({ cable }) =>
      cable.segments
        .filter(({ environment: e }) => e.surroundings === 'outdoors' && !e.sheathed)
        .map((s) => ({
          entity: `${cable.id}/${s.id}`,
          where: { label: cable.designation, cableIds: [cable.id] },
          says: `${cable.designation} runs outdoors with nothing over it`,
          why: 'sun and water get at it: a sleeve all along, a drip loop before it comes in, caps and grease on its plugs',
        })),
    ),
});

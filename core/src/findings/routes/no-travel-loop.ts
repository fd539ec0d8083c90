import { finding } from '../finding.ts';
import { laidCables } from './laidCables.ts';

/** Runs between parts that move, with no loop. */
export const noTravelLoop = finding({
  id: 'no-travel-loop',
  subject: 'routes',
  station: 'cables',
  severity: { warn: 'bad practice' },
  protects: 'the cable: it is pulled off its end the first time the part moves',
  source: 'moving and outdoor runs (common practice, no source)',
  limits: {},
  reads: { laidCables },
  judge: ({ laidCables }) =>
    laidCables.flatMap(({ cable }) =>
      cable.segments
        .filter(({ environment: e }) => e.surroundings === 'moving' && e.travelMm <= 0)
        .map((s) => ({
          entity: `${cable.id}/${s.id}`,
          where: { label: cable.designation, cableIds: [cable.id] },
          says: `${cable.designation} runs between parts that move, with no loop for it`,
          why: 'say how far it moves: that much is added; fine strands, clipped on both sides, clear of edges',
        })),
    ),
});

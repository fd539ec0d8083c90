import { finding } from '../finding.ts';
import { laidCables } from './laidCables.ts';

/** Runs where it is damp. */
export const dampRun = finding({
  id: 'damp-run',
  subject: 'routes',
  station: 'cables',
  severity: { note: 'to know' },
  protects: 'the ends: they corrode',
  source: 'moving and outdoor runs (common practice, no source)',
  limits: {},
  reads: { laidCables },
  judge: ({ laidCables }) =>
    laidCables.flatMap(({ cable }) =>
      cable.segments
        .filter(({ environment: e }) => e.surroundings === 'damp' && !e.sheathed)
        .map((s) => ({
          entity: `${cable.id}/${s.id}`,
          where: { label: cable.designation, cableIds: [cable.id] },
          says: `${cable.designation} runs where it is damp`,
          why: 'tinned lugs, glue-lined shrink, ends pointing down',
        })),
    ),
});

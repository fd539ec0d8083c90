import { rows } from '../../engine/fact.ts';
import { cableLengths } from '../../stages/stages.ts';
import { finding } from '../finding.ts';
import { cableOf } from '../views.ts';

/** Lengths somebody still has to measure. */
export const runNotMeasured = finding({
  id: 'run-not-measured',
  subject: 'routes',
  station: 'cables',
  severity: { note: 'to know' },
  protects: 'whoever cuts: the length is a guess',
  source: 'board document: measured run',
  limits: {},
  reads: { lengths: rows(cableLengths, ['cableId', 'unmeasuredRun']), cableOf },
  judge: ({ lengths, cableOf }) =>
    lengths
      .filter((l) => l.unmeasuredRun)
      .map(({ cableId }) => {
        const cable = cableOf.get(cableId)!;
        const run = cable.segments.find((s) => s.kind === 'measuredRun' && !s.measured);
        return {
          entity: cableId,
          where: { label: cable.designation, cableIds: [cableId] },
          says: `${cable.designation} leaves the board and nobody has measured its run`,
          alike: { key: 'run', says: (places) => `${places} leave the board and nobody has measured their runs` },
          why: `a length is assumed, ${run?.kind === 'measuredRun' ? run.lengthMm : 0} mm here; drop, size and cut length depend on it`,
        };
      }),
});

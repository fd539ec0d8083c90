import { catalogueIndex } from '../../document/part/catalogueIndex.ts';
import { catalogue } from '../../stages/stages.ts';
import { finding } from '../finding.ts';
import { cableOf } from '../views.ts';
import { atEnd, ends, lockLugs } from './oneEnd.ts';

/** Plain copper where it gets damp turns green under the shrink. */
export const plainLugDamp = finding({
  id: 'plain-lug-damp',
  subject: 'ends',
  station: 'cables',
  severity: { warn: 'bad practice' },
  protects: 'the joint: it corrodes and warms',
  source: 'tinned terminals outdoors and in the damp (common practice, no source)',
  limits: {},
  reads: { ends, cableOf, catalogue },
  judge: ({ ends, cableOf, catalogue }) => {
    const { lug } = catalogueIndex(catalogue);
    return ends.flatMap((one) => {
      const found = lug.get(one.end.lug.value ?? '');
      const cable = cableOf.get(one.made.cableId);
      if (!found || found.surface === 'tinned' || !cable) return [];
      const wet = cable.segments.find((s) => s.environment.surroundings !== 'inside');
      if (!wet) return [];
      const tinned = catalogue.lugs.find((l) => l.id === found.id.replace('lugcu-', 'lug-'));
      return [
        {
          ...atEnd(one),
          says: `${found.name} on ${one.made.designation}, which runs ${wet.environment.surroundings}`,
          why: 'bare copper corrodes where it is damp and the joint warms',
          fixes: tinned
            ? [
                {
                  label:
                    one.end.lug.mode === 'locked'
                      ? 'Take the tinned one, the locked one let go'
                      : 'Take the tinned one',
                  commands: lockLugs(cableOf, [{ one, lugId: tinned.id }], 'damp'),
                },
              ]
            : [],
        },
      ];
    });
  },
});

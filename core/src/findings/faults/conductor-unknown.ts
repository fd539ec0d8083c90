import { fact } from '../../stages/inputs.ts';
import { finding } from '../finding.ts';

/** Cable nobody can vouch for. */
export const conductorUnknown = finding({
  id: 'conductor-unknown',
  subject: 'faults',
  station: 'circuit',
  severity: { warn: 'bad practice' },
  protects: 'against a fuse that only seems to match its wire',
  source: 'survey or reception of the cable',
  limits: {},
  reads: { cables: fact('cables', ['id', 'designation', 'material']) },
  judge: ({ cables }) =>
    cables
      .filter((c) => c.material === 'unknown')
      .map((cable) => ({
        entity: cable.id,
        where: { label: cable.designation, cableIds: [cable.id] },
        says: `${cable.designation} is reused cable of unknown make: its fuse cannot be confirmed`,
        why: 'counted as copper of its printed size; copper-clad aluminium carries a fifth less and drops half more',
        fixes: [
          {
            label: 'Count it as copper-clad aluminium',
            commands: [{ kind: 'set', collection: 'cables', id: cable.id, field: 'material', value: 'cca' }],
          },
        ],
      })),
});

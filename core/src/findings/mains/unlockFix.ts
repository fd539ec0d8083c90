import type { Id } from '../../document/basics.ts';
import type { Fix } from '../finding.ts';

/** Lets a locked size be worked out again. */
export const unlockFix = (cableId: Id): Fix[] => [
  {
    label: 'Let it be worked out',
    commands: [{ kind: 'set', collection: 'cables', id: cableId, field: 'conductorMm2', value: { mode: 'auto' } }],
  },
];

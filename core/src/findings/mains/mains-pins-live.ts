import { mains } from '../../stages/stages.ts';
import { finding } from '../finding.ts';
import { nameOf } from '../places.ts';
import { names } from '../views.ts';
import { LICENSED, MAINS_SOURCE } from './licensed.ts';

/** Dead inlets whose pins something else makes live. */
export const mainsPinsLive = finding({
  id: 'mains-pins-live',
  subject: 'mains',
  station: 'circuit',
  severity: { stop: 'hurts' },
  protects: 'whoever pulls the plug: its pins are live',
  source: MAINS_SOURCE,
  limits: {},
  reads: { mains, names },
  judge: ({ mains, names }) =>
    [...new Map(mains.states.flatMap((s) => s.livePins.map((p) => [[p.inletId, ...p.by].join(), p]))).values()].map(
      ({ inletId, by }) => ({
        entity: [inletId, ...by].join('/'),
        where: { label: [inletId, ...by].map((id) => nameOf(names, id)).join(', '), itemIds: [inletId, ...by] },
        says: `The pins of ${nameOf(names, inletId)} are live when nothing is plugged in`,
        why: `${by.map((id) => nameOf(names, id)).join(' and ')} feeds backwards into them: whoever pulls the plug can touch them. ${LICENSED}`,
      }),
    ),
});

import { mains } from '../../stages/stages.ts';
import { finding } from '../finding.ts';
import { nameOf } from '../places.ts';
import { names } from '../views.ts';
import { LICENSED, MAINS_SOURCE } from './licensed.ts';

/** Two sources on one mains line with nothing to part them. */
export const mainsBackFeed = finding({
  id: 'mains-back-feed',
  subject: 'mains',
  station: 'circuit',
  severity: { stop: 'hurts' },
  protects: 'the inverter, and whoever works on the line: each source makes the other live',
  source: MAINS_SOURCE,
  limits: {},
  reads: { mains, names },
  judge: ({ mains, names }) => {
    const clashes = new Map<string, { a: string; b: string }>();
    for (const s of mains.states) for (const c of s.clashes) clashes.set([c.a, c.b].sort().join(' '), c);
    return [...clashes.values()].map(({ a, b }) => ({
      entity: `${a}/${b}`,
      where: { label: [a, b].map((id) => nameOf(names, id)).join(', '), itemIds: [a, b] },
      says: `${nameOf(names, a)} and ${nameOf(names, b)} feed one mains line with nothing to part them`,
      why: `two sources out of step burn the inverter, and each makes the other live: a transfer relay belongs between. ${LICENSED}`,
    }));
  },
});

import { connections, parts } from '../../stages/stages.ts';
import { finding } from '../finding.ts';
import { placeName, terminalAt } from '../places.ts';
import { cableAt, names } from '../views.ts';
import { removeWire } from './removeWire.ts';

/** Wires that join terminals of different domains. */
export const domainMixed = finding({
  id: 'domain-mixed',
  subject: 'wiring',
  station: 'circuit',
  severity: { stop: 'hurts' },
  protects: 'whoever touches the d.c. side: mains, earth, signal and d.c. are never one wire',
  source: 'part sheet: domain of the terminals',
  limits: {},
  reads: { connections, cableAt, names, parts },
  judge: ({ connections, cableAt, names, parts }) =>
    connections.flatMap((c) => {
      const [a, b] = [c.from, c.to].map((ref) => terminalAt({ names, parts }, ref));
      if (!a || !b || a.domain === b.domain) return [];
      const cable = cableAt.get(c.id);
      const [from, to] = [c.from, c.to].map((ref) => placeName({ names, parts }, ref));
      return [
        {
          entity: c.id,
          where: {
            label: cable?.designation ?? from!,
            itemIds: [c.from.itemId, c.to.itemId],
            cableIds: cable ? [cable.id] : [],
          },
          says: `${from} (${a.domain}) is wired to ${to} (${b.domain})`,
          why: 'd.c., mains, earth and signal terminals are never joined by one wire',
          fixes: removeWire(c, cable),
        },
      ];
    }),
});

import { connectTerminals } from '../../document/connection/connect.ts';
import { fact } from '../../stages/inputs.ts';
import { connections, parts } from '../../stages/stages.ts';
import { finding } from '../finding.ts';
import { placeName } from '../places.ts';
import { cableAt, names, surfaces } from '../views.ts';

/** Connections that no cable carries. */
export const connectionWithoutCable = finding({
  id: 'connection-without-cable',
  subject: 'wiring',
  station: 'circuit',
  severity: { stop: 'cannot be built' },
  protects: 'the assembler: the wire is drawn, and nothing is cut for it',
  source: 'board document',
  limits: {},
  reads: {
    connections,
    cableAt,
    names,
    parts,
    items: surfaces,
    cables: fact('cables', ['id', 'designation']),
  },
  judge: ({ connections, cableAt, names, parts, items, cables }) =>
    connections
      .filter((c) => !cableAt.has(c.id))
      .map((c) => {
        const [from, to] = [c.from, c.to].map((ref) => placeName({ names, parts }, ref));
        return {
          entity: c.id,
          where: { label: from!, itemIds: [c.from.itemId, c.to.itemId], terminals: [c.from, c.to] },
          says: `No cable carries ${from} to ${to}`,
          why: 'the connection is drawn, but nothing would be cut for it',
          fixes: [
            {
              label: 'Make a cable for it',
              commands: [
                ...connectTerminals({ items, cables }, c.from, c.to, { seed: c.id }),
                { kind: 'remove', collection: 'connections', id: c.id },
              ],
            },
          ],
        };
      }),
});

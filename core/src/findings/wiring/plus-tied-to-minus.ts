import { connectionOf, netlist, parts, potentials } from '../../stages/stages.ts';
import { finding } from '../finding.ts';
import { placeName } from '../places.ts';
import { cableAt, names } from '../views.ts';
import { removeWire } from './removeWire.ts';

/** Wires that join two different potentials. */
export const plusTiedToMinus = finding({
  id: 'plus-tied-to-minus',
  subject: 'wiring',
  station: 'circuit',
  severity: { stop: 'hurts' },
  protects: 'whoever puts the last wire on: it is a dead short',
  source: 'nominal potentials of the sources (Kirchhoff)',
  limits: {},
  reads: { netlist, potentials, connectionOf, cableAt, names, parts },
  judge: ({ netlist, potentials, connectionOf, cableAt, names, parts }) =>
    [...netlist.ties, ...potentials.clashes].map(({ connectionId, differenceV }) => {
      const connection = connectionOf.get(connectionId)!;
      const cable = cableAt.get(connectionId);
      const place = [connection.from, connection.to].map((ref) => placeName({ names, parts }, ref)).join(' and ');
      return {
        entity: connectionId,
        where: {
          label: cable?.designation ?? place,
          itemIds: [connection.from.itemId, connection.to.itemId],
          cableIds: cable ? [cable.id] : [],
        },
        says: `Plus is tied to minus: ${cable?.designation ?? 'a wire'} closes a ring through ${place}`,
        why: `the ring joins points ${differenceV.toFixed(0)} V apart with nothing but wire`,
        fixes: removeWire(connection, cable),
      };
    }),
});

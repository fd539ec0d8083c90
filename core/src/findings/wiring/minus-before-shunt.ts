import { fact } from '../../stages/inputs.ts';
import { connections, netlist, parts, potentials } from '../../stages/stages.ts';
import { type Fix, finding } from '../finding.ts';
import { nodeAt, placeName } from '../places.ts';
import { cableAt, names, used } from '../views.ts';
import { freeSpots, terminalRefAt } from './freeSpots.ts';
import { SHUNT_SOURCE, shuntSides } from './shunts.ts';

/** Every minus except the battery's own must be on the load side of the shunt. */
export const minusBeforeShunt = finding({
  id: 'minus-before-shunt',
  subject: 'wiring',
  station: 'circuit',
  severity: { stop: 'destroys' },
  protects: 'the bank: its monitor counts wrong, and nobody sees it empty',
  source: SHUNT_SOURCE,
  limits: {},
  reads: {
    shuntSides,
    netlist,
    potentials,
    connections,
    used,
    cableAt,
    names,
    parts,
    items: fact('items', ['id', 'partId']),
  },
  judge: ({ shuntSides, cableAt, names, ...at }) => {
    const { netlist, potentials, connections, parts } = at;
    const ports = [
      ...[...netlist.consumers, ...netlist.charging].map((c) => ({ itemId: c.item.id, node: c.minus })),
      ...netlist.chargers.flatMap((c) => [c.input, c.output].map((p) => ({ itemId: c.item.id, node: p.minus }))),
    ];
    return shuntSides
      .filter((s) => !s.batterySide.has(s.loadSide))
      .flatMap(({ item, loadSide, batterySide }) =>
        ports
          .filter(({ node }) => batterySide.has(node))
          .map(({ itemId, node }) => {
            const bad = names.get(itemId)!;
            const ref = terminalRefAt(at, bad, node);
            const wires = connections.filter(
              (c) => ref && (nodeAt(netlist, c.from) === node || nodeAt(netlist, c.to) === node),
            );
            const spot = freeSpots(at, 'minus', potentials.netOf[loadSide] ?? null).find(
              (s) => !batterySide.has(nodeAt(netlist, s)),
            );
            const wire = wires[0];
            const fixes: Fix[] = [];
            if (spot && wire && wires.length === 1) {
              const farEnd = nodeAt(netlist, wire.from) === node ? 'to' : 'from';
              fixes.push({
                label: `Move it to ${placeName({ names, parts }, spot)}`,
                commands: [{ kind: 'set', collection: 'connections', id: wire.id, field: farEnd, value: spot }],
              });
            }
            const cable = wire && cableAt.get(wire.id);
            return {
              entity: `${item.id}/${itemId}`,
              where: {
                label: bad.designation,
                itemIds: [itemId],
                cableIds: cable ? [cable.id] : [],
                terminals: ref ? [ref] : [],
              },
              says: `${bad.designation}'s minus is on the battery side of ${item.designation}`,
              why: 'its current does not pass the shunt, so the monitor counts wrong',
              fixes,
            };
          }),
      );
  },
});

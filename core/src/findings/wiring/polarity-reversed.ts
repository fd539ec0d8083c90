import type { Command } from '../../document/commands.ts';
import { field } from '../../engine/fact.ts';
import { fact } from '../../stages/inputs.ts';
import { SAME_SIDE_V } from '../../stages/netlist/potentials.ts';
import { connections, demand, netlist, parts, potentials } from '../../stages/stages.ts';
import { type Draft, finding } from '../finding.ts';
import { nodeAt } from '../places.ts';
import { words } from '../views.ts';
import { terminalRefAt } from './freeSpots.ts';
import { wordsOf } from './unfed.ts';

/** Devices the wrong way round, and bars at the other potential. */
export const polarityReversed = finding({
  id: 'polarity-reversed',
  subject: 'wiring',
  station: 'circuit',
  severity: { stop: 'destroys' },
  protects: 'the device: most electronics die of it at once',
  source: 'part sheet: polarity of the terminals',
  limits: {
    sameSideV: {
      value: SAME_SIDE_V,
      unit: 'V',
      what: 'from the bank’s minus: nearer is the minus side',
      source: 'common practice, no source',
    },
  },
  reads: {
    unfed: field(demand, 'unfed'),
    netlist,
    potentials,
    connections,
    parts,
    words,
    items: fact('items', ['id', 'designation', 'partId']),
  },
  judge: ({ unfed, netlist, potentials, connections, parts, words, items }, { sameSideV }) => {
    const ports = new Map<string, { plus: number; minus: number }>();
    for (const c of [...netlist.consumers, ...netlist.charging]) ports.set(c.key, c);
    for (const c of netlist.chargers) {
      ports.set(c.input.key, c.input);
      ports.set(c.output.key, c.output);
    }
    /** Exchanges the far ends of the wires at two terminals of an item. */
    const swap = (itemId: string, port: { plus: number; minus: number }): Command[] =>
      connections.flatMap((connection) =>
        (['from', 'to'] as const).flatMap((end): Command[] => {
          const ref = connection[end];
          if (ref.itemId !== itemId) return [];
          const node = nodeAt(netlist, ref);
          const other = node === port.plus ? port.minus : node === port.minus ? port.plus : null;
          const target = other === null ? null : terminalRefAt({ parts, netlist }, words.get(itemId), other);
          return target
            ? [{ kind: 'set', collection: 'connections', id: connection.id, field: end, value: target }]
            : [];
        }),
      );
    const devices = unfed.flatMap(({ itemId, key, reversed }): Draft<'stop'>[] => {
      const item = words.get(itemId);
      const port = ports.get(key);
      if (!item || !reversed || !port) return [];
      return [
        {
          entity: key,
          where: { label: item.designation, itemIds: [itemId] },
          says: `${wordsOf(item)} is connected the wrong way round`,
          why: `its plus terminal lies ${Math.abs(potentials.nodeV[port.plus]! - potentials.nodeV[port.minus]!).toFixed(0)} V below its minus terminal`,
          fixes: [{ label: 'Swap its two wires', commands: swap(itemId, port) }].filter((f) => f.commands.length > 0),
        },
      ];
    });
    const bars = items.flatMap((item): Draft<'stop'>[] => {
      const part = parts.get(item.partId);
      if (part?.kind !== 'busBar') return [];
      const terminal = part.terminals[0];
      if (!terminal || terminal.polarity === 'none') return [];
      const v = potentials.nodeV[nodeAt(netlist, { itemId: item.id, terminalId: terminal.id })]!;
      const wrong = terminal.polarity === 'plus' ? v < sameSideV : v > sameSideV;
      if (Number.isNaN(v) || !wrong) return [];
      return [
        {
          entity: item.id,
          where: { label: item.designation, itemIds: [item.id] },
          says: `${item.designation} is a ${terminal.polarity} bar at the ${terminal.polarity === 'plus' ? 'minus' : 'plus'} potential`,
          why: `it lies ${v.toFixed(0)} V above the bank's minus`,
        },
      ];
    });
    return [...bars, ...devices];
  },
});

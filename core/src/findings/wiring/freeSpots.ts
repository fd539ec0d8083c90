import { deviceOf } from '../../devices/registry.ts';
import type { Id } from '../../document/basics.ts';
import type { TerminalRef } from '../../document/connection/connection.ts';
import type { Item } from '../../document/item/item.ts';
import type { Part } from '../../document/part/part.ts';
import { bankTerminals } from '../../stages/bench/bankTerminals.ts';
import type { Netlist } from '../../stages/netlist/netlist.ts';
import type { Potentials } from '../../stages/netlist/potentials.ts';
import { nodeAt } from '../places.ts';

/** The net of the bank's plus or minus; null where there is no bank. */
export function bankNet(netlist: Netlist, potentials: Potentials, pole: 'plus' | 'minus'): number | null {
  const bank = bankTerminals(netlist, potentials);
  return bank && potentials.netOf[nodeAt(netlist, bank[pole])]!;
}

/** Free studs of bus bars and fuse blocks at a potential side, for fixes that connect something. */
export function freeSpots(
  at: {
    items: readonly Pick<Item, 'id' | 'partId'>[];
    parts: ReadonlyMap<Id, Part>;
    used: ReadonlySet<string>;
    netlist: Netlist;
    potentials: Potentials;
  },
  polarity: 'plus' | 'minus',
  net: number | null,
): TerminalRef[] {
  const spots: TerminalRef[] = [];
  for (const item of at.items) {
    const part = at.parts.get(item.partId);
    if (!part || !deviceOf(part.kind).distributes) continue;
    for (const t of part.terminals) {
      const ref = { itemId: item.id, terminalId: t.id };
      if (t.polarity !== polarity || t.required || at.used.has(`${item.id} ${t.id}`)) continue;
      if (net !== null && at.potentials.netOf[nodeAt(at.netlist, ref)] !== net) continue;
      spots.push(ref);
    }
  }
  return spots;
}

/** The terminal of an item that lies at a node. */
export function terminalRefAt(
  at: { parts: ReadonlyMap<Id, Part>; netlist: Netlist },
  item: Pick<Item, 'id' | 'partId'> | undefined,
  node: number,
): TerminalRef | null {
  const terminal =
    item &&
    at.parts
      .get(item.partId)
      ?.terminals.find((t) => nodeAt(at.netlist, { itemId: item.id, terminalId: t.id }) === node);
  return terminal ? { itemId: item.id, terminalId: terminal.id } : null;
}

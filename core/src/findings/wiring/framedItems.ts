import type { Id } from '../../document/basics.ts';
import type { Connection } from '../../document/connection/connection.ts';
import type { Netlist } from '../../stages/netlist/netlist.ts';

/** Loads and chargers whose minus wire ends at a frame. */
export function framedItems(netlist: Netlist, connections: readonly Connection[]): { itemId: Id; frameId: Id }[] {
  const frames = new Set(netlist.frames.map((f) => f.itemId));
  if (frames.size === 0) return [];
  const takers = new Set([
    ...netlist.consumers.filter((c) => c.element.kind !== 'coil').map((c) => c.item.id),
    ...netlist.chargers.map((c) => c.item.id),
  ]);
  return connections.flatMap((c) => {
    const [a, b] = [c.from.itemId, c.to.itemId];
    if (frames.has(a) && takers.has(b)) return [{ itemId: b, frameId: a }];
    if (frames.has(b) && takers.has(a)) return [{ itemId: a, frameId: b }];
    return [];
  });
}

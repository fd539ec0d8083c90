import { deviceOf } from '../devices/registry.ts';
import type { Id } from '../document/basics.ts';
import type { Board } from '../document/board.ts';
import type { Item } from '../document/item/item.ts';
import type { Part, PartKind } from '../document/part/part.ts';
import type { Dossier } from '../dossier.ts';

/** Where one line meets a part: lines at one stud stand side by side, so that each can be read. */
export interface OneLinePort {
  connectionId: Id;
  /** Which side of the symbol its line leaves on: toward the source or toward the load. */
  side: 'in' | 'out';
}
export interface OneLineNode {
  itemId: Id;
  kind: PartKind;
  width: number;
  height: number;
  ports: OneLinePort[];
}
export interface OneLineEdge {
  connectionId: Id;
  cableId: Id;
  from: { itemId: Id; terminalId: Id };
  to: { itemId: Id; terminalId: Id };
}
export interface OneLine {
  nodes: OneLineNode[];
  edges: OneLineEdge[];
}

/** Room one line takes on a bar or a block. */
const PITCH = 26;

/**
 * The graph of the one-line drawing: one line for both poles, so only the plus side, links and signals are drawn, and
 * the minus side where it is asked for. Each line runs from the end nearer to its source.
 * @param withMinus draws the returns as well
 * @example
 * oneLineOf(board, parts, dossier, true).edges.length; // 7
 */
export function oneLineOf(
  board: Board,
  parts: ReadonlyMap<Id, Part>,
  dossier: Pick<Dossier, 'sizing'>,
  withMinus: boolean,
): OneLine {
  const items = new Map(board.items.map((i) => [i.id, i]));
  const wires = new Map(dossier.sizing.wires.map((w) => [w.connectionId, w]));
  const kindOf = (item: Item): PartKind => parts.get(item.partId)?.kind ?? 'load';
  const depth = depths(board, items, kindOf, (id) => wires.get(id)?.polarity === 'minus');
  const edges: OneLineEdge[] = [];
  for (const cable of board.cables) {
    for (const core of cable.cores) {
      const connection = board.connections.find((c) => c.id === core.connectionId);
      const wire = wires.get(core.connectionId);
      if (!connection || (!withMinus && wire?.polarity === 'minus')) continue;
      const [a, b] = [connection.from, connection.to];
      const forward = (depth.get(a.itemId) ?? 0) <= (depth.get(b.itemId) ?? 0);
      edges.push({ connectionId: connection.id, cableId: cable.id, from: forward ? a : b, to: forward ? b : a });
    }
  }
  const used = new Map<Id, OneLinePort[]>();
  const port = (itemId: Id, connectionId: Id, side: OneLinePort['side']) => {
    const own = used.get(itemId) ?? [];
    own.push({ connectionId, side });
    used.set(itemId, own);
  };
  for (const e of edges) {
    port(e.from.itemId, e.connectionId, 'out');
    port(e.to.itemId, e.connectionId, 'in');
  }
  const nodes = board.items
    .filter((i) => used.has(i.id) || (i.load === null && kindOf(i) !== 'load'))
    .filter((i) => withMinus || !(kindOf(i) === 'shunt' || isMinusBar(i, parts)) || used.has(i.id))
    .map((item): OneLineNode => {
      const kind = kindOf(item);
      const { widthPx: width, heightPx: height } = deviceOf(kind).oneLine;
      const ports = used.get(item.id) ?? [];
      const most = Math.max(ports.filter((p) => p.side === 'in').length, ports.filter((p) => p.side === 'out').length);
      return { itemId: item.id, kind, width, height: Math.max(height, most * PITCH), ports };
    });
  return { nodes, edges };
}

const isMinusBar = (item: Item, parts: ReadonlyMap<Id, Part>): boolean => {
  const part = parts.get(item.partId);
  return part?.kind === 'busBar' && part.terminals[0]?.polarity === 'minus';
};

/**
 * How far each item stands from the sources, in wires of the plus side; what only the minus side reaches comes after.
 * Ties and rings are settled by what kind of part it is.
 */
function depths(
  board: Board,
  items: ReadonlyMap<Id, Item>,
  kindOf: (i: Item) => PartKind,
  isMinus: (connectionId: Id) => boolean,
): Map<Id, number> {
  const depth = new Map<Id, number>();
  const queue = board.items.filter((i) => deviceOf(kindOf(i)).oneLine.rank === 0).map((i) => i.id);
  for (const id of queue) depth.set(id, 0);
  for (const minusToo of [false, true]) {
    const near = new Map<Id, Id[]>();
    const join = (a: Id, b: Id) => {
      const own = near.get(a);
      if (own) own.push(b);
      else near.set(a, [b]);
    };
    for (const c of board.connections) {
      if (!minusToo && isMinus(c.id)) continue;
      join(c.from.itemId, c.to.itemId);
      join(c.to.itemId, c.from.itemId);
    }
    for (let head = 0; head < queue.length; head++) {
      const id = queue[head]!;
      for (const other of near.get(id) ?? [])
        if (!depth.has(other)) {
          depth.set(other, depth.get(id)! + 1);
          queue.push(other);
        }
    }
  }
  for (const [id, d] of depth) depth.set(id, d * 10 + deviceOf(kindOf(items.get(id)!)).oneLine.rank);
  return depth;
}

import type { Id, PointMm } from '../basics.ts';
import type { Board } from '../board.ts';
import type { Cable, Segment } from '../cable/cable.ts';
import { applyCommands, type Command } from '../commands.ts';
import type { Connection } from '../connection/connection.ts';
import { nextDesignation, nextWireName } from '../designations.ts';
import { sameContent } from '../fingerprint.ts';
import { newId } from '../newId.ts';
import type { Part } from '../part/part.ts';
import type { Item } from './item.ts';

/** Parts lifted off a board with the wires among them, to be put down on this one or another. */
export interface CopiedItems {
  format: 'ombrik-parts';
  items: Item[];
  connections: Connection[];
  cables: Cable[];
  customParts: Part[];
}

/**
 * Lifts a copy of some items: what joins them among themselves comes along, what leads elsewhere does not.
 * @example
 * copyItems(board, new Set(['it_X1', 'it_F10'])).connections.length; // 1
 */
export function copyItems(board: Board, ids: ReadonlySet<Id>): CopiedItems {
  const items = board.items.filter((i) => ids.has(i.id));
  const connections = board.connections.filter((c) => ids.has(c.from.itemId) && ids.has(c.to.itemId));
  const carried = new Set(connections.map((c) => c.id));
  const partIds = new Set(items.map((i) => i.partId));
  return {
    format: 'ombrik-parts',
    items,
    connections,
    cables: board.cables.filter((c) => c.cores.every((k) => carried.has(k.connectionId))),
    customParts: board.customParts.filter((p) => partIds.has(p.id)),
  };
}

const SHIFT_MM = 20;
const shift = (p: PointMm): PointMm => ({ xMm: p.xMm + SHIFT_MM, yMm: p.yMm + SHIFT_MM });

/** Holes are the other board's; a cable that only went through one starts anew along this panel. */
function onPanel(segments: readonly Segment[], panelId: Id): Segment[] {
  const kept = segments.flatMap((s): Segment[] => {
    if (s.kind === 'passThrough') return [];
    const id = newId('sg');
    return [s.kind === 'panelRoute' ? { ...s, id, panelId, waypoints: s.waypoints.map(shift) } : { ...s, id }];
  });
  const through = segments[0]!;
  if (kept.length > 0) return kept;
  return [
    {
      id: newId('sg'),
      kind: 'panelRoute',
      panelId,
      face: 'front',
      waypoints: [],
      laidBy: 'router',
      environment: through.environment,
    },
  ];
}

/**
 * Puts a copy down on a panel: everything gets ids and designations of its own, locked links of the other board's are let
 * go, and parts keep their places among each other.
 * @param parts of the board it comes to
 * @example
 * pasteItems(board, { format: 'ombrik-parts', items: [], connections: [], cables: [], customParts: [] }, parts, 'pn_main').commands; // []
 */
export function pasteItems(
  board: Board,
  copied: CopiedItems,
  parts: ReadonlyMap<Id, Part>,
  panelId: Id,
): { commands: Command[]; itemIds: Id[] } {
  const commands: Command[] = [];
  let next = board;
  const put = (command: Command) => {
    commands.push(command);
    next = applyCommands(next, [command]).board;
  };
  const panel = board.panels.find((p) => p.id === panelId) ?? board.panels[0]!;
  const partOf = new Map<Id, Id>();
  for (const part of copied.customParts) {
    const same = next.customParts.some((p) => sameContent(p, part));
    const id = same ? part.id : next.customParts.some((p) => p.id === part.id) ? newId('pt') : part.id;
    partOf.set(part.id, id);
    if (!same) put({ kind: 'add', collection: 'customParts', value: { ...part, id }, index: null });
  }
  const known = (id: Id) => parts.get(id) ?? copied.customParts.find((p) => p.id === id);
  const idOf = new Map<Id, Id>();
  const groupOf = new Map<Id, Id>();
  for (const item of copied.items) {
    const part = known(item.partId);
    if (!part) continue;
    const id = newId('it');
    idOf.set(item.id, id);
    if (item.groupId && !groupOf.has(item.groupId)) groupOf.set(item.groupId, newId('gr'));
    put({
      kind: 'add',
      collection: 'items',
      index: null,
      value: {
        ...item,
        id,
        partId: partOf.get(item.partId) ?? item.partId,
        designation: nextDesignation(next.items, part.kind),
        place: item.place.kind === 'panel' ? { ...item.place, ...shift(item.place), panelId: panel.id } : item.place,
        load: item.load && { ...item.load, groupId: null },
        held: false,
        groupId: item.groupId && groupOf.get(item.groupId)!,
        drawnAt: null,
        inserts: [],
        stacks: [],
      },
    });
  }
  const connectionOf = new Map<Id, Id>();
  for (const c of copied.connections) {
    const [from, to] = [idOf.get(c.from.itemId), idOf.get(c.to.itemId)];
    if (!from || !to) continue;
    const id = newId('cn');
    connectionOf.set(c.id, id);
    put({
      kind: 'add',
      collection: 'connections',
      index: null,
      value: { id, from: { ...c.from, itemId: from }, to: { ...c.to, itemId: to } },
    });
  }
  for (const cable of copied.cables) {
    const cores = cable.cores.flatMap((k) => {
      const connectionId = connectionOf.get(k.connectionId);
      return connectionId ? [{ ...k, id: newId('co'), connectionId }] : [];
    });
    if (cores.length < cable.cores.length) continue;
    put({
      kind: 'add',
      collection: 'cables',
      index: null,
      value: {
        ...cable,
        id: newId('cb'),
        designation: nextWireName(next.cables),
        cores,
        segments: onPanel(cable.segments, panel.id),
      },
    });
  }
  return { commands, itemIds: [...idOf.values()] };
}

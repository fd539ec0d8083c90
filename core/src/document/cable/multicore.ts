import type { Id } from '../basics.ts';
import type { Board } from '../board.ts';
import type { Command } from '../commands.ts';
import type { Connection } from '../connection/connection.ts';
import { nextWireName } from '../designations.ts';
import { newId } from '../newId.ts';
import type { Catalogue } from '../part/part.ts';
import type { Cable, Core } from './cable.ts';

const ownOf = (board: Board, cable: Cable): Connection[] =>
  cable.cores.flatMap((k) => board.connections.find((c) => c.id === k.connectionId) ?? []);
const pairOf = (c: Connection): string => [c.from.itemId, c.to.itemId].sort().join(' ');

/** Most conductors a sheathed cable of the catalogue has. */
const coresSold = (catalogue: Catalogue): number => Math.max(...catalogue.cableTypes.map((t) => t.cores));

/**
 * Cables that could lie in one sheath with a cable: between the same two parts, of the same metal.
 * @example
 * sheathMates(board, board.cables[5], catalogue).length; // 1
 */
export function sheathMates(board: Board, cable: Cable, catalogue: Catalogue): Cable[] {
  const own = ownOf(board, cable)[0];
  if (!own || cable.material === 'flatCopper') return [];
  return board.cables.filter(
    (c) =>
      c.id !== cable.id &&
      c.material === cable.material &&
      c.cores.length + cable.cores.length <= coresSold(catalogue) &&
      ownOf(board, c).length > 0 &&
      ownOf(board, c).every((x) => pairOf(x) === pairOf(own)),
  );
}

/**
 * Puts the cores of other cables into one: it keeps its name, its run and its place in the list. Cores are turned so that
 * all start at the same part. The size is worked out anew. Empty where one of them does not fit beside it.
 * @example
 * joinCables(board, board.cables[5].id, [], catalogue); // []
 */
export function joinCables(board: Board, cableId: Id, otherIds: readonly Id[], catalogue: Catalogue): Command[] {
  const cable = board.cables.find((c) => c.id === cableId);
  const first = cable && ownOf(board, cable)[0];
  if (!cable || !first || otherIds.length === 0) return [];
  const mates = new Set(sheathMates(board, cable, catalogue).map((c) => c.id));
  const others = otherIds.map((id) => board.cables.find((c) => c.id === id));
  const count = cable.cores.length + others.reduce((s, c) => s + (c?.cores.length ?? 0), 0);
  if (others.some((c) => !c || !mates.has(c.id)) || count > coresSold(catalogue)) return [];
  const commands: Command[] = [];
  const cores: Core[] = [...cable.cores];
  for (const other of others as Cable[]) {
    for (const core of other.cores) {
      const own = board.connections.find((c) => c.id === core.connectionId)!;
      const turned = own.from.itemId !== first.from.itemId;
      cores.push(turned ? { ...core, fromLug: core.toLug, toLug: core.fromLug } : core);
      if (turned)
        commands.push(
          { kind: 'set', collection: 'connections', id: own.id, field: 'from', value: own.to },
          { kind: 'set', collection: 'connections', id: own.id, field: 'to', value: own.from },
        );
    }
    commands.push({ kind: 'remove', collection: 'cables', id: other.id });
  }
  return [
    ...commands,
    { kind: 'set', collection: 'cables', id: cable.id, field: 'cores', value: cores },
    { kind: 'set', collection: 'cables', id: cable.id, field: 'conductorMm2', value: { mode: 'auto' } },
  ];
}

/**
 * Takes a sheathed cable apart: the first core keeps name and run, each further one becomes a wire of its own.
 * @example
 * splitCable(board, board.cables[5]); // []
 */
export function splitCable(board: Board, cable: Cable): Command[] {
  const [first, ...rest] = cable.cores;
  if (!first || rest.length === 0) return [];
  const taken: string[] = [];
  return [
    { kind: 'set', collection: 'cables', id: cable.id, field: 'cores', value: [first] },
    { kind: 'set', collection: 'cables', id: cable.id, field: 'conductorMm2', value: { mode: 'auto' } },
    ...rest.map((core): Command => {
      const designation = nextWireName(board.cables, taken);
      taken.push(designation);
      return {
        kind: 'add',
        collection: 'cables',
        index: null,
        value: {
          ...cable,
          id: newId('cb'),
          designation,
          cores: [core],
          segments: cable.segments.map((s) => ({ ...s, id: newId('sg') })),
          conductorMm2: { mode: 'auto' },
        },
      };
    }),
  ];
}

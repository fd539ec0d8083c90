import type { Id } from '../basics.ts';
import type { Connection } from './connection.ts';

/**
 * Whether a charger counts: on a board that is wired, one that is joined to nothing gives nothing. Before anything is
 * wired all of them are meant to.
 * @example
 * whoCounts([])('it_1'); // true
 */
export function whoCounts(connections: readonly Connection[]): (itemId: Id) => boolean {
  if (connections.length === 0) return () => true;
  const joined = new Set(connections.flatMap((c) => [c.from.itemId, c.to.itemId]));
  return (itemId) => joined.has(itemId);
}

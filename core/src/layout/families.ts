import type { Connection } from '../document/connection/connection.ts';
import { terminalOf } from '../stages/lengths/geometry.ts';

/** Mains, signals and power lie apart. */
export const FAMILIES = 3;

/** Which family a cable is of, as a small number: 0 power, 1 mains, 2 signals; by the terminal it begins at. */
export function familyOf(connection: Pick<Connection, 'from'>, lookup: Parameters<typeof terminalOf>[1]): number {
  const domain = terminalOf(connection.from, lookup)?.terminal.domain;
  return domain === 'ac' || domain === 'earth' ? 1 : domain === 'signal' ? 2 : 0;
}

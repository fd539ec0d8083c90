import type { Board } from '../document/board.ts';
import type { ScenarioFlow } from './scenarios.ts';

/** Volts lost in one stretch of the way to a load. */
export interface VoltStep {
  label: string;
  volts: number;
}

/**
 * Where the volts go on the way to one load and back, largest first: each conductor, fuse, contact and shunt by name.
 * @example
 * voltsAlong(board, { losses: [] }); // []
 */
export function voltsAlong(board: Board, flow: ScenarioFlow): VoltStep[] {
  const cableOf = new Map(board.cables.flatMap((c) => c.cores.map((k) => [k.connectionId, c] as const)));
  const itemOf = new Map(board.items.map((i) => [i.id, i]));
  return flow.losses
    .map((loss): VoltStep => {
      const cable = loss.connectionId ? cableOf.get(loss.connectionId) : undefined;
      const item = loss.itemId ? itemOf.get(loss.itemId) : undefined;
      return { label: cable?.designation ?? item?.designation ?? '?', volts: loss.volts };
    })
    .sort((a, b) => b.volts - a.volts);
}

import { deriveStages } from '../derive.ts';
import type { Id } from '../document/basics.ts';
import type { Board } from '../document/board.ts';
import type { Catalogue } from '../document/part/part.ts';
import type { Workshop } from '../document/workshop/workshop.ts';
import type { Profile } from '../profiles/profile.ts';
import { backsOf } from '../stages/faults/backs.ts';
import { strongestShort } from '../stages/faults/faultModel.ts';
import { faultNet } from '../stages/faults/faultNet.ts';
import { faultShape } from '../stages/faults/faultShape.ts';
import { allClosed } from '../stages/states/boardStates.ts';

export interface FaultFlow {
  connectionId: Id;
  /** Current into the fault at the wire's far end, A. */
  totalA: number;
  /** Signed, from the connection's first end to its second, A. */
  wireA: { connectionId: Id; currentA: number }[];
  batteries: { itemId: Id; currentA: number }[];
}

/**
 * What flows everywhere while a wire is bolted at its far end to the strongest return: bank full and warm, copper at
 * 20 °C, loads dropped, chargers at their rating. Null where nothing feeds it.
 * @example
 * faultFlow(board, catalogue, profile, workshop, board.connections[1].id) !== null; // true
 */
export function faultFlow(
  board: Board,
  catalogue: Catalogue,
  profile: Profile,
  workshop: Workshop,
  connectionId: Id,
): FaultFlow | null {
  const stages = deriveStages(board, catalogue, profile, workshop);
  const { netlist, potentials, demand } = stages;
  const at = netlist.branches.findIndex((b) => b.connectionId === connectionId);
  const branch = netlist.branches[at];
  if (!branch) return null;
  const wiring = allClosed(netlist.branches);
  const net = faultNet(faultShape(netlist, potentials, wiring.closed, wiring.id), {
    branchOhm: stages.branchOhm(false),
    emf: 'full',
    sourceFactor: () => 1,
    charging: demand.flows.filter((f) => f.way === 'charge'),
  });
  const backs = backsOf(netlist, potentials);
  const [a, b] = [strongestShort(net, branch.a, backs), strongestShort(net, branch.b, backs)];
  const short = a && b ? (a.pathOhm > b.pathOhm ? a : b) : (a ?? b);
  if (!short) return null;
  return {
    connectionId,
    totalA: short.totalA,
    wireA: netlist.branches.flatMap((b, i) =>
      b.connectionId ? [{ connectionId: b.connectionId, currentA: net.currentIn(i, short) }] : [],
    ),
    batteries: netlist.sources.flatMap((s, i) =>
      s.element.kind === 'battery' ? [{ itemId: s.item.id, currentA: net.sourceA(i, short) }] : [],
    ),
  };
}

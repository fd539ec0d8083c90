import { deriveStages } from '../derive.ts';
import type { Id } from '../document/basics.ts';
import type { Board } from '../document/board.ts';
import type { Catalogue } from '../document/part/part.ts';
import type { Workshop } from '../document/workshop/workshop.ts';
import type { Profile } from '../profiles/profile.ts';
import { emfV, SAME_SIDE_V } from '../stages/netlist/potentials.ts';
import { branchCurrents, circuitOf, operatingPoint } from '../stages/sizing/electrical.ts';

export interface FaultFlow {
  connectionId: Id;
  /** Current into the fault at the wire's far end, A. */
  totalA: number;
  /** Signed, from the connection's first end to its second, A. */
  wireA: { connectionId: Id; currentA: number }[];
  batteries: { itemId: Id; currentA: number }[];
}

/**
 * What flows everywhere while a wire is bolted to its bank's minus at the far end: bank full and warm, copper at 20 °C,
 * loads dropped, chargers left out. The network is linear, so the fault is one more injection. Null where nothing feeds it.
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
  const { netlist, potentials } = stages;
  const branch = netlist.branches.find((b) => b.connectionId === connectionId);
  if (!branch) return null;
  const island = potentials.islandOf[branch.a];
  const base = netlist.sources.find(
    (s) => potentials.islandOf[s.minus] === island && potentials.nodeV[s.minus]! < SAME_SIDE_V,
  );
  if (!base || potentials.nodeV[branch.a]! < SAME_SIDE_V) return null;
  const circuit = circuitOf(netlist, stages.branchOhm(false));
  const idle = operatingPoint(circuit, [], 'full').nodeV;
  const across = (n: number, v: Float64Array) => v[n]! - v[base.minus]!;
  const unitAt = (node: number) => {
    const one = new Float64Array(netlist.nodeCount);
    one[node] = -1;
    one[base.minus] = 1;
    return circuit.network.solve(one);
  };
  const [unitA, unitB] = [unitAt(branch.a), unitAt(branch.b)];
  const far = -across(branch.a, unitA) > -across(branch.b, unitB) ? branch.a : branch.b;
  const unit = far === branch.a ? unitA : unitB;
  const ohm = -across(far, unit);
  const openV = across(far, idle);
  if (!(openV > 0 && ohm > 0)) return null;
  const totalA = openV / ohm;
  const nodeV = Float64Array.from(idle, (v, n) => v + totalA * unit[n]!);
  const flows = branchCurrents(circuit, nodeV);
  return {
    connectionId,
    totalA,
    wireA: netlist.branches.flatMap((b, i) =>
      b.connectionId ? [{ connectionId: b.connectionId, currentA: flows[i]! }] : [],
    ),
    batteries: netlist.sources.flatMap((s, i) =>
      s.element.kind === 'battery'
        ? [
            {
              itemId: s.item.id,
              currentA: (emfV(s, 'full') - (nodeV[s.plus]! - nodeV[s.minus]!)) / circuit.sourceOhm[i]!,
            },
          ]
        : [],
    ),
  };
}

import type { BenchState, Probe } from '../../devices/benchStep.ts';
import type { Id } from '../../document/basics.ts';
import type { Flow } from '../demand/demand.ts';
import type { Branch, Netlist } from '../netlist/netlist.ts';
import { circuitOf, operatingPoint } from '../sizing/electrical.ts';

/** A hidden fault a simulated board may carry, for tests and trainees. */
export type Defect =
  | { kind: 'looseCrimp'; connectionId: Id; extraOhm: number }
  | { kind: 'openWire'; connectionId: Id }
  | { kind: 'swappedPair'; itemId: Id };

export interface SimulatedBoard {
  netlist: Netlist;
  flows: readonly Flow[];
  /** Resistance of every branch when closed and sound, Ω, by key. */
  branchOhm: ReadonlyMap<string, number>;
  defect: Defect | null;
}

/** SCPI's "not a number worth showing": an open circuit reads as overload (IEEE 488.2 / SCPI 1999). */
export const OVERLOAD = 9.9e37;

/** The netlist with a swapped pair built in: the wires at an item's plus and minus change places. */
function withSwap(netlist: Netlist, itemId: Id): Netlist {
  const ports = [...netlist.consumers, ...netlist.chargers.map((c) => c.output), ...netlist.charging].filter(
    (p) => p.item.id === itemId,
  );
  const port = ports[0];
  if (!port) return netlist;
  const swap = (node: number) => (node === port.plus ? port.minus : node === port.minus ? port.plus : node);
  const branches = netlist.branches.map((b) => (b.kind === 'wire' ? { ...b, a: swap(b.a), b: swap(b.b) } : b));
  return { ...netlist, branches };
}

/**
 * What a meter with these probes would read on the simulated board, V or Ω.
 * @example
 * Math.round(simulateReading(simulated, allOn, acrossBank, 'voltage')); // 13
 */
export function simulateReading(
  board: SimulatedBoard,
  state: BenchState,
  probes: readonly Probe[],
  measures: 'voltage' | 'resistance',
): number {
  const { defect } = board;
  const netlist = defect?.kind === 'swappedPair' ? withSwap(board.netlist, defect.itemId) : board.netlist;
  const seatsIn = new Set(state.seatsIn);
  const ohm = (branch: Branch): number => {
    if (branch.kind === 'fuseSeat' && !seatsIn.has(branch.key)) return Number.POSITIVE_INFINITY;
    if (branch.kind === 'contact' && !state.isolatorsClosed) return Number.POSITIVE_INFINITY;
    if (defect && defect.kind !== 'swappedPair' && branch.connectionId === defect.connectionId)
      return defect.kind === 'openWire'
        ? Number.POSITIVE_INFINITY
        : (board.branchOhm.get(branch.key) ?? 1e-4) + defect.extraOhm;
    return board.branchOhm.get(branch.key) ?? 1e-4;
  };
  const circuit = circuitOf(netlist, ohm, state.batteriesConnected);
  const node = (ref: { itemId: Id; terminalId: Id }) => netlist.nodeOf.get(`${ref.itemId} ${ref.terminalId}`) ?? 0;
  if (measures === 'resistance') {
    const total = probes.reduce((s, p) => s + p.sign * circuit.network.resistanceOhm(node(p.plus), node(p.minus)), 0);
    return Number.isFinite(total) ? total : OVERLOAD;
  }
  const on = new Set(state.flowsOn);
  const connected = (f: Flow) => circuit.network.islandOf[f.sink.plus] === circuit.network.islandOf[f.sink.minus];
  // A flow whose loop is broken draws nothing.
  const flows = board.flows.filter((f) => on.has(f.key) && connected(f));
  const point = operatingPoint(circuit, flows, 'nominal');
  return probes.reduce((sum, p) => {
    const [a, b] = [node(p.plus), node(p.minus)];
    const v = circuit.network.islandOf[a] === circuit.network.islandOf[b] ? point.nodeV[a]! - point.nodeV[b]! : 0;
    return sum + p.sign * v;
  }, 0);
}

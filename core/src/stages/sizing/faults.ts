import { given, use } from '../../engine/formula.ts';
import { smallestFault } from '../../formulas/faults.ts';
import { prospectiveCurrent } from '../../formulas/protection.ts';
import { COLD_AGED_SOURCE } from '../../tables/sourceCorners.ts';
import type { Flow } from '../demand/demand.ts';
import type { Branch, Netlist } from '../netlist/netlist.ts';
import type { EmfState, Potentials } from '../netlist/potentials.ts';
import { SAME_SIDE_V } from '../netlist/potentials.ts';
import { type Circuit, operatingPoint } from './electrical.ts';

export interface Faults {
  /** Largest prospective current over the nodes, A; null where no stiff source reaches. Traced under `address` where one is given. */
  largestA(nodes: readonly number[], address: (() => string) | null): number | null;
  /** Smallest current of a fault at a branch's far end to its own way back, A; null where no stiff source reaches. */
  smallestA(branch: Branch, address: (() => string) | null): number | null;
  /** The end of a branch that is further from the sources. */
  farNode(branch: Branch): number;
  /** Open-circuit voltage of a node's island with every bank full, V; null where nothing stiff feeds it. */
  openCircuitV(node: number): number | null;
}

interface Thevenin {
  openCircuitV: number;
  pathOhm: number;
}

/** Thévenin source of every node against its bank's own minus, from one factorisation of a corner. */
function sweep(circuit: Circuit, potentials: Potentials, state: EmfState) {
  const { netlist, network } = circuit;
  const idle = operatingPoint(circuit, [], state).nodeV;
  const toReference = network.toReferenceOhm();
  const known = new Map<number, Thevenin | null>();
  const baseOf = new Map<number, number>();
  for (const s of netlist.sources)
    if (potentials.nodeV[s.minus]! < SAME_SIDE_V && !baseOf.has(potentials.islandOf[s.minus]!))
      baseOf.set(potentials.islandOf[s.minus]!, s.minus);
  const toBaseOhm = (node: number): number => {
    const base = baseOf.get(potentials.islandOf[node]!);
    if (base === undefined) return Number.POSITIVE_INFINITY;
    return base === network.referenceOf(node) ? toReference[node]! : network.resistanceOhm(node, base);
  };
  const at = (node: number): Thevenin | null => {
    let found = known.get(node);
    if (found !== undefined) return found;
    const base = baseOf.get(potentials.islandOf[node]!);
    found = null;
    if (base !== undefined && potentials.nodeV[node]! >= 0.5) {
      const openCircuitV = idle[node]! - idle[base]!;
      const pathOhm = toBaseOhm(node);
      if (pathOhm > 0 && Number.isFinite(pathOhm) && openCircuitV > 0) found = { openCircuitV, pathOhm };
    }
    known.set(node, found);
    return found;
  };
  return { idle, at, toBaseOhm };
}

/** Which items have a terminal at each node, and the nodes of each item; kept per netlist, for sizes change none of it. */
interface Places {
  itemsAt: string[][];
  nodesOf: ReadonlyMap<string, readonly number[]>;
}
const knownPlaces = new WeakMap<object, Places>();
function placesOf(netlist: Netlist): Places {
  let places = knownPlaces.get(netlist);
  if (!places) {
    const itemsAt: string[][] = Array.from({ length: netlist.nodeCount }, () => []);
    const nodesOf = new Map<string, number[]>();
    for (const [key, node] of netlist.nodeOf) {
      const itemId = key.slice(0, key.indexOf(' '));
      itemsAt[node]!.push(itemId);
      const own = nodesOf.get(itemId);
      if (own) own.push(node);
      else nodesOf.set(itemId, [node]);
    }
    places = { itemsAt, nodesOf };
    knownPlaces.set(netlist, places);
  }
  return places;
}

/**
 * The fault model of the sizing stage, in two corners. Constant-power loads are dropped; a battery is its EMF behind its
 * resistance; chargers are current sources that add no more than their rating.
 *
 * Largest: bolted to the bank's own minus, bank full and warm, copper at 20 °C, near end, every source and charger.
 * Smallest: bolted at the far end to the way back of the part that stands there, bank low, cold and aged, copper hot.
 * @param strong circuit of the largest corner; @param weak circuit of the smallest one
 */
export function faultsOf(strong: Circuit, weak: Circuit, potentials: Potentials, flows: readonly Flow[]): Faults {
  const { netlist } = strong;
  const large = sweep(strong, potentials, 'full');
  const small = sweep(weak, potentials, 'low');
  const chargeA = new Map<number, number>();
  for (const f of flows)
    if (f.way === 'charge') {
      const island = potentials.islandOf[f.sink.plus]!;
      chargeA.set(island, (chargeA.get(island) ?? 0) + f.designCurrentA);
    }
  const { itemsAt, nodesOf } = placesOf(netlist);
  /** Way back of what stands at a node: through its minus terminal furthest from the bank. */
  const backOhmAt = (node: number): number => {
    let backOhm = 0;
    for (const itemId of itemsAt[node]!)
      for (const other of nodesOf.get(itemId)!)
        if (potentials.nodeV[other]! < SAME_SIDE_V) backOhm = Math.max(backOhm, small.toBaseOhm(other));
    return backOhm;
  };
  const farNode = (branch: Branch): number => {
    const [a, b] = [large.at(branch.a), large.at(branch.b)];
    return (a?.pathOhm ?? 0) > (b?.pathOhm ?? 0) ? branch.a : branch.b;
  };
  return {
    farNode,
    largestA(nodes, address) {
      let worst: Thevenin | null = null;
      let node = -1;
      for (const n of nodes) {
        const found = large.at(n);
        if (found && (!worst || found.openCircuitV / found.pathOhm > worst.openCircuitV / worst.pathOhm)) {
          worst = found;
          node = n;
        }
      }
      if (!worst) return null;
      const chargersA = chargeA.get(potentials.islandOf[node]!) ?? 0;
      const inputs = { openCircuitV: worst.openCircuitV, pathOhm: worst.pathOhm, chargersA };
      if (!address) return prospectiveCurrent.compute(inputs);
      return use(prospectiveCurrent, inputs, address, () => ({
        openCircuitV: given('full bank at rest'),
        pathOhm: given('solved network: bank warm, cables at 20 °C, fuses, contacts'),
        chargersA: given('ratings of the chargers that can feed this point'),
      }));
    },
    smallestA(branch, address) {
      const far = farNode(branch);
      const found = small.at(far);
      if (!found) return null;
      const inputs = { lowV: found.openCircuitV, outOhm: found.pathOhm, backOhm: backOhmAt(far) };
      if (!address) return smallestFault.compute(inputs);
      return use(smallestFault, inputs, address, () => ({
        lowV: given('bank low, at rest'),
        outOhm: given(`solved network, hot copper; ${COLD_AGED_SOURCE}`),
        backOhm: given('solved network from the minus of the part at this end to the bank'),
      }));
    },
    openCircuitV(node) {
      const island = potentials.islandOf[node];
      let [high, low] = [Number.NEGATIVE_INFINITY, Number.POSITIVE_INFINITY];
      for (const s of netlist.sources) {
        if (potentials.islandOf[s.minus] !== island) continue;
        high = Math.max(high, large.idle[s.plus]!);
        low = Math.min(low, large.idle[s.minus]!);
      }
      return high > low ? high - low : null;
    },
  };
}

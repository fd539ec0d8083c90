import { prospectiveCurrent } from '../../rules/formulas/protectionRules.ts';
import { given, use } from '../../rules/rule.ts';
import type { Potentials } from '../netlist/potentials.ts';
import { type Circuit, operatingPoint } from './electrical.ts';

export interface Faults {
  /** Largest prospective current over the nodes, A; null where no stiff source reaches. Traced under `address`. */
  largestA(nodes: readonly number[], address: () => string): number | null;
  /** Open-circuit voltage of a node's island with every bank full, V; null where nothing stiff feeds it. */
  openCircuitV(node: number): number | null;
}

/**
 * Fault model of this stage: a bolted short from the node to the bank's own minus, bank full, copper at 20 °C, loads
 * and converters dropped, the return conductor left out. So it is the largest current, for interrupt ratings.
 * @param cold the circuit with cold conductors
 */
export function faultsOf(cold: Circuit, potentials: Potentials): Faults {
  const { netlist, network } = cold;
  const idle = operatingPoint(cold, [], 'full').nodeV;
  const sweep = () => network.toReferenceOhm();
  const known = new Map<number, { openCircuitV: number; pathOhm: number } | null>();
  const byIsland = new Map<number, typeof netlist.sources>();
  for (const s of netlist.sources) {
    const island = potentials.islandOf[s.minus]!;
    byIsland.set(island, [...(byIsland.get(island) ?? []), s]);
  }
  const islandSources = (node: number) => byIsland.get(potentials.islandOf[node]!) ?? [];
  const thevenin = (node: number) => {
    const base = islandSources(node).find((s) => potentials.nodeV[s.minus]! < 0.5);
    if (!base || potentials.nodeV[node]! < 0.5) return null;
    const openCircuitV = idle[node]! - idle[base.minus]!;
    // Where the bank's minus is the reference, the whole sweep comes from the one factorisation.
    const swept = base.minus === network.referenceOf(node);
    const pathOhm = swept ? sweep()[node]! : network.resistanceOhm(node, base.minus);
    return pathOhm > 0 && Number.isFinite(pathOhm) && openCircuitV > 0 ? { openCircuitV, pathOhm } : null;
  };
  const at = (node: number) => {
    if (!known.has(node)) known.set(node, thevenin(node));
    return known.get(node)!;
  };
  return {
    largestA(nodes, address) {
      const found = nodes.flatMap((n) => at(n) ?? []);
      if (found.length === 0) return null;
      const worst = found.reduce((w, f) => (f.openCircuitV / f.pathOhm > w.openCircuitV / w.pathOhm ? f : w));
      return use(prospectiveCurrent, worst, address, () => ({
        openCircuitV: given('full bank at rest'),
        pathOhm: given('solved network: bank, cables at 20 °C, fuses, contacts'),
      }));
    },
    openCircuitV(node) {
      const members = islandSources(node);
      if (members.length === 0) return null;
      return Math.max(...members.map((s) => idle[s.plus]!)) - Math.min(...members.map((s) => idle[s.minus]!));
    },
  };
}

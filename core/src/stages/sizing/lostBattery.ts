import type { Netlist } from '../netlist/netlist.ts';
import type { Potentials } from '../netlist/potentials.ts';
import type { Circuit } from './electrical.ts';

/** A lost source's resistance is this many times its own: as good as open. */
export const LOST_OHM = 1e9;

/** Batteries with another beside them at the same height of the same bank, by their place among the sources. */
export function besideOthers(netlist: Netlist, potentials: Potentials): number[] {
  const batteries = netlist.sources.flatMap((s, i) => (s.element.kind === 'battery' ? [{ s, i }] : []));
  const { netOf } = potentials.apart;
  const beside = (a: number, b: number) => netOf[a] === netOf[b];
  return batteries
    .filter(({ s }) => batteries.some((o) => o.s !== s && beside(o.s.plus, s.plus) && beside(o.s.minus, s.minus)))
    .map(({ i }) => i);
}

/**
 * Part of the current the batteries left could go on giving: past their own limit their electronics open, or they sag.
 * @param left node voltages with the lost one taken out
 */
export function leftShare(circuit: Circuit, left: Float64Array, lostIndex: number): number {
  let share = 1;
  circuit.netlist.sources.forEach((s, i) => {
    if (i === lostIndex || s.element.kind !== 'battery') return;
    const givesA = Math.abs(left[s.plus]! - left[s.minus]!) / circuit.sourceOhm[i]!;
    if (givesA > s.element.dischargeLimitA) share = Math.min(share, s.element.dischargeLimitA / givesA);
  });
  return share;
}

/**
 * Node voltages of the same injections with one source's resistance taken out, from one more solve: the current it
 * carried is put back at its terminals (compensation theorem). Null where nothing else joins its terminals.
 */
export function withoutSource(circuit: Circuit, nodeV: Float64Array, sourceIndex: number): Float64Array | null {
  const { netlist, network, sourceOhm } = circuit;
  const { plus, minus } = netlist.sources[sourceIndex]!;
  const unit = new Float64Array(netlist.nodeCount);
  unit[plus] = 1;
  unit[minus]! -= 1;
  const back = network.solve(unit);
  const rest = 1 - (back[plus]! - back[minus]!) / sourceOhm[sourceIndex]!;
  if (rest < 1e-9) return null;
  const carriedA = (nodeV[plus]! - nodeV[minus]!) / sourceOhm[sourceIndex]! / rest;
  const left = new Float64Array(nodeV.length);
  for (let n = 0; n < left.length; n++) left[n] = nodeV[n]! + carriedA * back[n]!;
  return left;
}

import type { Flow } from '../demand/demand.ts';
import { inject } from './electrical.ts';
import type { BankShare, SizingResult } from './sizingResult.ts';
import type { SizingState, Work } from './state.ts';

/** Below this a branch carries nothing: what is left is rounding of the solver. */
export const NO_CURRENT_A = 1e-6;

/** What goes through each bus bar, in the state that asks most of it. */
export const barCurrents = ({ netlist, barA, barWorkAt, works }: SizingState): SizingResult['bars'] =>
  netlist.bars.map((bar, i) => ({
    itemId: bar.itemId,
    elementId: bar.elementId,
    designCurrentA: barA[i]!,
    state: works[barWorkAt[i]!]!.board.title,
    ratingA: bar.ratingA,
  }));

/** Per-battery currents with everything discharging and everything charging; batteries in series share one current. */
export function bankShares({ circuit, out: gives, back: takes }: Work, flows: readonly Flow[]): BankShare[] {
  const { netlist } = circuit;
  const batteries = netlist.sources.flatMap((s, i) => (s.element.kind === 'battery' ? [{ s, i }] : []));
  const currentsOf = (which: readonly number[]): number[] => {
    const injection = new Float64Array(netlist.nodeCount);
    for (const f of which) inject(flows[f]!, flows[f]!.designCurrentA, injection);
    const v = circuit.network.solve(injection);
    return batteries.map(({ s, i }) => Math.abs(v[s.plus]! - v[s.minus]!) / circuit.sourceOhm[i]!);
  };
  const [out, back] = [currentsOf(gives.filter((f) => flows[f]!.way === 'discharge')), currentsOf(takes)];
  const capacityAh = batteries.map(({ s }) => (s.element.kind === 'battery' ? s.element.capacityAh : 0));
  const bankAh = capacityAh.reduce((s, c) => s + c, 0);
  // A fair share goes by capacity: a battery twice the size should give twice the current.
  const off = (amps: readonly number[], i: number) => {
    const fairA = (amps.reduce((s, a) => s + a, 0) * capacityAh[i]!) / bankAh;
    return fairA > NO_CURRENT_A ? amps[i]! / fairA - 1 : 0;
  };
  return batteries.map(({ s }, i) => ({
    itemId: s.item.id,
    dischargeA: out[i]!,
    chargeA: back[i]!,
    dischargeOff: off(out, i),
    chargeOff: off(back, i),
  }));
}

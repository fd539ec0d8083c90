import type { TerminalRef } from '../../document/connection/connection.ts';
import type { Netlist } from '../netlist/netlist.ts';
import { feedingOf, type Potentials } from '../netlist/potentials.ts';

export interface BankTerminals {
  plus: TerminalRef;
  minus: TerminalRef;
  /** The net its plus stands on. */
  net: number;
}

/** The bank's outer terminals: highest plus and lowest minus of the batteries; null without a bank. */
export function bankTerminals(netlist: Netlist, potentials: Potentials): BankTerminals | null {
  const batteries = netlist.sources.filter((s) => s.element.kind === 'battery');
  const first = batteries[0];
  if (!first) return null;
  const v = potentials.nodeV;
  const top = batteries
    .filter((b) => potentials.islandOf[b.minus] === potentials.islandOf[first.minus])
    .reduce((best, b) => (v[b.plus]! > v[best.plus]! + 1e-6 ? b : best));
  const net = potentials.netOf[top.plus]!;
  const bottom = feedingOf(potentials, net).bottoms.find((s) => s.element.kind === 'battery') ?? top;
  return { plus: top.plusRef, minus: bottom.minusRef, net };
}

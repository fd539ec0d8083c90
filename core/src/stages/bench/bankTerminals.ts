import type { TerminalRef } from '../../document/connection/connection.ts';
import type { Netlist } from '../netlist/netlist.ts';
import type { Potentials } from '../netlist/potentials.ts';

export interface BankTerminals {
  plus: TerminalRef;
  minus: TerminalRef;
  island: number;
}

/** The bank's outer terminals: highest plus and lowest minus of the batteries; null without a bank. */
export function bankTerminals(netlist: Netlist, potentials: Potentials): BankTerminals | null {
  const batteries = netlist.sources.filter((s) => s.element.kind === 'battery');
  const first = batteries[0];
  if (!first) return null;
  const island = potentials.islandOf[first.minus]!;
  const inIsland = batteries.filter((b) => potentials.islandOf[b.minus] === island);
  const v = potentials.nodeV;
  const top = inIsland.reduce((best, b) => (v[b.plus]! > v[best.plus]! + 1e-6 ? b : best));
  const bottom = inIsland.reduce((best, b) => (v[b.minus]! < v[best.minus]! - 1e-6 ? b : best));
  return { plus: top.plusRef, minus: bottom.minusRef, island };
}

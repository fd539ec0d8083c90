import type { Netlist, Port } from '../netlist/netlist.ts';
import type { Potentials } from '../netlist/potentials.ts';
import { protects } from './layers.ts';

/** Where the current of a short goes home. */
export interface Backs {
  /** Minus posts of the sources and minus bars: the strongest return of a short is among them. */
  strong: readonly number[];
  /** Minus terminals of what stands at a place, which is where a short there happens; empty where nothing does. */
  at: readonly (readonly number[])[];
  /**
   * Pairs of a fed plus and a minus: a short across a device, to metal that is bonded, or over the bond of two systems.
   */
  across: readonly { itemId: string; plus: number; minus: number; how: 'device' | 'metal' | 'bond' }[];
  /** Minus bars: a bond to metal ends there. */
  bars: ReadonlySet<number>;
}

const known = new WeakMap<object, Backs>();

/** Kept per wiring. */
export function backsOf(netlist: Netlist, potentials: Potentials): Backs {
  let backs = known.get(potentials);
  if (!backs) {
    backs = findBacks(netlist, potentials);
    known.set(potentials, backs);
  }
  return backs;
}

function findBacks(netlist: Netlist, { netOf, nets }: Potentials): Backs {
  const isMinus = (node: number): boolean => {
    const { plusOf, minusOf } = nets[netOf[node]!]!;
    return minusOf.length > 0 && plusOf.length === 0;
  };
  const strong = new Set<number>();
  for (const s of netlist.sources) if (isMinus(s.minus)) strong.add(s.minus);
  for (const bar of netlist.bars) if (isMinus(bar.node)) strong.add(bar.node);
  // A coil bounds its own current, and so does a signal: no short of the line they hang on goes home through them.
  const coils = new Set(netlist.consumers.flatMap((c) => (c.element.kind === 'coil' ? [c.minus] : [])));
  const ports: Port[] = [
    ...netlist.consumers.filter((c) => c.element.kind !== 'coil'),
    ...netlist.charging,
    ...netlist.chargers.flatMap((c) => [c.input, c.output]),
  ];
  const across: Backs['across'][number][] = ports.flatMap(({ item, plus, minus }) =>
    isMinus(minus) && !isMinus(plus) ? [{ itemId: item.id, plus, minus, how: 'device' as const }] : [],
  );
  const at: Set<number>[] = Array.from({ length: netlist.nodeCount }, () => new Set());
  for (const { plus, minus } of across) at[plus]!.add(minus);
  const ofItem = new Map<string, number[]>();
  for (const [key, node] of netlist.nodeOf) {
    const itemId = key.slice(0, key.indexOf(' '));
    const own = ofItem.get(itemId);
    if (own) own.push(node);
    else ofItem.set(itemId, [node]);
  }
  for (const nodes of ofItem.values()) {
    const minuses = nodes.filter((n) => isMinus(n) && !coils.has(n));
    if (minuses.length === 0) continue;
    for (const node of nodes) if (!isMinus(node) && at[node]!.size === 0) for (const m of minuses) at[node]!.add(m);
  }
  // A plus that touches metal goes home through what bonds the metal: a case its own, a frame any behind a device.
  for (const { itemId, node, plus } of netlist.cases)
    if (isMinus(node) && !isMinus(plus)) across.push({ itemId, plus, minus: node, how: 'metal' });
  for (const { node } of netlist.frames)
    if (isMinus(node))
      for (const branch of netlist.branches)
        if (protects(branch) && !isMinus(branch.b))
          across.push({ itemId: branch.itemId ?? '', plus: branch.b, minus: node, how: 'metal' });
  // Two systems that meet on the minus: a plus of the one that touches what the other calls minus goes home over the bond.
  for (const own of netlist.sources)
    for (const other of netlist.sources) {
      const [ownNet, otherNet] = [netOf[own.plus]!, netOf[other.plus]!];
      if (ownNet === otherNet || netOf[own.minus] !== netOf[other.minus] || !isMinus(own.minus)) continue;
      for (const branch of netlist.branches)
        if (protects(branch) && netOf[branch.b] === ownNet)
          across.push({ itemId: branch.itemId ?? '', plus: branch.b, minus: other.minus, how: 'bond' });
    }
  return { bars: new Set(netlist.bars.map((b) => b.node)), strong: [...strong], at: at.map((own) => [...own]), across };
}

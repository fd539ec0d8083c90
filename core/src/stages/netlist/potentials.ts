import type { Id } from '../../document/basics.ts';
import { REST_VOLTAGE_PER_12V } from '../../tables/batteryVoltage.ts';
import type { Branch, Netlist, SourcePort } from './netlist.ts';
import { neighbours, reachedFrom } from './reach.ts';

/**
 * Two places whose reckoned resting potentials differ by less than this are on one side, V: far under a cell's voltage, far
 * over what rounding makes. Common practice, no source.
 */
export const SAME_SIDE_V = 0.5;

/** A stretch of conductors: what wires and closed elements join, with no source or converter between. */
export interface Net {
  /** Stiff sources that stand on it with their plus, and with their minus. */
  plusOf: readonly SourcePort[];
  minusOf: readonly SourcePort[];
}

export interface Nets {
  /** Net of each node: two systems with a common minus share that net and keep their own on the plus. */
  netOf: Int32Array;
  nets: readonly Net[];
}

export interface Potentials extends Nets {
  /** The nets with every switch of several ways open: what only one at a time joins is no one bank. */
  apart: Nets;
  /** Wires on a way between the plus of one source and the minus of another: links of batteries in series, by branch. */
  seriesLinks: ReadonlySet<number>;
  /** Nominal potential of each node within its island, V above the island's lowest; NaN where no stiff source reaches. */
  nodeV: Float64Array;
  /** Island number of each node, through wires, closed elements and sources. */
  islandOf: Int32Array;
  /** Height of each island, V: 0 when nothing feeds it. */
  islandV: number[];
  /** Wires that join two different potentials: plus tied to minus, or a bank wired against itself. */
  clashes: { connectionId: Id; differenceV: number }[];
  /** Sources that stand against others with nothing but wire between: a ring of batteries, 12 V beside 24 V. */
  sourceClashes: { itemId: Id; differenceV: number }[];
}

/** Systems people build, V. Source: common practice (IEC 60038 lists them as extra-low direct voltages; from memory). */
const SYSTEMS_V = [6, 12, 24, 36, 48, 60, 72, 96];

/** The system a voltage belongs to, V: 12.6 V at rest and 13.3 V full are both of 12 V. */
export const systemOf = (voltageV: number): number =>
  SYSTEMS_V.reduce((best, v) => (Math.abs(Math.log(voltageV / v)) < Math.abs(Math.log(voltageV / best)) ? v : best));

/** Nominal electromotive force of a stiff source, V: its system's, for a resting volt more or less makes no other system. */
export const nominalEmfV = (source: SourcePort): number =>
  systemOf(source.element.kind === 'battery' ? source.element.nominalV : (source.item.feed?.restingVoltageV ?? 12));

export type EmfState = 'full' | 'nominal' | 'low';
/** Open-circuit voltage of a stiff source at a state of charge, V. */
export function emfV(source: SourcePort, state: EmfState): number {
  if (source.element.kind === 'feed')
    return (state === 'low' ? source.item.feed?.lowestVoltageV : source.item.feed?.restingVoltageV) ?? 12.6;
  const table = REST_VOLTAGE_PER_12V[source.element.chemistry];
  return (source.element.nominalV / 12) * { full: table.fullV, nominal: table.nominalV, low: table.lowV }[state];
}

/** Sources side by side may differ by this much of their voltage: chemistry and charge. Common practice, no source. */
const ALIKE_SHARE = 0.12;

/** Nets of the wiring, by the branches that conduct: all where nothing is said. */
export function netsOf(netlist: Netlist, conducts: (branch: Branch) => boolean = () => true): Nets {
  const near = neighbours(netlist, conducts);
  const netOf = new Int32Array(netlist.nodeCount).fill(-1);
  const nets: { plusOf: SourcePort[]; minusOf: SourcePort[] }[] = [];
  for (let node = 0; node < netlist.nodeCount; node++) {
    if (netOf[node]! >= 0) continue;
    for (const n of reachedFrom(near, [node])) netOf[n] = nets.length;
    nets.push({ plusOf: [], minusOf: [] });
  }
  for (const s of netlist.sources) {
    nets[netOf[s.plus]!]!.plusOf.push(s);
    nets[netOf[s.minus]!]!.minusOf.push(s);
  }
  return { netOf, nets };
}

/** In nets with both poles of sources: what is left when every dead end is taken off leads from pole to pole. */
function seriesLinksOf(netlist: Netlist, netOf: Int32Array, nets: readonly Net[]): Set<number> {
  const mixed = (node: number) => {
    const { plusOf, minusOf } = nets[netOf[node]!]!;
    return plusOf.length > 0 && minusOf.length > 0;
  };
  const left = new Set<number>();
  const at = new Map<number, Set<number>>();
  netlist.branches.forEach((b, i) => {
    if (!mixed(b.a)) return;
    left.add(i);
    for (const node of [b.a, b.b]) at.set(node, (at.get(node) ?? new Set()).add(i));
  });
  const poles = new Set(netlist.sources.flatMap((s) => [s.plus, s.minus]));
  const ends = [...at.keys()];
  for (const node of ends) {
    const own = at.get(node)!;
    if (own.size !== 1 || poles.has(node)) continue;
    const branch = [...own][0]!;
    const { a, b } = netlist.branches[branch]!;
    own.delete(branch);
    left.delete(branch);
    const other = a === node ? b : a;
    at.get(other)!.delete(branch);
    ends.push(other);
  }
  return left;
}

/**
 * The stiff sources a place hangs on: those with their plus in its net, and, of a bank in series, the ones below them
 * down to its minus. A common minus brings no other system in.
 */
export interface Feeding {
  /** With their plus in the net itself. */
  tops: readonly SourcePort[];
  /** Where the chain ends: their minus is in no net that another source of the chain stands on. */
  bottoms: readonly SourcePort[];
}

/** What feeds a net, by its number. */
export function feedingOf(potentials: Nets, net: number): Feeding {
  const tops = potentials.nets[net]!.plusOf;
  const bottoms = new Set<SourcePort>();
  const seen = new Set<SourcePort>();
  const queue = [...tops];
  for (const source of queue) {
    if (seen.has(source)) continue;
    seen.add(source);
    const below = potentials.nets[potentials.netOf[source.minus]!]!.plusOf;
    if (below.length === 0) bottoms.add(source);
    else queue.push(...below);
  }
  return { tops, bottoms: [...bottoms] };
}

/** A way of a switch of which one is closed at a time. */
const oneOfSeveral = ({ element }: Branch): boolean => element?.kind === 'contact' && element.interlock !== null;

/** Batteries of each bank: joined on the plus, or in series one on another. A common minus makes no common bank. */
export function banksOf(netlist: Netlist, { apart: { netOf, nets } }: Pick<Potentials, 'apart'>): SourcePort[][] {
  const batteries = netlist.sources.filter((s) => s.element.kind === 'battery');
  const seen = new Set<SourcePort>();
  return batteries.flatMap((first) => {
    if (seen.has(first)) return [];
    const bank = [first];
    seen.add(first);
    for (const s of bank) {
      const [plus, minus] = [nets[netOf[s.plus]!]!, nets[netOf[s.minus]!]!];
      for (const other of [...plus.plusOf, ...plus.minusOf, ...minus.plusOf]) {
        if (seen.has(other) || other.element.kind !== 'battery') continue;
        seen.add(other);
        bank.push(other);
      }
    }
    return [bank.toSorted((a, b) => netlist.sources.indexOf(a) - netlist.sources.indexOf(b))];
  });
}

/** Sources that do not agree with the others on how high their nets stand, with the difference, V. */
function againstOthers(netlist: Netlist, netOf: Int32Array, nets: readonly Net[]): Map<Id, number> {
  const netV = new Map<number, number>();
  const against = new Map<Id, number>();
  for (const start of netlist.sources) {
    if (netV.has(netOf[start.minus]!)) continue;
    netV.set(netOf[start.minus]!, 0);
    for (const net of netV.keys())
      for (const s of [...nets[net]!.plusOf, ...nets[net]!.minusOf]) {
        const up = netOf[s.minus] === net;
        const other = netOf[up ? s.plus : s.minus]!;
        const v = netV.get(net)! + (up ? nominalEmfV(s) : -nominalEmfV(s));
        const known = netV.get(other);
        if (known === undefined) netV.set(other, v);
        else if (Math.abs(known - v) > ALIKE_SHARE * nominalEmfV(s)) against.set(s.item.id, Math.abs(known - v));
      }
  }
  return against;
}

/**
 * Spreads nominal potentials from every source through the net, wires last, so that a wrong wire shows as a clash.
 */
export function spreadPotentials(netlist: Netlist): Potentials {
  const { nodeCount } = netlist;
  type Edge = { a: number; b: number; riseV: number; connectionId: Id | null; itemId: Id | null };
  const edges: Edge[] = [
    ...netlist.sources.map((s) => ({
      a: s.minus,
      b: s.plus,
      riseV: nominalEmfV(s),
      connectionId: null,
      itemId: s.item.id,
    })),
    ...netlist.branches.map((b) => ({ a: b.a, b: b.b, riseV: 0, connectionId: b.connectionId, itemId: null })),
  ];
  const touching: Edge[][] = Array.from({ length: nodeCount }, () => []);
  for (const edge of edges) {
    touching[edge.a]!.push(edge);
    touching[edge.b]!.push(edge);
  }
  const nodeV = new Float64Array(nodeCount).fill(Number.NaN);
  const islandOf = new Int32Array(nodeCount).fill(-1);
  const clashes = new Map<Id, number>();
  const sourceClashes = new Map<Id, number>();
  const islandV: number[] = [];

  const flood = (start: number, island: number) => {
    nodeV[start] = 0;
    islandOf[start] = island;
    // Breadth first: near a source the potential is surely right, and the clash lands on the wire that closes the ring.
    const queue = [start];
    const members = [start];
    for (let head = 0; head < queue.length; head++) {
      const node = queue[head]!;
      for (const edge of touching[node]!) {
        const other = edge.a === node ? edge.b : edge.a;
        const v = nodeV[node]! + (edge.a === node ? edge.riseV : -edge.riseV);
        if (islandOf[other]! < 0) {
          islandOf[other] = island;
          nodeV[other] = v;
          queue.push(other);
          members.push(other);
        } else if (Math.abs(nodeV[other]! - v) > SAME_SIDE_V && edge.connectionId) {
          clashes.set(edge.connectionId, Math.abs(nodeV[other]! - v));
        } else if (edge.itemId && Math.abs(nodeV[other]! - v) > ALIKE_SHARE * edge.riseV) {
          sourceClashes.set(edge.itemId, Math.abs(nodeV[other]! - v));
        }
      }
    }
    const fed = netlist.sources.some((s) => islandOf[s.minus] === island);
    const lowest = Math.min(...members.map((m) => nodeV[m]!));
    const highest = Math.max(...members.map((m) => nodeV[m]!));
    for (const m of members) nodeV[m] = fed ? nodeV[m]! - lowest : Number.NaN;
    islandV.push(fed ? highest - lowest : 0);
  };
  for (const source of netlist.sources) if (islandOf[source.minus]! < 0) flood(source.minus, islandV.length);
  for (let i = 0; i < nodeCount; i++) if (islandOf[i]! < 0) flood(i, islandV.length);
  const { netOf, nets } = netsOf(netlist);
  // The ring may have closed on a fuse or a contact, where no wire is to blame: the sources then stand against each other.
  const told = new Set([
    ...netlist.branches.filter((b) => b.connectionId && clashes.has(b.connectionId)).map((b) => islandOf[b.a]!),
    ...netlist.sources.filter((s) => sourceClashes.has(s.item.id)).map((s) => islandOf[s.minus]!),
  ]);
  for (const [itemId, differenceV] of againstOthers(netlist, netOf, nets))
    if (!told.has(islandOf[netlist.sources.find((s) => s.item.id === itemId)!.minus]!))
      sourceClashes.set(itemId, differenceV);
  return {
    netOf,
    nets,
    apart: netlist.branches.some(oneOfSeveral) ? netsOf(netlist, (b) => !oneOfSeveral(b)) : { netOf, nets },
    seriesLinks: seriesLinksOf(netlist, netOf, nets),
    nodeV,
    islandOf,
    islandV,
    clashes: [...clashes].map(([connectionId, differenceV]) => ({ connectionId, differenceV })),
    sourceClashes: [...sourceClashes].map(([itemId, differenceV]) => ({ itemId, differenceV })),
  };
}

export type WirePolarity = 'plus' | 'minus' | 'link' | 'none';

/**
 * The polarity of a branch: the one it is reached with from a plus without passing a source or converter. What lies
 * between batteries in series is a link; what taps there is live and counts as plus. Without a stiff source, what the
 * sun or a charger puts out counts.
 */
export function polarityOf(branch: number, { a }: Branch, potentials: Potentials, netlist: Netlist): WirePolarity {
  const { netOf, nets, seriesLinks } = potentials;
  const own = netOf[a]!;
  const { plusOf, minusOf } = nets[own]!;
  if (plusOf.length > 0) return minusOf.length > 0 && seriesLinks.has(branch) ? 'link' : 'plus';
  if (minusOf.length > 0) return 'minus';
  const others = [...netlist.solar, ...netlist.charging, ...netlist.chargers.map((c) => c.output)];
  const [onPlus, onMinus] = [others.some((p) => netOf[p.plus] === own), others.some((p) => netOf[p.minus] === own)];
  if (onPlus) return onMinus ? 'link' : 'plus';
  return onMinus ? 'minus' : 'none';
}

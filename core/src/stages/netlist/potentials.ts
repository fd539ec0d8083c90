import type { Id } from '../../document/basics.ts';
import { REST_VOLTAGE_PER_12V } from '../../tables/batteryVoltage.ts';
import type { Netlist, SourcePort } from './netlist.ts';

/**
 * Two places whose reckoned resting potentials differ by less than this are on one side, V: far under a cell's voltage, far
 * over what rounding makes. Common practice, no source.
 */
export const SAME_SIDE_V = 0.5;

export interface Potentials {
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

/** Nominal electromotive force of a stiff source, V. */
export const nominalEmfV = (source: SourcePort): number =>
  source.element.kind === 'battery' ? source.element.nominalV : (source.item.feed?.restingVoltageV ?? 12);

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
  return {
    nodeV,
    islandOf,
    islandV,
    clashes: [...clashes].map(([connectionId, differenceV]) => ({ connectionId, differenceV })),
    sourceClashes: [...sourceClashes].map(([itemId, differenceV]) => ({ itemId, differenceV })),
  };
}

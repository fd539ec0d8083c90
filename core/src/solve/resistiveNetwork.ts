import { factorise, type SymmetricEntry } from './ldl.ts';

export interface Resistor {
  a: number;
  b: number;
  conductanceS: number;
}

export interface ResistiveNetwork {
  /** Island of each node, numbered from 0; nodes that no resistor joins are islands of their own. */
  islandOf: Int32Array;
  /**
   * Node voltages for currents injected into nodes, each island against its own lowest-numbered node.
   * The injections of each island must sum to zero.
   */
  solve(injectionA: ArrayLike<number>): Float64Array;
  /** Resistance seen between two nodes, Ω; Infinity when nothing joins them. */
  resistanceOhm(a: number, b: number): number;
}

function islands(nodeCount: number, resistors: readonly Resistor[]): Int32Array {
  const parent = Int32Array.from({ length: nodeCount }, (_, i) => i);
  const find = (i: number): number => {
    let root = i;
    while (parent[root] !== root) root = parent[root]!;
    parent[i] = root;
    return root;
  };
  for (const { a, b } of resistors) {
    const [ra, rb] = [find(a), find(b)];
    parent[Math.max(ra, rb)] = Math.min(ra, rb);
  }
  const number = new Map<number, number>();
  return Int32Array.from({ length: nodeCount }, (_, i) => {
    const root = find(i);
    if (!number.has(root)) number.set(root, number.size);
    return number.get(root)!;
  });
}

/**
 * Nodal analysis of a purely resistive network with current injections, one factorisation for any number of solves.
 * @param nodeCount nodes are 0 … nodeCount−1. Source: Kirchhoff's current law, G·V = I.
 * @throws RangeError when a conductance is not positive and finite.
 */
export function resistiveNetwork(nodeCount: number, resistors: readonly Resistor[]): ResistiveNetwork {
  const islandOf = islands(nodeCount, resistors);
  const ground = new Set<number>();
  const grounded: number[] = [];
  for (let i = 0; i < nodeCount; i++) {
    if (grounded[islandOf[i]!] === undefined) {
      grounded[islandOf[i]!] = i;
      ground.add(i);
    }
  }
  const unknown = new Int32Array(nodeCount).fill(-1);
  let count = 0;
  for (let i = 0; i < nodeCount; i++) if (!ground.has(i)) unknown[i] = count++;

  const entries: SymmetricEntry[] = [];
  for (const { a, b, conductanceS } of resistors) {
    if (!(conductanceS > 0) || !Number.isFinite(conductanceS))
      throw new RangeError(`conductance between nodes ${a} and ${b} is ${conductanceS}; accepted: above 0 S`);
    if (a === b) continue;
    const [ua, ub] = [unknown[a]!, unknown[b]!];
    if (ua >= 0) entries.push({ row: ua, column: ua, value: conductanceS });
    if (ub >= 0) entries.push({ row: ub, column: ub, value: conductanceS });
    if (ua >= 0 && ub >= 0) entries.push({ row: ua, column: ub, value: -conductanceS });
  }
  const factor = factorise(count, entries);

  const solve = (injectionA: ArrayLike<number>): Float64Array => {
    const reduced = new Float64Array(count);
    for (let i = 0; i < nodeCount; i++) if (unknown[i]! >= 0) reduced[unknown[i]!] = injectionA[i]!;
    const x = factor.solve(reduced);
    const voltage = new Float64Array(nodeCount);
    for (let i = 0; i < nodeCount; i++) if (unknown[i]! >= 0) voltage[i] = x[unknown[i]!]!;
    return voltage;
  };
  return {
    islandOf,
    solve,
    resistanceOhm(a, b) {
      if (a === b) return 0;
      if (islandOf[a] !== islandOf[b]) return Number.POSITIVE_INFINITY;
      const injection = new Float64Array(nodeCount);
      injection[a] = 1;
      injection[b] = -1;
      const voltage = solve(injection);
      return voltage[a]! - voltage[b]!;
    },
  };
}

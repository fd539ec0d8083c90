import { analyse, factorise, type HalfSolve, type Pattern } from './ldl.ts';

export interface Resistor {
  a: number;
  b: number;
  conductanceS: number;
}

export interface ResistiveNetwork {
  /** Island of each node, numbered from 0; nodes that no resistor joins are islands of their own. */
  islandOf: Int32Array;
  /**
   * Node voltages for currents injected into nodes, each island against its reference node.
   * The injections of each island must sum to zero.
   */
  solve(injectionA: ArrayLike<number>): Float64Array;
  /** A pair of nodes of one island, prepared for `transferOhm`. */
  port(plus: number, minus: number): HalfSolve;
  /** Volts across one port for one ampere through another, Ω; a port with itself gives the resistance seen there. */
  transferOhm(a: HalfSolve, b: HalfSolve): number;
  /** Resistance seen between two nodes, Ω; Infinity when nothing joins them. */
  resistanceOhm(a: number, b: number): number;
  /** The node of a node's island that all voltages are counted from. */
  referenceOf(node: number): number;
  /** Resistance from every node to its island's reference node, Ω: a whole sweep from the one factorisation. */
  toReferenceOhm(): Float64Array;
}

/** Who is joined to whom, analysed once for any number of value sets. */
export interface NetworkPattern {
  nodeCount: number;
  a: Int32Array;
  b: Int32Array;
  islandOf: Int32Array;
  /** Reference node of each island. */
  reference: number[];
  /** Index among the unknowns; −1 for the reference node of an island. */
  unknown: Int32Array;
  pattern: Pattern;
}

function islands(nodeCount: number, a: ArrayLike<number>, b: ArrayLike<number>): Int32Array {
  const parent = Int32Array.from({ length: nodeCount }, (_, i) => i);
  const find = (i: number): number => {
    let root = i;
    while (parent[root] !== root) root = parent[root]!;
    for (let at = i; parent[at] !== root; ) {
      const up = parent[at]!;
      parent[at] = root;
      at = up;
    }
    return root;
  };
  for (let i = 0; i < a.length; i++) {
    const [ra, rb] = [find(a[i]!), find(b[i]!)];
    parent[Math.max(ra, rb)] = Math.min(ra, rb);
  }
  const number = new Int32Array(nodeCount).fill(-1);
  let count = 0;
  const islandOf = new Int32Array(nodeCount);
  for (let i = 0; i < nodeCount; i++) {
    const root = find(i);
    if (number[root] === -1) number[root] = count++;
    islandOf[i] = number[root]!;
  }
  return islandOf;
}

/**
 * Analyses a network's wiring.
 * @param a,b the two nodes of each resistor, numbered 0 … nodeCount−1
 * @param references nodes preferred as their island's reference, first come first served; else the lowest number
 */
export function networkPattern(
  nodeCount: number,
  a: Int32Array,
  b: Int32Array,
  references: readonly number[] = [],
): NetworkPattern {
  const islandOf = islands(nodeCount, a, b);
  const reference: number[] = [];
  for (const node of [...references, ...Array.from({ length: nodeCount }, (_, i) => i)])
    reference[islandOf[node]!] ??= node;
  const unknown = new Int32Array(nodeCount);
  for (const node of reference) unknown[node] = -1;
  let count = 0;
  for (let i = 0; i < nodeCount; i++) if (unknown[i] !== -1) unknown[i] = count++;
  const [rows, columns] = [new Int32Array(a.length), new Int32Array(a.length)];
  for (let i = 0; i < a.length; i++) {
    const [ua, ub] = [unknown[a[i]!]!, unknown[b[i]!]!];
    // A resistor to a reference touches only the diagonal: its pair is put on the diagonal, where analyse skips it.
    rows[i] = ua >= 0 ? ua : ub;
    columns[i] = ub >= 0 ? ub : ua;
  }
  return { nodeCount, a, b, islandOf, reference, unknown, pattern: analyse(count, rows, columns) };
}

/**
 * Nodal analysis of a purely resistive network with current injections, one factorisation for any number of solves.
 * Source: Kirchhoff's current law, G·V = I.
 * @param conductanceS by resistor, in the order of the pattern
 * @throws RangeError when a conductance is not positive and finite.
 */
export function networkWith(wiring: NetworkPattern, conductanceS: Float64Array): ResistiveNetwork {
  const { nodeCount, a, b, islandOf, unknown, pattern } = wiring;
  const diagonal = new Float64Array(pattern.size);
  const offDiagonal = new Float64Array(a.length);
  for (let i = 0; i < a.length; i++) {
    const g = conductanceS[i]!;
    if (!(g > 0) || !Number.isFinite(g))
      throw new RangeError(`conductance between nodes ${a[i]} and ${b[i]} is ${g}; accepted: above 0 S`);
    if (a[i] === b[i]) continue;
    const [ua, ub] = [unknown[a[i]!]!, unknown[b[i]!]!];
    if (ua >= 0) diagonal[ua]! += g;
    if (ub >= 0) diagonal[ub]! += g;
    if (ua >= 0 && ub >= 0) offDiagonal[i] = -g;
  }
  const factor = factorise(pattern, diagonal, offDiagonal);
  const reduced = new Float64Array(pattern.size);
  const spread = (x: Float64Array): Float64Array => {
    const full = new Float64Array(nodeCount);
    for (let i = 0; i < nodeCount; i++) if (unknown[i]! >= 0) full[i] = x[unknown[i]!]!;
    return full;
  };
  const solve = (injectionA: ArrayLike<number>): Float64Array => {
    for (let i = 0; i < nodeCount; i++) if (unknown[i]! >= 0) reduced[unknown[i]!] = injectionA[i]!;
    return spread(factor.solve(reduced));
  };
  const port = (plus: number, minus: number) => factor.half(unknown[plus]!, unknown[minus]!);
  let toReference: Float64Array | null = null;
  return {
    islandOf,
    referenceOf: (node) => wiring.reference[islandOf[node]!]!,
    solve,
    port,
    transferOhm: factor.meet,
    resistanceOhm(from, to) {
      if (from === to) return 0;
      if (islandOf[from] !== islandOf[to]) return Number.POSITIVE_INFINITY;
      const own = port(from, to);
      return factor.meet(own, own);
    },
    toReferenceOhm() {
      toReference ??= spread(factor.inverseDiagonal());
      return toReference;
    },
  };
}

/** Both at once, for a network that is solved with one set of values. */
export function resistiveNetwork(nodeCount: number, resistors: readonly Resistor[]): ResistiveNetwork {
  const wiring = networkPattern(
    nodeCount,
    Int32Array.from(resistors, (r) => r.a),
    Int32Array.from(resistors, (r) => r.b),
  );
  return networkWith(
    wiring,
    Float64Array.from(resistors, (r) => r.conductanceS),
  );
}

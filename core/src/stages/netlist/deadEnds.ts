import type { Branch, SourcePort } from './netlist.ts';

/**
 * The dead ends of a wiring. Most of a board is that: what flows at the tip of one flows all along its way to the core,
 * where the sources are, and only the core has to be solved.
 */
export interface DeadEnds {
  /** Of nodes in dead ends: the branch and the node one step nearer to the core; −1 for nodes of the core. */
  parentBranch: Int32Array;
  parentNode: Int32Array;
  /** The node of the core a node hangs on; itself in the core. */
  anchorOf: Int32Array;
  /** Nodes of dead ends, the ones nearest to the core first. */
  outward: Int32Array;
  /** By branch: its node farther from the core; −1 for branches of the core. */
  tipOf: Int32Array;
  /** Whether a branch lies between a node and the core. */
  onWay(branch: number, node: number): boolean;
}

interface Wiring {
  nodeCount: number;
  branches: readonly Pick<Branch, 'a' | 'b'>[];
  sources: readonly Pick<SourcePort, 'plus' | 'minus'>[];
}

/** Takes tips off one after the other until only the core is left; poles of sources stay in it. */
export function deadEndsOf({ nodeCount, branches, sources }: Wiring, conducts: (branch: number) => boolean): DeadEnds {
  const at: number[][] = Array.from({ length: nodeCount }, () => []);
  branches.forEach(({ a, b }, i) => {
    if (!conducts(i) || a === b) return;
    at[a]!.push(i);
    at[b]!.push(i);
  });
  const degree = Int32Array.from(at, (own) => own.length);
  const stays = new Uint8Array(nodeCount);
  for (const s of sources) {
    stays[s.plus] = 1;
    stays[s.minus] = 1;
  }
  const [parentBranch, parentNode] = [new Int32Array(nodeCount).fill(-1), new Int32Array(nodeCount).fill(-1)];
  const tipOf = new Int32Array(branches.length).fill(-1);
  const inward: number[] = [];
  for (let n = 0; n < nodeCount; n++) if (degree[n] === 1 && !stays[n]) inward.push(n);
  for (const node of inward) {
    if (degree[node] !== 1) continue;
    const branch = at[node]!.find((i) => tipOf[i]! < 0)!;
    const { a, b } = branches[branch]!;
    const other = a === node ? b : a;
    tipOf[branch] = node;
    parentBranch[node] = branch;
    parentNode[node] = other;
    degree[node] = 0;
    degree[other]!--;
    if (degree[other] === 1 && !stays[other]) inward.push(other);
  }
  const outward = Int32Array.from(inward.filter((n) => parentBranch[n]! >= 0)).reverse();
  const anchorOf = Int32Array.from({ length: nodeCount }, (_, n) => n);
  for (const n of outward) anchorOf[n] = anchorOf[parentNode[n]!]!;
  const [first, past] = ranksOf(outward, parentNode, nodeCount);
  return {
    parentBranch,
    parentNode,
    anchorOf,
    outward,
    tipOf,
    onWay(branch, node) {
      const tip = tipOf[branch]!;
      return tip >= 0 && first[node]! >= first[tip]! && first[node]! < past[tip]!;
    },
  };
}

/** Nodes numbered so that all that hangs on one stands in one stretch, from its first to past its last; −1 in the core. */
function ranksOf(outward: Int32Array, parentNode: Int32Array, nodeCount: number): [Int32Array, Int32Array] {
  const size = new Int32Array(nodeCount).fill(1);
  for (let i = outward.length - 1; i >= 0; i--) size[parentNode[outward[i]!]!]! += size[outward[i]!]!;
  const [first, past, next] = [
    new Int32Array(nodeCount).fill(-1),
    new Int32Array(nodeCount).fill(-1),
    new Int32Array(nodeCount).fill(-1),
  ];
  let free = 0;
  for (const n of outward) {
    const parent = parentNode[n]!;
    const inCore = first[parent]! < 0;
    const from = inCore ? free : next[parent]!;
    if (inCore) free += size[n]!;
    else next[parent] = from + size[n]!;
    first[n] = from;
    past[n] = from + size[n]!;
    next[n] = from + 1;
  }
  return [first, past];
}

import { type NetworkPattern, networkPattern } from '../../solvers/resistiveNetwork.ts';
import type { Netlist } from '../netlist/netlist.ts';
import type { Potentials } from '../netlist/potentials.ts';

/**
 * The wiring as a fault sees it. Loads are dropped, so most of a board is dead ends: a short at the tip of one carries
 * its whole current along the way to the core, where the sources are. Only the core has to be solved.
 */
export interface FaultShape {
  netlist: Netlist;
  /** By branch: 1 where it conducts in this state. */
  closed: Uint8Array;
  /** Of nodes in dead ends: the branch and the node one step nearer to the core; −1 for nodes of the core. */
  parentBranch: Int32Array;
  parentNode: Int32Array;
  /** The node of the core a node hangs on; itself in the core. */
  anchorOf: Int32Array;
  /** Nodes of dead ends, the ones nearest to the core first. */
  outward: Int32Array;
  /** Number of a node in the core, −1 in dead ends. */
  coreOf: Int32Array;
  coreNodes: Int32Array;
  /** Closed branches within the core, and by core node those that touch it. */
  coreBranches: Int32Array;
  touching: readonly (readonly number[])[];
  /** Sources by core node, as their place among the netlist's. */
  sourcesAt: readonly (readonly number[])[];
  /** By source: 1 at the bottom of its bank, where no other source stands below its minus. */
  bottoms: Uint8Array;
  pattern: NetworkPattern;
}

/** Kept per wiring: sizes change none of it. */
const known = new WeakMap<object, Map<string, FaultShape>>();

/** The shape of a wiring in one state. @param closed by branch, 1 where it conducts; @param id names the state */
export function faultShape(netlist: Netlist, potentials: Potentials, closed: Uint8Array, id: string): FaultShape {
  let own = known.get(netlist);
  if (!own) {
    own = new Map();
    known.set(netlist, own);
  }
  let shape = own.get(id);
  if (!shape) {
    shape = shapeOf(netlist, potentials, closed);
    own.set(id, shape);
  }
  return shape;
}

function shapeOf(netlist: Netlist, { netOf, nets }: Potentials, closed: Uint8Array): FaultShape {
  const { nodeCount, branches, sources } = netlist;
  const at: number[][] = Array.from({ length: nodeCount }, () => []);
  branches.forEach(({ a, b }, i) => {
    if (!closed[i] || a === b) return;
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
  const pruned = new Uint8Array(nodeCount);
  const gone = new Uint8Array(branches.length);
  const inward: number[] = [];
  for (let n = 0; n < nodeCount; n++) if (degree[n] === 1 && !stays[n]) inward.push(n);
  for (const node of inward) {
    if (degree[node] !== 1) continue;
    const branch = at[node]!.find((i) => !gone[i])!;
    const { a, b } = branches[branch]!;
    const other = a === node ? b : a;
    gone[branch] = 1;
    pruned[node] = 1;
    parentBranch[node] = branch;
    parentNode[node] = other;
    degree[node] = 0;
    degree[other]!--;
    if (degree[other] === 1 && !stays[other]) inward.push(other);
  }
  const outward = Int32Array.from(inward.filter((n) => pruned[n])).reverse();
  const anchorOf = Int32Array.from({ length: nodeCount }, (_, n) => n);
  for (const n of outward) anchorOf[n] = anchorOf[parentNode[n]!]!;
  return {
    netlist,
    closed,
    parentBranch,
    parentNode,
    anchorOf,
    outward,
    bottoms: Uint8Array.from(sources, (s) => (nets[netOf[s.minus]!]!.plusOf.length === 0 ? 1 : 0)),
    ...coreOf(netlist, closed, pruned, gone),
  };
}

function coreOf(netlist: Netlist, closed: Uint8Array, pruned: Uint8Array, gone: Uint8Array) {
  const { nodeCount, branches, sources } = netlist;
  const number = new Int32Array(nodeCount).fill(-1);
  const coreNodes: number[] = [];
  for (let n = 0; n < nodeCount; n++)
    if (!pruned[n]) {
      number[n] = coreNodes.length;
      coreNodes.push(n);
    }
  const coreBranches: number[] = [];
  const touching: number[][] = coreNodes.map(() => []);
  branches.forEach(({ a, b }, i) => {
    if (!closed[i] || gone[i] || a === b) return;
    coreBranches.push(i);
    touching[number[a]!]!.push(i);
    touching[number[b]!]!.push(i);
  });
  const sourcesAt: number[][] = coreNodes.map(() => []);
  sources.forEach((s, i) => {
    sourcesAt[number[s.plus]!]!.push(i);
    if (s.minus !== s.plus) sourcesAt[number[s.minus]!]!.push(i);
  });
  const pattern = networkPattern(
    coreNodes.length,
    Int32Array.from([...coreBranches.map((i) => number[branches[i]!.a]!), ...sources.map((s) => number[s.plus]!)]),
    Int32Array.from([...coreBranches.map((i) => number[branches[i]!.b]!), ...sources.map((s) => number[s.minus]!)]),
    sources.map((s) => number[s.minus]!),
  );
  return {
    coreOf: number,
    coreNodes: Int32Array.from(coreNodes),
    coreBranches: Int32Array.from(coreBranches),
    touching,
    sourcesAt,
    pattern,
  };
}

import { type NetworkPattern, networkPattern } from '../../solvers/resistiveNetwork.ts';
import { type DeadEnds, deadEndsOf } from '../netlist/deadEnds.ts';
import type { Netlist } from '../netlist/netlist.ts';
import type { Potentials } from '../netlist/potentials.ts';

/**
 * The wiring as a fault sees it. Loads are dropped, so most of a board is dead ends: a short at the tip of one carries
 * its whole current along the way to the core, where the sources are. Only the core has to be solved.
 */
export interface FaultShape extends DeadEnds {
  netlist: Netlist;
  /** By branch: 1 where it conducts in this state. */
  closed: Uint8Array;
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
  const ends = deadEndsOf(netlist, (b) => closed[b] === 1);
  return {
    netlist,
    closed,
    ...ends,
    bottoms: Uint8Array.from(netlist.sources, (s) => (nets[netOf[s.minus]!]!.plusOf.length === 0 ? 1 : 0)),
    ...coreOf(netlist, closed, ends),
  };
}

function coreOf(netlist: Netlist, closed: Uint8Array, { parentBranch, tipOf }: DeadEnds) {
  const { nodeCount, branches, sources } = netlist;
  const number = new Int32Array(nodeCount).fill(-1);
  const coreNodes: number[] = [];
  for (let n = 0; n < nodeCount; n++)
    if (parentBranch[n]! < 0) {
      number[n] = coreNodes.length;
      coreNodes.push(n);
    }
  const coreBranches: number[] = [];
  const touching: number[][] = coreNodes.map(() => []);
  branches.forEach(({ a, b }, i) => {
    if (!closed[i] || tipOf[i]! >= 0 || a === b) return;
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

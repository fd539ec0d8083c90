import { networkWith } from '../../solvers/resistiveNetwork.ts';
import type { Flow } from '../demand/demand.ts';
import type { SourcePort } from '../netlist/netlist.ts';
import { type EmfState, emfV } from '../netlist/potentials.ts';
import type { BranchOhm } from '../sizing/electrical.ts';
import type { FaultShape } from './faultShape.ts';

/** A bolted short between two places, and what it draws. */
export interface Short {
  node: number;
  /** Where it returns: a place on the minus side. */
  back: number;
  openV: number;
  pathOhm: number;
  totalA: number;
  /** Core voltages for one ampere taken out at the one place and put in at the other. */
  unitV: Float64Array;
}

/** The fault network in one state and one corner. */
export interface FaultNet {
  shape: FaultShape;
  /** A short between two places; null where nothing stiff drives a current through it. */
  short(node: number, back: number): Short | null;
  /** What it would draw, A; 0 where nothing stiff drives a current through it. */
  shortA(node: number, back: number): number;
  /** Current in a branch while a short stands, from a to b, A. */
  currentIn(branch: number, short: Short): number;
  /** Current a source gives into its plus while a short stands, A. */
  sourceA(source: number, short: Short): number;
  /** Resistance of a branch as it stands in this corner, Ω. */
  ohmOf(branch: number): number;
  /**
   * Of some ways back those that can draw most: one that hangs on the same place of the core with no less resistance and
   * no lower voltage than another never does.
   */
  nearest(backs: readonly number[]): readonly number[];
  /** Voltage between two places with nothing shorted and nothing drawn, V; NaN where no core joins them. */
  openV(node: number, back: number): number;
}

export interface Corner {
  branchOhm: BranchOhm;
  emf: EmfState;
  sourceFactor: (source: SourcePort) => number;
  /** Flows that charge while the short stands: chargers are current sources and add no more than their rating. */
  charging: readonly Flow[];
}

/** Smallest resistance that is told apart from none, Ω. */
const LEAST_OHM = 1e-7;

/** Values put on a shape: one factorisation of its core. */
export function faultNet(shape: FaultShape, corner: Corner): FaultNet {
  const { netlist, coreBranches, coreNodes, coreOf, anchorOf, parentBranch, parentNode, outward, closed } = shape;
  const { branches, sources } = netlist;
  const ohm = new Float64Array(branches.length);
  for (let i = 0; i < branches.length; i++)
    ohm[i] = closed[i] ? Math.max(corner.branchOhm(branches[i]!, i), LEAST_OHM) : Number.POSITIVE_INFINITY;
  const sourceOhm = Float64Array.from(sources, (s) => s.element.resistanceOhm * corner.sourceFactor(s));
  const sourceEmf = Float64Array.from(sources, (s) => emfV(s, corner.emf));
  const values = new Float64Array(coreBranches.length + sources.length);
  coreBranches.forEach((branch, i) => {
    values[i] = 1 / ohm[branch]!;
  });
  sourceOhm.forEach((r, i) => {
    values[coreBranches.length + i] = 1 / r;
  });
  const network = networkWith(shape.pattern, values);
  const stubOhm = new Float64Array(netlist.nodeCount);
  for (const n of outward) stubOhm[n] = stubOhm[parentNode[n]!]! + ohm[parentBranch[n]!]!;

  // At rest: sources against each other, and what charges.
  const injection = new Float64Array(coreNodes.length);
  sources.forEach((s, i) => {
    injection[coreOf[s.plus]!]! += sourceEmf[i]! / sourceOhm[i]!;
    injection[coreOf[s.minus]!]! -= sourceEmf[i]! / sourceOhm[i]!;
  });
  const restA = new Float64Array(branches.length);
  const carry = (from: number, amps: number) => {
    for (let n = from; parentBranch[n]! >= 0; n = parentNode[n]!)
      restA[parentBranch[n]!]! += branches[parentBranch[n]!]!.a === n ? amps : -amps;
  };
  const island = (node: number) => network.islandOf[coreOf[anchorOf[node]!]!]!;
  for (const { sink, designCurrentA } of corner.charging) {
    if (island(sink.plus) !== island(sink.minus)) continue;
    injection[coreOf[anchorOf[sink.plus]!]!]! += designCurrentA;
    injection[coreOf[anchorOf[sink.minus]!]!]! -= designCurrentA;
    carry(sink.plus, designCurrentA);
    carry(sink.minus, -designCurrentA);
  }
  const restV = network.solve(injection);
  for (const branch of coreBranches) {
    const { a, b } = branches[branch]!;
    restA[branch] = (restV[coreOf[a]!]! - restV[coreOf[b]!]!) / ohm[branch]!;
  }

  // What charges out in a dead end lifts the voltage along it.
  const liftV = new Float64Array(netlist.nodeCount);
  for (const n of outward) {
    const branch = parentBranch[n]!;
    const towardsCore = branches[branch]!.a === n ? restA[branch]! : -restA[branch]!;
    liftV[n] = liftV[parentNode[n]!]! + towardsCore * ohm[branch]!;
  }
  const openV = (node: number, back: number): number => {
    const [n, r] = [coreOf[anchorOf[node]!]!, coreOf[anchorOf[back]!]!];
    if (network.islandOf[n] !== network.islandOf[r]) return Number.NaN;
    return restV[n]! + liftV[node]! - restV[r]! - liftV[back]!;
  };
  // One solve a place, not one a pair of places: what flows between two is the difference of what flows into each.
  const columns: (Float64Array | undefined)[] = [];
  const columnOf = (n: number): Float64Array => {
    let column = columns[n];
    if (!column) {
      const one = new Float64Array(coreNodes.length);
      one[n] = 1;
      column = network.solve(one);
      columns[n] = column;
    }
    return column;
  };
  const pathOhmOf = (node: number, back: number): number => {
    const [n, r] = [coreOf[anchorOf[node]!]!, coreOf[anchorOf[back]!]!];
    const [atNode, atBack] = [columnOf(n), columnOf(r)];
    return atBack[r]! - atNode[r]! - atBack[n]! + atNode[n]! + stubOhm[node]! + stubOhm[back]!;
  };
  const units = new Map<number, Float64Array>();
  /** Core voltages for one ampere taken out at the one place and put in at the other. */
  const unitOf = (n: number, r: number): Float64Array => {
    const key = n * coreNodes.length + r;
    let unit = units.get(key);
    if (!unit) {
      const [atNode, atBack] = [columnOf(n), columnOf(r)];
      unit = atBack.map((v, i) => v - atNode[i]!);
      units.set(key, unit);
    }
    return unit;
  };
  const shortA = (node: number, back: number): number => {
    const drivingV = openV(node, back);
    if (!(drivingV > 0)) return 0;
    const pathOhm = pathOhmOf(node, back);
    return pathOhm > 0 ? drivingV / pathOhm : 0;
  };
  const short = (node: number, back: number): Short | null => {
    const drivingV = openV(node, back);
    if (!(drivingV > 0)) return null;
    const pathOhm = pathOhmOf(node, back);
    if (!(pathOhm > 0)) return null;
    const unitV = unitOf(coreOf[anchorOf[node]!]!, coreOf[anchorOf[back]!]!);
    return { node, back, openV: drivingV, pathOhm, totalA: drivingV / pathOhm, unitV };
  };
  return {
    shape,
    short,
    shortA,
    openV,
    ohmOf: (branch) => ohm[branch]!,
    nearest(backs) {
      const betters = (i: number, j: number): boolean => {
        if (stubOhm[i]! > stubOhm[j]! || liftV[i]! > liftV[j]!) return false;
        return stubOhm[i]! < stubOhm[j]! || liftV[i]! < liftV[j]! || backs.indexOf(i) < backs.indexOf(j);
      };
      const byAnchor = new Map<number, number[]>();
      for (const back of backs) {
        const own = byAnchor.get(anchorOf[back]!) ?? [];
        if (own.some((o) => betters(o, back))) continue;
        byAnchor.set(anchorOf[back]!, [...own.filter((o) => !betters(back, o)), back]);
      }
      const left = new Set([...byAnchor.values()].flat());
      return backs.filter((b) => left.has(b));
    },
    currentIn(branch, { unitV, totalA, node, back }) {
      if (!closed[branch]) return 0;
      const { a, b } = branches[branch]!;
      const tip = shape.tipOf[branch]!;
      if (tip < 0) {
        const [ca, cb] = [coreOf[a]!, coreOf[b]!];
        return ca >= 0 && cb >= 0 ? restA[branch]! + totalA * ((unitV[ca]! - unitV[cb]!) / ohm[branch]!) : 0;
      }
      // Out of the core to the one place, and back into it from the other.
      const inward = (shape.onWay(branch, back) ? 1 : 0) - (shape.onWay(branch, node) ? 1 : 0);
      return restA[branch]! + totalA * (a === tip ? inward : -inward);
    },
    sourceA(source, { unitV, totalA }) {
      const { plus, minus } = sources[source]!;
      const [p, m] = [coreOf[plus]!, coreOf[minus]!];
      const acrossV = restV[p]! - restV[m]! + totalA * (unitV[p]! - unitV[m]!);
      return (sourceEmf[source]! - acrossV) / sourceOhm[source]!;
    },
  };
}

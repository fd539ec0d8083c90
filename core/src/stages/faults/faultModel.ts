import type { Flow } from '../demand/demand.ts';
import type { Netlist } from '../netlist/netlist.ts';
import type { Potentials } from '../netlist/potentials.ts';
import type { BoardState } from '../states/boardStates.ts';
import type { Backs } from './backs.ts';
import { type Corner, type FaultNet, faultNet, type Short } from './faultNet.ts';
import type { FaultShape } from './faultShape.ts';
import { CARRIES_SHARE, type Guarding, guardingOf } from './layers.ts';

/** Devices that together carry what a fault draws past them, with what each carries at both corners. */
export interface SideLayer {
  devices: readonly number[];
  largeA: readonly number[];
  smallA: readonly number[];
}

/** A short seen by one conductor: what comes through it from one side, and what stands on the way. */
export interface Side {
  state: number;
  /** The place shorted, and the end of the conductor the current comes in by. */
  end: number;
  from: number;
  /** Nearest the fault first. */
  layers: readonly SideLayer[];
  /** Sources with no device between, as their place among the netlist's. */
  open: readonly number[];
  /** Through the conductor, at the largest and at the smallest fault, A. */
  largeA: number;
  smallA: number;
}

/** A short at its strongest: what drives it, through what, in which state. */
export interface Strongest extends Pick<Short, 'openV' | 'pathOhm' | 'totalA' | 'back'> {
  state: number;
}

/**
 * The faults of a board, over its states and in two corners. Constant-power loads are dropped; a battery is its
 * electromotive force behind its resistance; chargers are current sources of their rating.
 *
 * Largest: to the strongest return there is, bank full and warm, copper at 20 °C, every charger on.
 * Smallest: to the way back of the device that stands there, bank low, cold and aged, copper hot, nothing charging.
 */
export interface FaultModel {
  states: readonly BoardState[];
  /** The strongest short at a place; null where nothing stiff feeds it. */
  strongestAt(node: number): Strongest | null;
  /** The weakest short at a place; null where nothing stiff feeds it. */
  weakestAt(node: number): Strongest | null;
  /** What a short at either end sends through a branch, from each side that feeds it, in each state. */
  sidesOf(branch: number): readonly Side[];
  /** The same of a conductor on the minus side: shorts across the devices whose return it carries. */
  returnsOf(branch: number): readonly Side[];
  /** Open-circuit voltage of a place against its strongest return with every bank full, V; null where nothing feeds it. */
  openCircuitV(node: number): number | null;
}

interface Pair {
  strong: FaultNet;
  weak: FaultNet;
}

export interface FaultInput {
  netlist: Netlist;
  potentials: Potentials;
  backs: Backs;
  states: readonly BoardState[];
  shapes: readonly FaultShape[];
  flows: readonly Flow[];
  strong: Omit<Corner, 'charging'>;
  weak: Omit<Corner, 'charging'>;
  /** Design current of a branch, A: what carries none is there for the short alone. */
  carriesA: (branch: number) => number;
}

/** Builds the model: one small factorisation a state and corner; everything else is asked for. */
export function faultModel(input: FaultInput): FaultModel {
  const { netlist, backs, states, shapes } = input;
  const chargingIn = ({ charging }: BoardState) =>
    input.flows.filter((f) => f.way === 'charge' && (charging === null || charging.has(f.itemId)));
  const pairs = shapes.map(
    (shape, state): Pair => ({
      strong: faultNet(shape, { ...input.strong, charging: chargingIn(states[state]!) }),
      weak: faultNet(shape, { ...input.weak, charging: [] }),
    }),
  );
  const strongIn = pairs.map(({ strong }) => kept((node: number) => strongestShort(strong, node, backs)));
  const weakIn = pairs.map(({ weak }) => kept((node: number) => weakestShort(weak, node, backs)));
  const over = (list: ((node: number) => Short | null)[], better: (a: Short, b: Short) => boolean) =>
    kept((node: number): Strongest | null => {
      let best: Strongest | null = null;
      list.forEach((at, state) => {
        const short = at(node);
        if (short && (!best || better(short, best as unknown as Short)))
          best = { openV: short.openV, pathOhm: short.pathOhm, totalA: short.totalA, back: short.back, state };
      });
      return best;
    });
  const strongestAt = over(strongIn, (a, b) => a.totalA > b.totalA);
  const weakestAt = over(weakIn, (a, b) => a.totalA < b.totalA);

  const sideOf = (state: number, branch: number, end: number): Side | null => {
    const { strong, weak } = pairs[state]!;
    const short = strongIn[state]!(end);
    if (!short || !strong.shape.closed[branch]) return null;
    const { a, b } = netlist.branches[branch]!;
    const from = a === end ? b : a;
    const largeA = strong.currentIn(branch, short) * (b === end ? 1 : -1);
    if (largeA < CARRIES_SHARE * short.totalA) return null;
    const guarding = guardingOf(strong, short, from, largeA, branch);
    const small = weakIn[state]!(end);
    return {
      state,
      end,
      from,
      ...withSmall(guarding, weak, small),
      largeA,
      smallA: small ? Math.abs(weak.currentIn(branch, small)) : 0,
    };
  };
  /**
   * A short halfway along a conductor that others bridge: at neither end does it carry much, but from either side half of
   * it carries all. Of dead ends the far end tells that already.
   */
  const halfway = (state: number, branch: number, from: number): Side | null => {
    const { strong, weak } = pairs[state]!;
    const { shape } = strong;
    const { kind, a, b } = netlist.branches[branch]!;
    const end = a === from ? b : a;
    if (kind !== 'wire' || !shape.closed[branch] || shape.coreOf[a]! < 0 || shape.coreOf[b]! < 0) return null;
    const [short, small] = [strongIn[state]!(from), weakIn[state]!(from)];
    const other = strongIn[state]!(end);
    if (!short || !other) return null;
    const brings = (s: Short) => Math.abs(strong.currentIn(branch, s)) > BRIDGED_SHARE * s.totalA;
    if (brings(short) || brings(other)) return null;
    const part = (net: FaultNet, s: Short) => s.pathOhm / (s.pathOhm + net.ohmOf(branch) / 2);
    const [large, little] = [part(strong, short), small ? part(weak, small) : 0];
    const guarding = withSmall(guardingOf(strong, short, from, short.totalA, branch), weak, small);
    return {
      state,
      end,
      from,
      open: guarding.open,
      layers: guarding.layers.map(({ devices, largeA, smallA }) => ({
        devices,
        largeA: largeA.map((amps) => amps * large),
        smallA: smallA.map((amps) => amps * little),
      })),
      largeA: short.totalA * large,
      smallA: small ? small.totalA * little : 0,
    };
  };
  const sidesOf = kept((branch: number): readonly Side[] => {
    const { a, b } = netlist.branches[branch]!;
    return states
      .flatMap((_, state) => [
        sideOf(state, branch, a),
        sideOf(state, branch, b),
        halfway(state, branch, a),
        halfway(state, branch, b),
      ])
      .filter((s) => s !== null);
  });
  return {
    states,
    strongestAt,
    weakestAt,
    sidesOf,
    returnsOf: returnsBy(pairs, backs, netlist, input.carriesA),
    openCircuitV: (node) => strongestAt(node)?.openV ?? null,
  };
}

function kept<T>(work: (key: number) => T): (key: number) => T {
  const known = new Map<number, T>();
  return (key) => {
    let found = known.get(key);
    if (found === undefined && !known.has(key)) {
      found = work(key);
      known.set(key, found);
    }
    return found as T;
  };
}

function withSmall({ layers, open }: Guarding, weak: FaultNet, small: Short | null): Pick<Side, 'layers' | 'open'> {
  return {
    layers: layers.map(({ devices, currentA }) => ({
      devices,
      largeA: currentA,
      smallA: devices.map((d) => (small ? Math.abs(weak.currentIn(d, small)) : 0)),
    })),
    open,
  };
}

/** A conductor that brings less than this part of a short at either of its ends is bridged by others. Common practice, no source. */
const BRIDGED_SHARE = 0.2;
/** Less than this is no load, A: rounding of the solver. */
const NO_LOAD_A = 1e-6;
/** Whether a branch carries a load by its design current. */
export const isLoaded = (designA: number): boolean => designA > NO_LOAD_A;
/** Voltages smaller than this drive no fault worth the name, V. */
const LEAST_V = 0.5;

const knownNearest = new WeakMap<FaultNet, { backs: Backs; nearest: readonly number[] }>();

function nearestTo(net: FaultNet, backs: Backs): readonly number[] {
  let known = knownNearest.get(net);
  if (known?.backs !== backs) {
    known = { backs, nearest: net.nearest(backs.strong) };
    knownNearest.set(net, known);
  }
  return known.nearest;
}

/** The strongest short at a place of a fault network; null where nothing stiff feeds it. */
export function strongestShort(net: FaultNet, node: number, backs: Backs): Short | null {
  let [best, mostA] = [-1, 0];
  for (const back of nearestTo(net, backs)) {
    if (!(net.openV(node, back) > LEAST_V)) continue;
    const currentA = net.shortA(node, back);
    if (currentA > mostA) [best, mostA] = [back, currentA];
  }
  return best < 0 ? null : net.short(node, best);
}

function weakestShort(net: FaultNet, node: number, backs: Backs): Short | null {
  let worst: Short | null = null;
  for (const back of backs.at[node]!) {
    if (!(net.openV(node, back) > LEAST_V)) continue;
    const short = net.short(node, back);
    if (short && (!worst || short.totalA < worst.totalA)) worst = short;
  }
  return worst ?? strongestShort(net, node, backs);
}

/** Shorts across devices, and by conductor of the minus side those whose current it carries home. */
function returnsBy(
  pairs: readonly Pair[],
  backs: Backs,
  netlist: Netlist,
  carriesA: (branch: number) => number,
): FaultModel['returnsOf'] {
  interface Across {
    state: number;
    plus: number;
    how: Backs['across'][number]['how'];
    guarding: Pick<Side, 'layers' | 'open'>;
    short: Short;
    small: Short | null;
  }
  let inCore: Across[] | null = null;
  const onWay = new Map<number, Across[]>();
  const prepare = (): Across[] => {
    const all: Across[] = [];
    pairs.forEach(({ strong, weak }, state) => {
      for (const { plus, minus, how } of backs.across) {
        const short = strong.openV(plus, minus) > LEAST_V ? strong.short(plus, minus) : null;
        if (!short) continue;
        const small = weak.short(plus, minus);
        const guarding = withSmall(guardingOf(strong, short, plus, short.totalA, -1), weak, small);
        const across = { state, plus, how, guarding, short, small };
        if (how !== 'metal') all.push(across);
        const { parentBranch, parentNode } = strong.shape;
        // What bonds metal is judged up to the bar it ends on: beyond, the device's own return tells the worst.
        for (let n = minus; parentBranch[n]! >= 0 && !(how === 'metal' && backs.bars.has(n)); n = parentNode[n]!) {
          const own = onWay.get(parentBranch[n]!);
          if (own) own.push(across);
          else onWay.set(parentBranch[n]!, [across]);
        }
      }
    });
    return all;
  };
  return (branch) => {
    inCore ??= prepare();
    const { a, b } = netlist.branches[branch]!;
    const deadEnd = pairs.some(
      ({ strong: { shape } }) => shape.parentBranch[a] === branch || shape.parentBranch[b] === branch,
    );
    return (deadEnd ? (onWay.get(branch) ?? []) : inCore).flatMap(
      ({ state, plus, how, guarding, short, small }): Side[] => {
        // What carries a load is sized by its own shorts; a bond by those it alone brings home.
        if (how === 'bond' && isLoaded(carriesA(branch))) return [];
        const { strong, weak } = pairs[state]!;
        const largeA = Math.abs(strong.currentIn(branch, short));
        if (largeA < CARRIES_SHARE * short.totalA) return [];
        return [
          {
            state,
            end: plus,
            from: a,
            layers: guarding.layers,
            open: guarding.open,
            largeA,
            smallA: small ? Math.abs(weak.currentIn(branch, small)) : 0,
          },
        ];
      },
    );
  };
}

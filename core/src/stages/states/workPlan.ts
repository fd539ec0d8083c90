import type { FlowWay } from '../demand/demand.ts';
import type { Netlist, SourcePort } from '../netlist/netlist.ts';
import { type Nets, netsOf } from '../netlist/potentials.ts';
import { neighbours, reachedFrom } from '../netlist/reach.ts';
import { type Relations, relationsOf } from '../sizing/relations.ts';
import type { BoardState } from './boardStates.ts';

/** An alternator that gives into a bank through a closed contact: a source of its rating in place of its battery. */
export interface Transfer {
  key: string;
  /** Place among the netlist's sources of the battery it stands beside. */
  feed: number;
  port: SourcePort;
  /** The batteries it charges. */
  banks: readonly SourcePort[];
}

/** The currents of one state: which flows run, through which contacts, and which fuses then stand where. */
export interface WorkPlan {
  board: BoardState;
  /** Place among the states. */
  state: number;
  /** The source taken out because its alternator stands for it; −1 for none. */
  without: number;
  /** Flows that take, and flows that charge, as places among all flows. */
  out: readonly number[];
  back: readonly number[];
  relations: Relations;
  /** What is joined to what in it. */
  nets: Nets;
}

export interface Plan {
  states: readonly BoardState[];
  /** Of the states those whose contacts differ: a short knows no more of them. */
  wirings: readonly BoardState[];
  works: readonly WorkPlan[];
  transfers: readonly Transfer[];
}

/** A charging flow from an alternator's battery, however strong it is. */
export const transferWay = ({ key, port }: Transfer): FlowWay => ({
  key,
  way: 'charge',
  sink: port,
  supply: null,
  modules: [],
});

/**
 * Every state worked through: in each the flows that are joined to a source run, those that charge as the state says,
 * and where an engine may run and a contact joins it to a bank its alternator charges that.
 */
export function workPlan(
  netlist: Netlist,
  flows: readonly FlowWay[],
  states: readonly BoardState[],
  onMinus: (branch: number) => boolean,
): Plan {
  const transfers = new Map<string, Transfer>();
  const joinedIn = states.map((state) => joinedFeeds(netlist, state));
  for (const joined of joinedIn) for (const t of joined) transfers.set(t.key, t);
  const list = [...transfers.values()];
  const all = [...flows, ...list.map(transferWay)];
  const works = states.flatMap((board, state): WorkPlan[] => {
    if (board.moment) return [];
    const open = openIn(netlist, board);
    const runs = (f: FlowWay) => open(f);
    const charges = (f: FlowWay) => board.charging === null || board.charging.has(f.sink.item.id);
    const indexes = (which: (f: FlowWay) => boolean) => flows.flatMap((f, i) => (which(f) && runs(f) ? [i] : []));
    const out = indexes((f) => f.way !== 'charge');
    const back = indexes((f) => f.way === 'charge' && charges(f));
    const shut = new Set(netlist.branches.filter((_, i) => board.closed[i]));
    const nets = netsOf(netlist, (b) => shut.has(b));
    const plan = (without: number, o: readonly number[], b: readonly number[]): WorkPlan => ({
      board,
      state,
      without,
      out: o,
      back: b,
      nets,
      relations: relationsOf(netlist, all, board, without, [...o, ...b], onMinus),
    });
    return [
      plan(-1, out, back),
      ...joinedIn[state]!.map((t) =>
        plan(t.feed, [], [...back, flows.length + list.findIndex((x) => x.key === t.key)]),
      ),
    ];
  });
  return { states, wirings: apart(states), works, transfers: list };
}

/** Feeds whose plus is joined to a battery's in a state in which an engine may run. */
function joinedFeeds(netlist: Netlist, board: BoardState): Transfer[] {
  if (!board.engineMayRun || board.moment) return [];
  const near = nearIn(netlist, board);
  return netlist.sources.flatMap((port, feed): Transfer[] => {
    if (port.element.kind !== 'feed') return [];
    const reached = reachedFrom(near, [port.plus]);
    const banks = netlist.sources.filter((s) => s.element.kind === 'battery' && reached.has(s.plus));
    return banks.length > 0 ? [{ key: `${port.key}/alternator`, feed, port, banks }] : [];
  });
}

function nearIn(netlist: Netlist, { closed }: BoardState): number[][] {
  const shut = new Set(netlist.branches.filter((_, i) => closed[i]));
  return neighbours(netlist, (b) => shut.has(b));
}

/** Whether a flow finds its way round in a state: both its poles reach a source, or a string its controller. */
function openIn(netlist: Netlist, board: BoardState): (flow: FlowWay) => boolean {
  if (board.closed.every((c) => c === 1)) return () => true;
  const near = nearIn(netlist, board);
  const plus = reachedFrom(
    near,
    netlist.sources.map((s) => s.plus),
  );
  const minus = reachedFrom(
    near,
    netlist.sources.map((s) => s.minus),
  );
  return ({ sink, supply }: FlowWay) =>
    supply
      ? reachedFrom(near, [supply.plus]).has(sink.plus) && reachedFrom(near, [supply.minus]).has(sink.minus)
      : plus.has(sink.plus) && minus.has(sink.minus);
}

/** One state for each way the contacts stand, with the most chargers at work. */
function apart(states: readonly BoardState[]): BoardState[] {
  const best = new Map<string, BoardState>();
  for (const state of states) {
    const key = state.closed.join('');
    const known = best.get(key);
    if (!known || (state.charging?.size ?? 0) > (known.charging?.size ?? 0)) best.set(key, state);
  }
  return [...best.values()];
}

import { same } from '../../engine/same.ts';
import type { Branch } from '../netlist/netlist.ts';
import type { BranchOhm } from '../sizing/electrical.ts';
import { type FaultInput, type FaultModel, faultModel, isLoaded } from './faultModel.ts';

/** All a model is made of beside its wiring: shapes and titles of the states, then numbers. */
type Made = readonly [FaultInput['shapes'], readonly string[], readonly number[]];

/** Models of one wiring: a derive goes through a few on its way to the sizes it settles on. */
const MODELS_KEPT = 4;
const known = new WeakMap<object, { made: Made; model: FaultModel }[]>();

/**
 * The model of a board's faults, and the same one as long as nothing it is made of changes: most edits leave every
 * resistance as it was, and with it every short that was already asked for.
 */
export function keptFaultModel(input: FaultInput): FaultModel {
  const { netlist, shapes, states } = input;
  const numbers = numbersOf(input);
  const made: Made = [shapes, states.map((s) => s.title), numbers];
  let own = known.get(netlist);
  if (!own) {
    own = [];
    known.set(netlist, own);
  }
  const at = own.findIndex((o) => same(o.made, made));
  const kept = at < 0 ? { made, model: faultModel(readOnce(input, numbers)) } : own[at]!;
  if (at >= 0) own.splice(at, 1);
  own.unshift(kept);
  own.length = Math.min(own.length, MODELS_KEPT);
  return kept.model;
}

/** Resistances of every branch in both corners, whether each carries a load, then what charges in each state. */
function numbersOf({ netlist, states, flows, strong, weak, carriesA }: FaultInput): readonly number[] {
  const { branches } = netlist;
  const numbers: number[] = [];
  const inOrder = (ohm: BranchOhm) => {
    for (let i = 0; i < branches.length; i++) numbers.push(ohm(branches[i]!, i));
  };
  inOrder(strong.branchOhm);
  inOrder(weak.branchOhm);
  for (let i = 0; i < branches.length; i++) numbers.push(isLoaded(carriesA(i)) ? 1 : 0);
  for (const s of netlist.sources) numbers.push(strong.sourceFactor(s), weak.sourceFactor(s));
  for (const { charging } of states) {
    for (const { way, itemId, sink, designCurrentA } of flows)
      if (way === 'charge' && (charging === null || charging.has(itemId)))
        numbers.push(sink.plus, sink.minus, designCurrentA);
    numbers.push(Number.NaN);
  }
  return numbers;
}

/** The input with what its numbers say, so that a model that is kept holds on to nothing that goes on changing. */
function readOnce(input: FaultInput, numbers: readonly number[]): FaultInput {
  const count = input.netlist.branches.length;
  const from = (start: number) => (_: Branch, i: number) => numbers[start + i]!;
  return {
    ...input,
    strong: { ...input.strong, branchOhm: from(0) },
    weak: { ...input.weak, branchOhm: from(count) },
    carriesA: (b) => (numbers[2 * count + b] === 1 ? Number.POSITIVE_INFINITY : 0),
  };
}

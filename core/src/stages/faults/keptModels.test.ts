import { expect, it } from 'vitest';
import { deriveStages } from '../../derive.ts';
import { genericCatalogue } from '../../devices/genericCatalogue.ts';
import { defaultWorkshop } from '../../document/workshop/workshop.ts';
import { profileById } from '../../profiles/profiles.ts';
import { demoBoards } from '../../testing/demoBoards.ts';
import { backsOf } from './backs.ts';
import { type FaultInput, faultModel } from './faultModel.ts';
import { faultShape } from './faultShape.ts';
import { keptFaultModel } from './keptModels.ts';

function inputOf(): FaultInput {
  const board = demoBoards()[0]!;
  const stages = deriveStages(board, genericCatalogue, profileById(board.brief.profileId), defaultWorkshop);
  const { netlist, potentials, plan, demand } = stages;
  return {
    netlist,
    potentials,
    backs: backsOf(netlist, potentials),
    states: plan.wirings,
    shapes: plan.wirings.map((w) => faultShape(netlist, potentials, w.closed, w.id)),
    flows: demand.flows,
    carriesA: () => 1,
    strong: { branchOhm: stages.branchOhm(false), emf: 'full', sourceFactor: () => 1 },
    weak: { branchOhm: stages.branchOhm(true), emf: 'low', sourceFactor: () => 2 },
  };
}

it('a model stays while nothing it is made of changes, and is made anew for each thing that does', () => {
  const input = inputOf();
  const { strong, weak, flows, states } = input;
  const model = keptFaultModel(input);
  const charger = flows.find((f) => f.way === 'charge')!;
  const load = flows.find((f) => f.way !== 'charge')!;
  const thicker = (corner: FaultInput['strong']) => ({
    ...corner,
    branchOhm: ((b, i) => corner.branchOhm(b, i) / (i === 3 ? 2 : 1)) as typeof corner.branchOhm,
  });
  const grown = (flow: typeof charger) => flows.map((f) => (f === flow ? { ...f, designCurrentA: 99 } : f));
  // What a load takes changes no short.
  expect(keptFaultModel({ ...input, flows: grown(load), carriesA: () => 7 })).toBe(model);
  const changed: Partial<FaultInput>[] = [
    { strong: thicker(strong) },
    { weak: thicker(weak) },
    { weak: { ...weak, sourceFactor: () => 3 } },
    { carriesA: (b) => (b === 3 ? 0 : 1) },
    { flows: grown(charger) },
    { flows: flows.filter((f) => f !== charger) },
    { states: states.map((s) => ({ ...s, charging: new Set<string>() })) },
    { states: states.map((s) => ({ ...s, title: 'otherwise' })) },
  ];
  for (const change of changed) {
    keptFaultModel(input);
    expect(keptFaultModel({ ...input, ...change }), Object.keys(change)[0]).not.toBe(model);
    expect(keptFaultModel(input)).toBe(model);
  }
});

it('what is kept tells what a model made for it would, whatever its input has come to since', () => {
  const input = inputOf();
  let ohms = 1;
  const moving = {
    ...input,
    strong: {
      ...input.strong,
      branchOhm: ((b, i) => ohms * input.strong.branchOhm(b, i)) as typeof input.strong.branchOhm,
    },
  };
  const kept = keptFaultModel(moving);
  ohms = 5;
  const own = faultModel(input);
  expect(own.strongestAt(input.netlist.branches[5]!.b)).not.toBeNull();
  input.netlist.branches.forEach((branch, b) => {
    expect(kept.strongestAt(branch.b)).toEqual(own.strongestAt(branch.b));
    expect(kept.sidesOf(b)).toEqual(own.sidesOf(b));
    expect(kept.returnsOf(b)).toEqual(own.returnsOf(b));
  });
});

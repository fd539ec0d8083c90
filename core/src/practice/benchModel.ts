import { deriveStages } from '../derive.ts';
import type { Id } from '../document/basics.ts';
import type { Board } from '../document/board.ts';
import type { Catalogue } from '../document/part/part.ts';
import type { Workshop } from '../document/workshop/workshop.ts';
import type { Profile } from '../profiles/profile.ts';
import type { PowerFacts } from '../stages/bench/powerUp.ts';
import type { SimulatedBoard } from '../stages/bench/simulate.ts';

/** A board as the bench meets it: its network with every resistance, and what decides how it comes alive. */
export interface BenchModel {
  simulated: SimulatedBoard;
  facts: PowerFacts;
  /** Design current of each wire, A, by connection. */
  currentA: ReadonlyMap<Id, number>;
  /** Section of each wire, mm², by connection. */
  areaMm2: ReadonlyMap<Id, number>;
}

/**
 * The bench's view of a board, sound and exactly as its sheets say.
 * @example
 * benchModelOf(board, catalogue, profile, workshop).simulated.defects; // []
 */
export function benchModelOf(board: Board, catalogue: Catalogue, profile: Profile, workshop: Workshop): BenchModel {
  const stages = deriveStages(board, catalogue, profile, workshop);
  const ohm = stages.branchOhm(false);
  return {
    simulated: {
      netlist: stages.netlist,
      flows: stages.demand.flows,
      branchOhm: new Map(stages.netlist.branches.map((b, i) => [b.key, ohm(b, i)])),
      joinOhm: workshop.joinOhm,
      defects: [],
      seed: null,
    },
    facts: stages.powerUp,
    currentA: new Map(stages.sizing.wires.map((w) => [w.connectionId, w.designCurrentA])),
    areaMm2: new Map(stages.made.flatMap((c) => c.cores.map((k) => [k.connectionId, c.areaMm2] as const))),
  };
}

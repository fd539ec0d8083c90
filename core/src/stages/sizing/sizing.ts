import { figure } from '../../engine/formula.ts';
import type { Flow } from '../demand/demand.ts';
import type { FaultModel } from '../faults/faultModel.ts';
import type { Netlist } from '../netlist/netlist.ts';
import type { Potentials } from '../netlist/potentials.ts';
import { type Plan, transferWay } from '../states/workPlan.ts';
import { type Circuit, circuitOf } from './electrical.ts';
import { growConductors } from './growConductors.ts';
import { growForDrop, measureDrops } from './growForDrop.ts';
import { faultsNow, growForFault, growForSelectivity, judgeFaults } from './growForFault.ts';
import { growFuses } from './growFuses.ts';
import { resultOf } from './result.ts';
import type { SizingInput } from './sizingInput.ts';
import type { SizingResult } from './sizingResult.ts';
import { solveDesign } from './solveDesign.ts';
import { branchOhm, startState } from './state.ts';
import { trimForDrop } from './trimForDrop.ts';

/** Stated cap: every round grows many sizes or ends, so this is reached only by very large boards. */
export const ROUND_CAP = 60;

/** What sizing comes to, and the hot network it settled on: the stages after it need not build that again. */
export interface Sizing {
  result: SizingResult;
  hot: Circuit;
}

/** The flows of the board, and those of alternators joined to a bank, which grow with the sizes. */
const withTransfers = (flows: readonly Flow[], { transfers }: Plan): Flow[] => [
  ...flows,
  ...transfers.map(
    (t): Flow => ({
      ...transferWay(t),
      turnsIn: null,
      itemId: t.port.item.id,
      designCurrentA: 0,
      origin: figure(`flow/${t.key}/currentA`),
      surgeFactor: 1,
      operating: { kind: 'current', currentA: 0 },
    }),
  ),
];

/**
 * Network, conductors and protection together. Starts every automatic cable at its smallest candidate and every fuse
 * at its smallest rating; each round solves the network and only lets sizes grow, so it ends.
 */
export function sizeAll(
  input: SizingInput,
  netlist: Netlist,
  potentials: Potentials,
  flows: readonly Flow[],
  plan: Plan,
): Sizing {
  const state = startState(input, netlist, potentials, withTransfers(flows, plan), plan);
  let rounds = 0;
  let settled = false;
  let latest: FaultModel | null = null;
  while (rounds < ROUND_CAP && !settled) {
    rounds++;
    solveDesign(state);
    const fusesGrew = growFuses(state);
    const conductorsGrew = growConductors(state, fusesGrew);
    if (fusesGrew || conductorsGrew) continue;
    measureDrops(state);
    if (growForDrop(state) || trimForDrop(state)) continue;
    latest = faultsNow(state);
    const selective = !growForSelectivity(state, latest);
    settled = !growForFault(state, latest) && selective;
  }
  const faults = settled && latest ? latest : faultsNow(state);
  if (!settled) judgeFaults(state, faults);
  return { result: resultOf(state, faults, { settled, rounds }), hot: circuitOf(netlist, branchOhm(state, 'hottest')) };
}

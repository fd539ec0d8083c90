import type { Id } from '../../document/basics.ts';
import type { Board } from '../../document/board.ts';
import { catalogueIndex } from '../../document/part/catalogueIndex.ts';
import type { Catalogue } from '../../document/part/part.ts';
import { conductorResistance } from '../../formulas/cables.ts';
import { COPPER_ALPHA_PER_K, ohmPerKmOf } from '../../tables/conductorResistance.ts';
import type { CableLength } from '../lengths/lengths.ts';
import type { Netlist } from '../netlist/netlist.ts';
import type { BranchOhm } from './electrical.ts';
import type { SizingResult } from './sizingResult.ts';

/** What a wire that no cable carries counts as, and a fuse nobody has chosen. */
export const UNKNOWN_OHM = 1e-4;
export const UNSIZED_FUSE_OHM = 0.002;

/** Resistance of every branch after sizing, Ω: for the bench plan, the simulated board and the exported netlist. */
export function sizedBranchOhm(
  netlist: Netlist,
  sizing: SizingResult,
  lengths: ReadonlyMap<Id, CableLength>,
  board: Board,
  catalogue: Catalogue,
  hot: boolean,
): BranchOhm {
  const { fuseLink } = catalogueIndex(catalogue);
  const sized = new Map(sizing.cables.map((c) => [c.cableId, c]));
  const cableOf = new Map<Id, Board['cables'][number]>();
  for (const cable of board.cables) for (const core of cable.cores) cableOf.set(core.connectionId, cable);
  const seats = new Map(sizing.seats.map((s) => [s.key, s]));
  const ohm = new Float64Array(netlist.branches.length);
  const wireOhm = (connectionId: Id): number => {
    const cable = cableOf.get(connectionId);
    const chosen = cable && sized.get(cable.id);
    if (!chosen) return UNKNOWN_OHM;
    return conductorResistance.compute({
      ohmPerKm: ohmPerKmOf(chosen.conductor.value, cable.material),
      lengthMm: lengths.get(cable.id)!.lengthMm,
      alphaPerK: COPPER_ALPHA_PER_K,
      conductorC: hot ? chosen.columnC : 20,
    });
  };
  netlist.branches.forEach((branch, i) => {
    const { element } = branch;
    if (branch.connectionId !== null) ohm[i] = wireOhm(branch.connectionId);
    else if (branch.kind === 'fuseSeat')
      ohm[i] = fuseLink.get(seats.get(branch.key)?.link.value ?? '')?.coldResistanceOhm ?? UNSIZED_FUSE_OHM;
    else ohm[i] = element && 'resistanceOhm' in element ? element.resistanceOhm : UNKNOWN_OHM;
  });
  return (_, index) => ohm[index]!;
}

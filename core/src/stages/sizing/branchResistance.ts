import type { Board, Id } from '../../board/board.ts';
import { catalogueIndex } from '../../catalogue/catalogueIndex.ts';
import type { Catalogue } from '../../catalogue/part.ts';
import { conductorResistance } from '../../rules/formulas/cableRules.ts';
import { COPPER_ALPHA_PER_K, ohmPerKmOf } from '../../rules/tables/conductorResistance.ts';
import type { CableLength } from '../lengths/lengths.ts';
import type { Branch, Netlist } from '../netlist/netlist.ts';
import type { SizingResult } from './sizing.ts';

/** Resistance of every branch after sizing, Ω: for the bench plan, the simulated board and the exported netlist. */
export function sizedBranchOhm(
  netlist: Netlist,
  sizing: SizingResult,
  lengths: ReadonlyMap<Id, CableLength>,
  board: Board,
  catalogue: Catalogue,
  hot: boolean,
): (branch: Branch) => number {
  const { fuseLink } = catalogueIndex(catalogue);
  const sized = new Map(sizing.cables.map((c) => [c.cableId, c]));
  const cableOf = new Map(board.cables.flatMap((c) => c.cores.map((k) => [k.connectionId, c.id] as const)));
  const materialOf = new Map(board.cables.map((c) => [c.id, c.material]));
  const seats = new Map(sizing.seats.map((s) => [s.key, s]));
  const ohm = new Map<string, number>();
  for (const branch of netlist.branches) {
    if (branch.kind === 'wire') {
      const cable = sized.get(cableOf.get(branch.connectionId!) ?? '');
      ohm.set(
        branch.key,
        cable
          ? conductorResistance.compute({
              ohmPerKm: ohmPerKmOf(cable.conductor.value, materialOf.get(cable.cableId) ?? 'copper'),
              lengthMm: lengths.get(cable.cableId)!.lengthMm,
              alphaPerK: COPPER_ALPHA_PER_K,
              conductorC: hot ? cable.columnC : 20,
            })
          : 1e-4,
      );
    } else if (branch.kind === 'fuseSeat') {
      const link = fuseLink.get(seats.get(branch.key)?.link.value ?? '');
      ohm.set(branch.key, link?.coldResistanceOhm ?? 0.002);
    } else {
      const { element } = branch;
      ohm.set(branch.key, element && 'resistanceOhm' in element ? element.resistanceOhm : 1e-4);
    }
  }
  return (branch) => ohm.get(branch.key) ?? 1e-4;
}

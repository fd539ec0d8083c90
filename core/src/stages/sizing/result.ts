import type { FaultModel } from '../faults/faultModel.ts';
import { mostPower } from './electrical.ts';
import { sizedCables } from './sizedCables.ts';
import { sizedSeats } from './sizedSeats.ts';
import { sizedWires } from './sizedWires.ts';
import type { SizingResult } from './sizingResult.ts';
import type { SizingState } from './state.ts';
import { bankShares, barCurrents } from './throughParts.ts';

/** What the settled state comes to, with every figure told to whoever traces. */
export function resultOf(
  state: SizingState,
  faults: FaultModel,
  end: { settled: boolean; rounds: number },
): SizingResult {
  const { netlist, flows, circuit, designA } = state;
  return {
    ...end,
    cables: sizedCables(state),
    wires: sizedWires(state, faults),
    seats: sizedSeats(state, faults),
    elements: netlist.branches.flatMap((b, i) =>
      b.itemId && b.element && b.element.kind !== 'fuseSeat'
        ? [
            {
              key: b.key,
              itemId: b.itemId,
              elementId: b.elementId!,
              designCurrentA: designA[i]!,
              ratingA: b.element.ratingA,
            },
          ]
        : [],
    ),
    bars: barCurrents(netlist, designA),
    bank: bankShares(circuit, flows),
    drops: state.drops,
    collapsed: state.operating.collapsed.map((f) => ({ itemId: f.itemId, key: f.key, ...mostPower(circuit, f) })),
  };
}

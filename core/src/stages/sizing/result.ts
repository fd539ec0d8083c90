import type { FaultModel } from '../faults/faultModel.ts';
import { dropFigure, type FlowDrop } from './drops.ts';
import { mostPower } from './electrical.ts';
import { sizedCables } from './sizedCables.ts';
import { sizedSeats } from './sizedSeats.ts';
import { sizedWires } from './sizedWires.ts';
import type { SizingResult } from './sizingResult.ts';
import { GREATER, type SizingState, shareIn, type Work } from './state.ts';
import { bankShares, barCurrents } from './throughParts.ts';
import { transferFigure } from './transferFigure.ts';

/** What loses most of a drop: by Tellegen the parts add up to the whole. */
function blameFor(state: SizingState, drop: FlowDrop): FlowDrop['blame'] {
  const work = state.works[drop.work]!;
  const f = state.flows.findIndex((own) => own.key === drop.key);
  const share = shareIn(state, work, f);
  const on = state.flows[f]!.apart ? work.operating : work.quiet;
  const { branchA } = drop.way === 'charge' ? work.charging : on;
  let worst = -1;
  let worstV = 0;
  let sumV = 0;
  state.netlist.branches.forEach((_, b) => {
    const conductance = work.warm.conductanceS[b]!;
    const volts = conductance > 0 ? Math.abs((share[b]! * branchA[b]!) / conductance) : 0;
    sumV += volts;
    if (volts > worstV * GREATER) [worst, worstV] = [b, volts];
  });
  const branch = state.netlist.branches[worst];
  return branch && sumV > 0 ? { connectionId: branch.connectionId, itemId: branch.itemId, share: worstV / sumV } : null;
}

/** Tells what each alternator gives, as a figure. */
function tellTransfers(state: SizingState, work: Work): void {
  for (const transfer of state.transfers)
    if (transfer.feed === work.without)
      transferFigure(
        state,
        transfer,
        work.circuit.network.resistanceOhm(transfer.port.plus, transfer.port.minus),
        () => `flow/${transfer.key}/currentA`,
      );
}

/** Consumers that cannot be fed in some state, each told once. */
function collapsedOf({ works }: SizingState): SizingResult['collapsed'] {
  const found = new Map<string, SizingResult['collapsed'][number]>();
  for (const { operating, circuit } of works)
    for (const f of operating.collapsed)
      if (!found.has(f.key)) found.set(f.key, { itemId: f.itemId, key: f.key, ...mostPower(circuit, f) });
  return [...found.values()];
}

/** What the settled state comes to, with every figure told to whoever traces. */
export function resultOf(
  state: SizingState,
  faults: FaultModel,
  end: { settled: boolean; rounds: number },
): SizingResult {
  const { netlist, designA } = state;
  for (const work of state.works) tellTransfers(state, work);
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
    bars: barCurrents(state),
    bank: bankShares(state.works[0]!, state.flows),
    drops: state.drops.map((drop) => {
      dropFigure(drop, state.works[drop.work]!.board.title);
      return drop.share > drop.limitShare * GREATER ? { ...drop, blame: blameFor(state, drop) } : drop;
    }),
    collapsed: collapsedOf(state),
    states: state.states.map((s) => s.title),
  };
}

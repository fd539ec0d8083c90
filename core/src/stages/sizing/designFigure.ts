import { type Origin, type SumTerm, sumFigure } from '../../engine/formula.ts';
import type { Flow } from '../demand/demand.ts';
import { type Circuit, circuitOf, inject, shareOf } from './electrical.ts';
import { LOST_OHM, leftShare } from './lostBattery.ts';
import { turnsAmong } from './solveDesign.ts';
import { branchOhm, type SizingState, shareIn, type Work } from './state.ts';
import { NO_CURRENT_A } from './throughParts.ts';

/** What the batteries left can go on giving with everything on. */
function shareLeft(state: SizingState, work: Work, without: Circuit, lostIndex: number): number {
  const injection = new Float64Array(state.netlist.nodeCount);
  for (const f of work.out) inject(state.flows[f]!, state.flows[f]!.designCurrentA, injection);
  return leftShare(without, without.network.solve(injection), lostIndex);
}

/** Part of each flow that passes a branch, as the network stands when the branch carries most. */
function partIn(state: SizingState, work: Work, b: number): (f: number) => number {
  const { netlist, flows, lostAt } = state;
  const lost = netlist.sources[lostAt[b]!];
  if (!lost) return (f) => shareIn(state, work, f)[b]!;
  const ohm = branchOhm(state, 'hottest');
  const taken = netlist.sources[work.without];
  const without = circuitOf(
    netlist,
    (branch, i) => (work.board.closed[i] ? ohm(branch, i) : Number.POSITIVE_INFINITY),
    true,
    (s) => (s === lost || s === taken ? LOST_OHM : 1),
  );
  const left = shareLeft(state, work, without, lostAt[b]!);
  return (f) => left * shareOf(without, flows[f]!)[b]!;
}

/**
 * The design current of a branch as the consumers or chargers that make it up, each with the part of it that passes here.
 * @param address of the figure
 */
export function designFigure(state: SizingState, b: number, address: () => string): number {
  const { flows, input, netlist, lostAt, designA } = state;
  const work = state.works[state.workAt[b]!]!;
  const nameOf = (itemId: string) => input.items.find((i) => i.id === itemId)?.designation ?? itemId;
  let title = '';
  const terms = (): SumTerm[] => {
    const part = partIn(state, work, b);
    const term = (flow: Flow, f: number): SumTerm => ({
      name: `I_${nameOf(flow.itemId)}`,
      value: flow.designCurrentA,
      share: {
        name: `k_${nameOf(flow.itemId)}`,
        value: part(f),
        what: `part of ${nameOf(flow.itemId)} that passes here`,
      },
      what: nameOf(flow.itemId),
      origin: flow.origin satisfies Origin,
    });
    // Of those that take turns the one that asks most of this branch.
    const onTogether = (running: readonly number[]): readonly number[] => {
      if (lostAt[b]! >= 0) return running;
      const off = new Set(
        turnsAmong(flows, running).flatMap((group) => {
          const asks = (f: number) => Math.abs(part(f) * flows[f]!.designCurrentA);
          const most = group.reduce((m, f) => (asks(f) > asks(m) ? f : m));
          return group.filter((f) => f !== most);
        }),
      );
      return running.filter((f) => !off.has(f));
    };
    const of = (charging: boolean) =>
      onTogether(charging ? work.back : work.out).flatMap((f) => {
        const own = term(flows[f]!, f);
        return Math.abs(own.value * own.share!.value) > NO_CURRENT_A ? [own] : [];
      });
    const [out, back] = [of(false), of(true)];
    const sum = (list: SumTerm[]) => list.reduce((s, t) => s + t.value * t.share!.value, 0);
    const larger = Math.abs(sum(out)) >= Math.abs(sum(back)) ? out : back;
    const sign = sum(larger) < 0 ? -1 : 1;
    const lost = netlist.sources[lostAt[b]!];
    title = `Continuous current, ${larger === out ? 'everything on' : 'all charging'}${work.board.title && `, ${work.board.title}`}${lost ? `, ${nameOf(lost.item.id)} lost` : ''}`;
    return larger.map((t) => ({ ...t, share: { ...t.share!, value: t.share!.value * sign } }));
  };
  return sumFigure(designA[b]!, {
    terms,
    unit: 'A',
    title: () => title,
    source: 'Kirchhoff: currents of the solved network; the largest over the states, discharging or charging',
    address,
  });
}

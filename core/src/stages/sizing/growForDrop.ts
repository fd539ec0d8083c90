import { conductorResistance } from '../../formulas/cables.ts';
import { dropsOf, type FlowDrop } from './drops.ts';
import { operatingPoint } from './electrical.ts';
import { passes } from './relations.ts';
import { GREATER, grow, nextArea, resistanceInputs, type SizingState, shareIn, type WorkingCable } from './state.ts';

/** Volts lost to every flow with everything on, and with everything charging. */
export function measureDrops(state: SizingState): void {
  const { flows, input } = state;
  const { systemVoltageV, profile } = input;
  const context = {
    systemVoltageV,
    profile,
    loads: new Map(input.loads.map((l) => [l.id, l.load])),
    skip: (key: string) => state.transfers.some((t) => t.key === key),
  };
  const worst = new Map<string, FlowDrop>();
  state.works.forEach((work, w) => {
    const [discharge, charge] = [work.out, work.back].map((own) => own.map((f) => flows[f]!));
    work.operating = operatingPoint(work.circuit, discharge!, 'nominal');
    work.charging = operatingPoint(work.circuit, charge!, 'nominal');
    for (const drop of [
      ...dropsOf(discharge!, work.operating, work.nets, { ...context, work: w }),
      ...dropsOf(charge!, work.charging, work.nets, { ...context, work: w }),
    ]) {
      const known = worst.get(drop.key);
      if (!known || drop.share > known.share * GREATER) worst.set(drop.key, drop);
    }
  });
  // In the order of the flows: a state that comes first shall not decide where a flow stands.
  state.drops = flows.flatMap((f) => worst.get(f.key) ?? []);
}

interface Step {
  cable: WorkingCable;
  next: number;
  merit: number;
}

/** What the next size of a cable on a flow's way saves, in volts for the copper it adds; null where it is no way out. */
function stepOf(cable: WorkingCable, share: Float64Array): Step | null {
  const next = nextArea(cable);
  const through = Math.max(0, ...cable.branches.map((b) => (passes(share, b) ? Math.abs(share[b]!) : 0)));
  if (through === 0 || next === undefined) return null;
  const ohm = conductorResistance.compute(resistanceInputs(cable, cable.candidates.columnC));
  const saved = ohm * (1 - cable.areaMm2 / next) * cable.designCurrentA;
  return { cable, next, merit: saved / ((next - cable.areaMm2) * cable.lengthMm) };
}

const better = (a: Step, b: Step): boolean =>
  a.merit > b.merit * GREATER || (a.merit > b.merit / GREATER && a.cable.cable.id < b.cable.cable.id);

/** For each consumer over its limit, one cable on its way grows: the most volts saved per copper. @returns whether one grew */
export function growForDrop(state: SizingState): boolean {
  const grown = new Set<WorkingCable>();
  for (const drop of state.drops) {
    if (drop.share <= drop.limitShare * GREATER) continue;
    const share = shareIn(
      state,
      state.works[drop.work]!,
      state.flows.findIndex((x) => x.key === drop.key),
    );
    let best: Step | null = null;
    for (const cable of state.cables) {
      const step = cable.locked || grown.has(cable) ? null : stepOf(cable, share);
      if (step && (best === null || better(step, best))) best = step;
    }
    if (!best) continue;
    grow(best.cable, best.next, drop.itemId);
    grown.add(best.cable);
  }
  return grown.size > 0;
}

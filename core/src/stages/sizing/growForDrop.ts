import { conductorResistance } from '../../formulas/cables.ts';
import { dropsOf, type FlowDrop } from './drops.ts';
import { operatingPoint } from './electrical.ts';
import { passes } from './relations.ts';
import { turnsIn } from './solveDesign.ts';
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
    const charge = work.back.map((f) => flows[f]!);
    work.charging = operatingPoint(work.circuit, charge, 'nominal');
    const found = dropsOf(charge, work.charging, work.nets, { ...context, work: w });
    // Loads that take turns: as many times through as the largest group has, each time another of each is on.
    const turns = turnsIn(state, work);
    for (let turn = 0; turn < Math.max(1, ...turns.map((g) => g.length)); turn++) {
      const off = new Set(turns.flatMap((g) => g.filter((_, i) => i !== turn % g.length)));
      const discharge = work.out.filter((f) => !off.has(f)).map((f) => flows[f]!);
      const point = operatingPoint(work.circuit, discharge, 'nominal');
      if (turn === 0) work.operating = point;
      found.push(...dropsOf(discharge, point, work.nets, { ...context, work: w }));
    }
    for (const drop of found) {
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

/** A cable that makes less of a drop than this is not worth thickening where the limit is out of reach. Common practice, no source. */
const WORTH_SHARE = 0.2;

/** Volts a cable on a flow's way loses, and what it would lose at its largest. */
function lossOf(cable: WorkingCable): { nowV: number; leastV: number } {
  const nowV = conductorResistance.compute(resistanceInputs(cable, cable.candidates.columnC)) * cable.designCurrentA;
  const largest = cable.locked ? cable.areaMm2 : Math.max(cable.areaMm2, cable.candidates.areasMm2.at(-1) ?? 0);
  return { nowV, leastV: (nowV * cable.areaMm2) / largest };
}

/**
 * For each consumer over its limit, one cable on its way grows: the most volts saved per copper. Where not even the
 * largest sizes would meet the limit, only what makes much of the drop grows on, and the rest no thicker than that.
 * @returns whether one grew
 */
export function growForDrop(state: SizingState): boolean {
  const grown = new Set<WorkingCable>();
  for (const drop of state.drops) {
    if (drop.share <= drop.limitShare * GREATER) continue;
    const share = shareIn(
      state,
      state.works[drop.work]!,
      state.flows.findIndex((x) => x.key === drop.key),
    );
    const onWay = state.cables.filter((c) => c.branches.some((b) => passes(share, b)));
    const lostV = drop.plusDropV + drop.minusDropV;
    const couldSaveV = onWay.reduce((s, c) => s + lossOf(c).nowV - lossOf(c).leastV, 0);
    const outOfReach = lostV - couldSaveV > drop.limitShare * drop.systemVoltageV;
    const asThickMm2 = Math.max(...onWay.filter((c) => lossOf(c).nowV >= WORTH_SHARE * lostV).map((c) => c.areaMm2));
    let best: Step | null = null;
    for (const cable of onWay) {
      if (cable.locked || grown.has(cable)) continue;
      const step = stepOf(cable, share);
      if (step && outOfReach && lossOf(cable).nowV < WORTH_SHARE * lostV && step.next > asThickMm2) continue;
      if (step && (best === null || better(step, best))) best = step;
    }
    if (!best) continue;
    grow(best.cable, best.next, drop.itemId);
    grown.add(best.cable);
  }
  return grown.size > 0;
}

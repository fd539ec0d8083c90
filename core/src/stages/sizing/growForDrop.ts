import { conductorResistance } from '../../formulas/cables.ts';
import type { Flow } from '../demand/demand.ts';
import { dropsOf, type FlowDrop } from './drops.ts';
import { type OperatingPoint, operatingPoint } from './electrical.ts';
import { passes } from './relations.ts';
import { turnsAmong } from './solveDesign.ts';
import {
  branchOhm,
  circuitIn,
  GREATER,
  grow,
  loadedC,
  nextArea,
  resistanceInputs,
  type SizingState,
  shareIn,
  type WorkingCable,
} from './state.ts';

/** What takes turns: as many times through as the largest group has, each time another of each is on. */
function eachTurn(
  flows: readonly Flow[],
  running: readonly number[],
  visit: (on: readonly Flow[], turn: number) => void,
): void {
  const turns = turnsAmong(flows, running);
  for (let turn = 0; turn < Math.max(1, ...turns.map((g) => g.length)); turn++) {
    const off = new Set(turns.flatMap((g) => g.filter((_, i) => i !== turn % g.length)));
    visit(
      running.filter((f) => !off.has(f)).map((f) => flows[f]!),
      turn,
    );
  }
}

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
  const ohm = branchOhm(state, 'loaded');
  state.works.forEach((work, w) => {
    work.warm = circuitIn(state.netlist, work, ohm);
    const found: FlowDrop[] = [];
    eachTurn(flows, work.back, (charge, turn) => {
      const point = operatingPoint(work.warm, charge, 'nominal');
      if (turn === 0) work.charging = point;
      found.push(...dropsOf(charge, point, work.nets, { ...context, work: w }));
    });
    eachTurn(flows, work.out, (discharge, turn) => {
      const measure = (on: readonly Flow[], judged: (flow: Flow) => boolean) => {
        const point = operatingPoint(work.warm, on, 'nominal');
        found.push(...dropsOf(on, point, work.nets, { ...context, work: w }, judged));
        return point;
      };
      const [everything, quiet] = measureIn(discharge, input.dropsBeside, measure);
      if (turn === 0) [work.operating, work.quiet] = [everything, quiet];
    });
    for (const drop of found) {
      const known = worst.get(drop.key);
      if (!known || drop.share > known.share * GREATER) worst.set(drop.key, drop);
    }
  });
  // In the order of the flows: a state that comes first shall not decide where a flow stands.
  state.drops = flows.flatMap((f) => worst.get(f.key) ?? []);
}

/**
 * The points drops are judged at: all that runs steadily with the inverters; each load that runs for seconds beside that;
 * and the steady loads by themselves, unless everything is asked for.
 * @returns everything on, and without what comes and goes
 */
function measureIn(
  on: readonly Flow[],
  beside: SizingState['input']['dropsBeside'],
  measure: (on: readonly Flow[], judged: (flow: Flow) => boolean) => OperatingPoint,
): [OperatingPoint, OperatingPoint] {
  if (beside === 'everything' || !on.some((f) => f.apart)) {
    const all = measure(on, () => true);
    return [all, all];
  }
  const bursts = on.filter((f) => f.burstS !== undefined);
  const steady = on.filter((f) => f.burstS === undefined);
  const points = bursts.map((burst) => measure([...steady, burst], (f) => f === burst));
  const withInverters = steady.some((f) => f.apart) ? measure(steady, (f) => f.apart === true) : null;
  const quiet = measure(
    steady.filter((f) => !f.apart),
    () => true,
  );
  // A collapse beside any of them is told once: the heaviest comes first.
  const heaviest = points.reduce<OperatingPoint | null>(
    (most, p) => (!most || p.collapsed.length > most.collapsed.length ? p : most),
    null,
  );
  return [heaviest ?? withInverters ?? quiet, quiet];
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
  const ohm = conductorResistance.compute(resistanceInputs(cable, loadedC(cable)));
  const saved = ohm * (1 - cable.areaMm2 / next) * cable.designCurrentA;
  return { cable, next, merit: saved / ((next - cable.areaMm2) * cable.lengthMm) };
}

const better = (a: Step, b: Step): boolean =>
  a.merit > b.merit * GREATER || (a.merit > b.merit / GREATER && a.cable.cable.id < b.cable.cable.id);

/** A cable that makes less of a drop than this is not worth thickening where the limit is out of reach. Common practice, no source. */
const WORTH_SHARE = 0.2;

/** Volts a cable on a flow's way loses, and what it would lose at its largest. */
function lossOf(cable: WorkingCable): { nowV: number; leastV: number } {
  const nowV = conductorResistance.compute(resistanceInputs(cable, loadedC(cable))) * cable.designCurrentA;
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

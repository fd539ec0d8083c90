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

/** A drop past its limit, as it is reckoned while sizes grow for it. */
interface Over {
  drop: FlowDrop;
  lostV: number;
  /** What it passes, each once. */
  way: WorkingCable[];
}

/** Every drop with what lies on its way, and the other way round. */
function waysOf(state: SizingState): { overs: Over[]; through: Map<WorkingCable, { over: Over; amps: number }[]> } {
  const indexOf = new Map(state.flows.map((f, i) => [f.key, i]));
  const through = new Map<WorkingCable, { over: Over; amps: number }[]>();
  const overs = state.drops.map((drop): Over => {
    const work = state.works[drop.work]!;
    const f = indexOf.get(drop.key)!;
    const share = shareIn(state, work, f);
    const { branchA } = drop.way === 'charge' ? work.charging : state.flows[f]!.apart ? work.operating : work.quiet;
    const over: Over = { drop, lostV: drop.plusDropV + drop.minusDropV, way: [] };
    for (let b = 0; b < share.length; b++) {
      const cable = passes(share, b) ? state.cableOfBranch.get(b) : undefined;
      if (!cable) continue;
      const amps = Math.abs(share[b]! * branchA[b]!);
      const own = through.get(cable);
      const last = own?.at(-1);
      // Both cores of one cable may carry it.
      if (last?.over === over) last.amps += amps;
      else {
        over.way.push(cable);
        if (own) own.push({ over, amps });
        else through.set(cable, [{ over, amps }]);
      }
    }
    return over;
  });
  return { overs, through };
}

interface Step {
  cable: WorkingCable;
  next: number;
  merit: number;
}

/** Ohms of the cables as they stand, worked out once a size. */
type OhmOf = (cable: WorkingCable) => number;

/** What the next size of a cable saves, in volts for the copper it adds; null where it is at its largest. */
function stepOf(cable: WorkingCable, ohmOf: OhmOf): Step | null {
  const next = nextArea(cable);
  if (next === undefined) return null;
  const saved = ohmOf(cable) * (1 - cable.areaMm2 / next) * cable.designCurrentA;
  return { cable, next, merit: saved / ((next - cable.areaMm2) * cable.lengthMm) };
}

const ohmNow = (cable: WorkingCable): number => conductorResistance.compute(resistanceInputs(cable, loadedC(cable)));

const better = (a: Step, b: Step): boolean =>
  a.merit > b.merit * GREATER || (a.merit > b.merit / GREATER && a.cable.cable.id < b.cable.cable.id);

/** A cable that makes less of a drop than this is not worth thickening where the limit is out of reach. Common practice, no source. */
const WORTH_SHARE = 0.2;

/** Volts a cable on a flow's way loses, and what it would lose at its largest. */
function lossOf(cable: WorkingCable, ohmOf: OhmOf): { nowV: number; leastV: number } {
  const nowV = ohmOf(cable) * cable.designCurrentA;
  const largest = cable.locked ? cable.areaMm2 : Math.max(cable.areaMm2, cable.candidates.areasMm2.at(-1) ?? 0);
  return { nowV, leastV: (nowV * cable.areaMm2) / largest };
}

/** The step that saves most for its copper on the way of a drop; null where none is left. */
function bestStep({ drop, lostV, way }: Over, grown: ReadonlySet<WorkingCable>, ohmOf: OhmOf): Step | null {
  const losses = way.map((cable) => lossOf(cable, ohmOf));
  const couldSaveV = losses.reduce((s, l) => s + l.nowV - l.leastV, 0);
  const outOfReach = lostV - couldSaveV > drop.limitShare * drop.systemVoltageV;
  let asThickMm2 = Number.NEGATIVE_INFINITY;
  if (outOfReach)
    way.forEach((cable, i) => {
      if (losses[i]!.nowV >= WORTH_SHARE * lostV) asThickMm2 = Math.max(asThickMm2, cable.areaMm2);
    });
  let best: Step | null = null;
  way.forEach((cable, i) => {
    if (cable.locked || grown.has(cable)) return;
    const step = stepOf(cable, ohmOf);
    if (step && outOfReach && losses[i]!.nowV < WORTH_SHARE * lostV && step.next > asThickMm2) return;
    if (step && (best === null || better(step, best))) best = step;
  });
  return best;
}

/** Passes over all drops between two solutions of the network: about as many as a cable has sizes. */
const MOST_PASSES = 12;

/**
 * Sizes grow until every drop is kept as far as it can be reckoned from the last solution: in each pass one cable on the
 * way of each consumer over its limit, the most volts saved per copper. Where not even the largest sizes would meet the
 * limit, only what makes much of the drop grows on, and the rest no thicker than that. What the reckoning misses is seen
 * when the network is solved again. @returns whether one grew
 */
export function growForDrop(state: SizingState): boolean {
  if (!state.drops.some((d) => d.share > d.limitShare * GREATER)) return false;
  const { overs, through } = waysOf(state);
  const known = new Map<WorkingCable, number>();
  const ohmOf = (cable: WorkingCable): number => {
    let ohm = known.get(cable);
    if (ohm === undefined) {
      ohm = ohmNow(cable);
      known.set(cable, ohm);
    }
    return ohm;
  };
  let any = false;
  for (let pass = 0; pass < MOST_PASSES; pass++) {
    const grown = new Set<WorkingCable>();
    for (const over of overs) {
      const { drop, lostV } = over;
      if (lostV <= drop.limitShare * drop.systemVoltageV * GREATER) continue;
      const best = bestStep(over, grown, ohmOf);
      if (!best) continue;
      const before = ohmOf(best.cable);
      grow(best.cable, best.next, drop.itemId);
      grown.add(best.cable);
      known.delete(best.cable);
      const savedOhm = before - ohmOf(best.cable);
      for (const t of through.get(best.cable)!) t.over.lostV -= savedOhm * t.amps;
    }
    if (grown.size === 0) break;
    any = true;
  }
  return any;
}

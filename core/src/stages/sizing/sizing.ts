import { catalogueIndex } from '../../catalogue/catalogueIndex.ts';
import type { Id } from '../../document/board.ts';
import { figure, given, isTracing, use, useSum } from '../../engine/formula.ts';
import { conductorResistance, dropV } from '../../formulas/cables.ts';
import { CLASS5_SOURCE, COPPER_ALPHA_PER_K, ohmPerKmOf } from '../../tables/conductorResistance.ts';
import { CCA, COLD_AGED_FACTOR } from '../../tables/sourceCorners.ts';
import type { Flow } from '../demand/demand.ts';
import type { Branch, Netlist } from '../netlist/netlist.ts';
import type { Potentials } from '../netlist/potentials.ts';
import { UNSIZED_FUSE_OHM } from './branchResistance.ts';
import { lockedResult, type Rejected } from './choiceResult.ts';
import { type Clearing, cableWithstand, clearingOf, type GuardDevice } from './clearing.ts';
import { dropsOf, type FlowDrop } from './drops.ts';
import { type Circuit, circuitOf, inject, mostPower, operatingPoint, shareOf } from './electrical.ts';
import { type Faults, faultsOf } from './faults.ts';
import { besideOthers, LOST_OHM, leftShare, withoutSource } from './lostBattery.ts';
import {
  interruptA,
  lockedLink,
  type Seat,
  type SeatMinimum,
  seatLink,
  seatMinimum,
  seatRating,
} from './protection.ts';
import { type Guard, guardAt, passes, type Relations } from './relations.ts';
import { selectiveTo } from './selectivity.ts';
import type { SizedCable, SizingInput } from './sizingInput.ts';
import type { SizedConductor, SizedSeat, SizedWire, SizingResult } from './sizingResult.ts';
import { bankShares, barCurrents, NO_CURRENT_A, wirePolarity } from './throughParts.ts';

/** Stated cap: every round grows at least one size or ends, so this is reached only by very large boards. */
export const ROUND_CAP = 400;
const GREATER = 1 + 1e-9;

/** What sizing comes to, and the hot network it settled on: the stages after it need not build that again. */
export interface Sizing {
  result: SizingResult;
  hot: Circuit;
}

interface Working extends SizedCable {
  lengthMm: number;
  locked: boolean;
  areaMm2: number;
  requiredA: number;
  designCurrentA: number;
  guardUnmet: boolean;
  /** Which consumer's drop asked for more than this area; null until one does. */
  drivenBy: Map<number, string> | null;
  branches: number[];
}

/**
 * Network, conductors and protection together. Starts every automatic cable at its smallest candidate and every fuse
 * at its smallest rating; each round solves the network and only lets sizes grow, so it ends.
 */
export function sizeAll(
  input: SizingInput,
  netlist: Netlist,
  potentials: Potentials,
  flows: readonly Flow[],
  relations: Relations,
): Sizing {
  const { profile, catalogue, systemVoltageV } = input;
  const loads = new Map(input.loads.map((l) => [l.id, l.load]));
  const items = new Map(input.items.map((i) => [i.id, i]));
  const branchIndex = new Map(netlist.branches.map((b, i) => [b.key, i]));
  // Fields are named one by one here and below: copying objects whole is what costs most in a re-derive.
  const cables: Working[] = input.cables.map(
    ({ cable, length, environments, candidates, ampacityA, startMm2, startAmpacityA }) => {
      const choice = cable.conductorMm2;
      const branches: number[] = [];
      for (const core of cable.cores) {
        const branch = branchIndex.get(`connection/${core.connectionId}`);
        if (branch !== undefined) branches.push(branch);
      }
      return {
        cable,
        length,
        lengthMm: length.lengthMm,
        environments,
        candidates,
        ampacityA,
        startMm2,
        startAmpacityA,
        locked: choice.mode === 'locked',
        areaMm2: startMm2,
        requiredA: 0,
        designCurrentA: 0,
        guardUnmet: false,
        drivenBy: null,
        branches,
      };
    },
  );
  const cableOfBranch = new Map<number, Working>();
  for (const cable of cables) for (const b of cable.branches) cableOfBranch.set(b, cable);

  const seats: Seat[] = netlist.branches.flatMap((b, branch) => {
    const { element } = b;
    if (element?.kind !== 'fuseSeat') return [];
    const item = items.get(b.itemId!)!;
    const choice = item.inserts.find((i) => i.seatId === element.id)?.link ?? { mode: 'auto' as const };
    return [{ branch, key: b.key, itemId: item.id, element, choice }];
  });
  /** Rating in each fuse seat, by branch. */
  const seatAt = new Map(seats.map((s) => [s.branch, s]));
  const lockedAt = new Map(seats.map((s) => [s.branch, lockedLink(s, catalogue)]));
  const ratingA = new Float64Array(netlist.branches.length);
  for (const s of seats) ratingA[s.branch] = seatRating(s, 0, catalogue);
  const minimum = new Map<number, SeatMinimum>();

  const { linkOhm, fuseLink } = catalogueIndex(catalogue);
  const wireOhm = (cable: Working, conductorC: number, traced: boolean): number => {
    const inputs = {
      ohmPerKm: ohmPerKmOf(cable.areaMm2, cable.cable.material),
      lengthMm: cable.lengthMm,
      alphaPerK: COPPER_ALPHA_PER_K,
      conductorC,
    };
    if (!traced) return conductorResistance.compute(inputs);
    return use(
      conductorResistance,
      inputs,
      () => `cable/${cable.cable.id}/resistanceOhm`,
      () => ({
        ohmPerKm: given(
          `${cable.cable.material === 'flatCopper' ? 'solid copper, IEC 60028' : CLASS5_SOURCE}, ${cable.areaMm2} mm²${cable.cable.material === 'cca' ? `, × ${CCA.resistanceFactor} for copper-clad aluminium` : ''}`,
        ),
        lengthMm: figure(`cable/${cable.cable.id}/lengthMm`),
        alphaPerK: given('annealed copper, IACS'),
        conductorC: given('hot: the temperature its ampacity column allows'),
      }),
    );
  };
  const ohmOf =
    (hot: boolean) =>
    (branch: Branch, i: number): number => {
      if (branch.kind === 'wire') {
        const cable = cableOfBranch.get(i);
        return cable ? wireOhm(cable, hot ? cable.candidates.columnC : 20, false) : 1e-4;
      }
      const { element } = branch;
      if (element?.kind === 'fuseSeat')
        return lockedAt.get(i)?.coldResistanceOhm ?? linkOhm.get(`${element.style} ${ratingA[i]}`) ?? UNSIZED_FUSE_OHM;
      return element?.resistanceOhm ?? 1e-4;
    };

  const discharge = flows.filter((f) => f.way !== 'charge');
  const charge = flows.filter((f) => f.way === 'charge');
  let circuit: Circuit = circuitOf(netlist, ohmOf(true));
  let share = new Map<number, Float64Array>();
  const designA = new Float64Array(netlist.branches.length);
  let guards: (Guard | null)[] = [];
  let drops: FlowDrop[] = [];
  let operating = operatingPoint(circuit, [], 'nominal');
  let charging = operating;
  let collapsed: Flow[] = [];

  /** Part of one flow in every branch, solved when it is asked for. */
  const shareIn = (f: number): Float64Array => {
    let own = share.get(f);
    if (!own) {
      own = shareOf(circuit, flows[f]!);
      share.set(f, own);
    }
    return own;
  };
  const losable = input.lostBattery === 'carries' ? besideOthers(netlist, potentials) : [];
  /** By branch: the battery whose loss asks most of it, by its place among the sources; −1 with all there. */
  const lostAt = new Int16Array(netlist.branches.length).fill(-1);
  const solveDesign = () => {
    circuit = circuitOf(netlist, ohmOf(true));
    // Shares depend on sizes only where a flow divides; who is in series with whom, never.
    if (relations.divides) share = new Map();
    // The network is linear, so all flows of one way are solved together.
    const together = (ways: (way: Flow['way']) => boolean): Float64Array => {
      const injection = new Float64Array(netlist.nodeCount);
      for (const flow of flows) if (ways(flow.way)) inject(flow, flow.designCurrentA, injection);
      return circuit.network.solve(injection);
    };
    const branchA = (nodeV: Float64Array, b: number): number => {
      const branch = netlist.branches[b]!;
      return (nodeV[branch.a]! - nodeV[branch.b]!) * circuit.conductanceS[b]!;
    };
    const [out, back] = [together((w) => w !== 'charge'), together((w) => w === 'charge')];
    for (let b = 0; b < designA.length; b++) {
      const outA = Math.abs(branchA(out, b));
      const backA = Math.abs(branchA(back, b));
      designA[b] = Math.max(outA, backA);
      lostAt[b] = -1;
    }
    for (const lost of losable)
      for (const nodeV of [out, back]) {
        const left = withoutSource(circuit, nodeV, lost);
        if (!left) continue;
        const part = nodeV === out ? leftShare(circuit, left, lost) : 1;
        for (let b = 0; b < designA.length; b++) {
          const amps = part * Math.abs(branchA(left, b));
          if (amps <= designA[b]! * GREATER) continue;
          designA[b] = amps;
          lostAt[b] = lost;
        }
      }
    // To the nanoampere: rounding of the solver shall not make a current look new.
    for (let b = 0; b < designA.length; b++) designA[b] = Math.round(designA[b]! * 1e9) / 1e9;
  };

  const growFuses = (): boolean => {
    let grew = false;
    for (const seat of seats) {
      const children = relations.children.get(seat.branch)!.map((s) => ratingA[s]!);
      const need = seatMinimum(seat, designA[seat.branch]!, children, input.feederSchool, profile);
      minimum.set(seat.branch, need);
      const rating = seatRating(seat, need.minimumA, catalogue);
      if (rating > ratingA[seat.branch]! * GREATER) {
        ratingA[seat.branch] = rating;
        grew = true;
      }
    }
    return grew;
  };

  const ampacityAt = (cable: Working, area: number): number =>
    cable.ampacityA[cable.candidates.areasMm2.indexOf(area)] ?? cable.startAmpacityA;

  const growConductors = (fusesGrew: boolean): boolean => {
    let grew = false;
    if (fusesGrew || guards.length === 0) guards = netlist.branches.map((_, b) => guardAt(b, relations, ratingA));
    for (const cable of cables) {
      let [currentA, guardA] = [0, 0];
      for (const b of cable.branches) {
        currentA = Math.max(currentA, designA[b]!);
        guardA = Math.max(guardA, guards[b]?.ratingA ?? 0);
      }
      cable.designCurrentA = currentA;
      cable.requiredA = Math.max(currentA, guardA);
      if (cable.locked) {
        cable.guardUnmet = guardA > ampacityAt(cable, cable.areaMm2) * GREATER;
        continue;
      }
      const { areasMm2 } = cable.candidates;
      const enough = (amps: number) =>
        areasMm2.find((a, i) => a >= cable.areaMm2 && cable.ampacityA[i]! * GREATER >= amps);
      const forAll = enough(cable.requiredA);
      cable.guardUnmet = forAll === undefined;
      const next = forAll ?? enough(currentA) ?? cable.candidates.areasMm2.at(-1) ?? cable.areaMm2;
      if (next > cable.areaMm2) {
        cable.areaMm2 = next;
        grew = true;
      }
    }
    return grew;
  };

  const measureDrops = () => {
    const out = operatingPoint(circuit, discharge, 'nominal');
    const back = operatingPoint(circuit, charge, 'nominal');
    [operating, charging, collapsed] = [out, back, out.collapsed];
    const context = { systemVoltageV, profile, loads };
    drops = [
      ...dropsOf(discharge, out, netlist, potentials, context),
      ...dropsOf(charge, back, netlist, potentials, context),
    ];
  };

  /** For each consumer over its limit, one cable on its path grows: the most volts saved per copper added. */
  const growForDrop = (): boolean => {
    let grew = false;
    const grown = new Set<Working>();
    for (const drop of drops) {
      if (drop.share <= drop.limitShare * GREATER) continue;
      const own = shareIn(flows.findIndex((x) => x.key === drop.key));
      let best: { cable: Working; next: number; merit: number } | null = null;
      for (const cable of cables) {
        if (cable.locked || grown.has(cable)) continue;
        const through = Math.max(0, ...cable.branches.map((b) => (passes(own, b) ? Math.abs(own[b]!) : 0)));
        const next = cable.candidates.areasMm2.find((a) => a > cable.areaMm2);
        if (through === 0 || next === undefined) continue;
        const saved =
          wireOhm(cable, cable.candidates.columnC, false) * (1 - cable.areaMm2 / next) * cable.designCurrentA;
        const merit = saved / ((next - cable.areaMm2) * cable.lengthMm);
        const better =
          best === null ||
          merit > best.merit * GREATER ||
          (merit > best.merit / GREATER && cable.cable.id < best.cable.cable.id);
        if (better) best = { cable, next, merit };
      }
      if (!best) continue;
      best.cable.drivenBy ??= new Map();
      best.cable.drivenBy.set(best.cable.areaMm2, drop.itemId);
      best.cable.areaMm2 = best.next;
      grown.add(best.cable);
      grew = true;
    }
    return grew;
  };

  /** Both corners of the fault with the sizes as they stand. */
  const faultsNow = () =>
    faultsOf(
      circuitOf(netlist, ohmOf(false)),
      circuitOf(netlist, ohmOf(true), true, (s) =>
        s.element.kind === 'battery' ? COLD_AGED_FACTOR[s.element.chemistry] : 1,
      ),
      potentials,
      flows,
    );
  const device = (seat: Seat) => ({
    style: seat.element.style,
    ratingA: ratingA[seat.branch]!,
    curve: lockedAt.get(seat.branch)?.curve ?? null,
  });
  const deviceOf = (guard: Guard): GuardDevice => {
    const first = seatAt.get(guard.seats[0]!)!;
    return { ...device(first), count: guard.seats.length };
  };
  const clearingAt = (faults: Faults, b: number, cable: Working, traced: boolean): Clearing | null => {
    const guard = guards[b];
    const branch = netlist.branches[b]!;
    if (!guard) return null;
    const largest = faults.largestA([branch.a, branch.b], null);
    const smallest = faults.smallestA(branch, null);
    if (largest === null || smallest === null) return null;
    const bears = cableWithstand(
      cable.cable.id,
      cable.areaMm2,
      cable.candidates.columnC,
      cable.cable.material === 'flatCopper' ? 'bare' : profile.insulation,
      traced,
    );
    return clearingOf(deviceOf(guard), largest, smallest, bears);
  };
  const clearings: (Clearing | null)[] = [];
  /** A conductor that would not survive its guard's let-through takes the next size. */
  const growForFault = (faults: Faults): boolean => {
    let grew = false;
    for (const cable of cables) {
      let burns = false;
      for (const b of cable.branches) {
        const clearing = clearingAt(faults, b, cable, false);
        clearings[b] = clearing;
        if (clearing?.passedA2s != null && clearing.passedA2s > clearing.withstandA2s * GREATER) burns = true;
      }
      if (cable.locked) continue;
      const next = burns ? cable.candidates.areasMm2.find((a) => a > cable.areaMm2) : undefined;
      if (next === undefined) continue;
      cable.drivenBy ??= new Map();
      cable.drivenBy.set(cable.areaMm2, 'fault');
      cable.areaMm2 = next;
      grew = true;
    }
    return grew;
  };

  let rounds = 0;
  let settled = false;
  let latest: Faults | null = null;
  while (rounds < ROUND_CAP && !settled) {
    rounds++;
    solveDesign();
    const fusesGrew = growFuses();
    const conductorsGrew = growConductors(fusesGrew);
    if (fusesGrew || conductorsGrew) continue;
    measureDrops();
    if (growForDrop()) continue;
    latest = faultsNow();
    settled = !growForFault(latest);
  }
  const faults = settled && latest ? latest : faultsNow();

  /** What the batteries left can go on giving with everything on. */
  const shareLeftNow = (without: Circuit, lostIndex: number): number => {
    const injection = new Float64Array(netlist.nodeCount);
    for (const flow of discharge) inject(flow, flow.designCurrentA, injection);
    return leftShare(without, without.network.solve(injection), lostIndex);
  };
  /** Says which consumers or chargers make up a branch's design current. */
  const traceDesign = (b: number, address: () => string) => {
    if (!isTracing()) return;
    const lost = netlist.sources[lostAt[b]!];
    const without = lost && circuitOf(netlist, ohmOf(true), true, (s) => (s === lost ? LOST_OHM : 1));
    const lostShare = without ? shareLeftNow(without, lostAt[b]!) : 1;
    const known = new Map<number, number>();
    /** Part of a flow that passes here, as the network stands when this branch carries most. */
    const partOf = (f: number): number => {
      if (!without) return shareIn(f)[b]!;
      let part = known.get(f);
      if (part === undefined) {
        part = lostShare * shareOf(without, flows[f]!)[b]!;
        known.set(f, part);
      }
      return part;
    };
    const term = (flow: Flow, f: number) => ({
      name: `I_${(items.get(flow.itemId)?.designation ?? flow.itemId).replace(/[^A-Za-z0-9]/g, '')}`,
      value: partOf(f) * flow.designCurrentA,
      what: `${items.get(flow.itemId)?.designation ?? flow.itemId}, ${(partOf(f) * 100).toFixed(0)} % of it passes here`,
      origin: figure(`item/${flow.itemId}/${flow.key.endsWith('/input') ? 'inputCurrentA' : 'designCurrentA'}`),
    });
    const of = (way: (w: Flow['way']) => boolean) =>
      flows
        .map((flow, f) => ({ flow, f }))
        .filter(({ flow, f }) => way(flow.way) && Math.abs(partOf(f)) > NO_CURRENT_A)
        .map(({ flow, f }) => term(flow, f));
    const [out, back] = [of((w) => w !== 'charge'), of((w) => w === 'charge')];
    const sum = (terms: { value: number }[]) => Math.abs(terms.reduce((s, t) => s + t.value, 0));
    const larger = sum(out) >= sum(back) ? out : back;
    const sign = larger.reduce((s, t) => s + t.value, 0) < 0 ? -1 : 1;
    useSum(
      larger.map((t) => ({ ...t, value: t.value * sign })),
      'A',
      `Continuous current, ${larger === out ? 'everything on' : 'all charging'}${lost ? `, ${nameOf(lost.item.id)} lost` : ''}`,
      'Kirchhoff: currents of the solved network; the larger of discharge and charge',
      address(),
    );
  };
  const nameOf = (itemId: Id) => items.get(itemId)?.designation ?? itemId;
  const sizedCables = cables.map((cable): SizedConductor => {
    const ampacityA = ampacityAt(cable, cable.areaMm2);
    const choice = cable.cable.conductorMm2;
    if (choice.mode === 'locked')
      return {
        cableId: cable.cable.id,
        conductor: lockedResult(choice),
        ampacityA,
        requiredA: cable.requiredA,
        designCurrentA: cable.designCurrentA,
        columnC: cable.candidates.columnC,
        guardUnmet: cable.guardUnmet,
      };
    const rejected: Rejected<number>[] = cable.candidates.areasMm2
      .filter((a) => a < cable.areaMm2)
      .map((a) => {
        const amps = ampacityAt(cable, a);
        const short = amps * GREATER < cable.requiredA;
        const driver = cable.drivenBy?.get(a);
        return {
          value: a,
          why: short
            ? `carries ${amps.toFixed(0)} A, ${cable.requiredA.toFixed(0)} A is needed`
            : driver === 'fault'
              ? 'would not survive what its fuse lets through'
              : `drop too large${driver ? ` for ${nameOf(driver)}` : ''}`,
        };
      });
    return {
      cableId: cable.cable.id,
      conductor: {
        value: cable.areaMm2,
        mode: 'auto',
        reason: `smallest that carries ${cable.requiredA.toFixed(0)} A, keeps the drop, survives its fuse and fits both ends`,
        who: null,
        rejected: [...cable.candidates.rejected, ...rejected],
        fits: cable.candidates.areasMm2.length > 0 && ampacityA * GREATER >= cable.designCurrentA,
      },
      ampacityA,
      requiredA: cable.requiredA,
      designCurrentA: cable.designCurrentA,
      columnC: cable.candidates.columnC,
      guardUnmet: cable.guardUnmet,
    };
  });

  const wires = netlist.branches.flatMap((branch, b): SizedWire[] => {
    if (!branch.connectionId) return [];
    const cable = cableOfBranch.get(b);
    const resistanceOhm = cable ? wireOhm(cable, cable.candidates.columnC, true) : 1e-4;
    const operatingCurrentA = Math.max(Math.abs(operating.branchA[b]!), Math.abs(charging.branchA[b]!));
    const guard = guards[b] ?? null;
    traceDesign(b, () => `connection/${branch.connectionId}/designCurrentA`);
    const faultA = faults.largestA([branch.a, branch.b], () => `connection/${branch.connectionId}/faultA`);
    const polarity = wirePolarity(branch, potentials, netlist);
    return [
      {
        connectionId: branch.connectionId,
        polarity,
        designCurrentA: designA[b]!,
        operatingCurrentA,
        resistanceOhm,
        dropV: use(
          dropV,
          { currentA: operatingCurrentA, resistanceOhm },
          () => `connection/${branch.connectionId}/dropV`,
          () => ({
            currentA: given('operating point of the solved network'),
            resistanceOhm: figure(`cable/${cable?.cable.id ?? ''}/resistanceOhm`),
          }),
        ),
        guardKeys: (guard?.seats ?? []).map((seat) => netlist.branches[seat]!.key),
        guardRatingA: guard?.ratingA ?? null,
        faultA: polarity === 'minus' ? null : faultA,
        faultFarA:
          polarity === 'minus'
            ? null
            : faults.largestA([faults.farNode(branch)], () => `connection/${branch.connectionId}/faultFarA`),
        faultSmallestA:
          polarity === 'minus'
            ? null
            : faults.smallestA(branch, () => `connection/${branch.connectionId}/faultSmallestA`),
        clearing:
          cable && polarity !== 'minus'
            ? isTracing() || !settled
              ? clearingAt(faults, b, cable, isTracing())
              : clearings[b]!
            : null,
        flowKeys: relations.flowKeysOf[b]!,
      },
    ];
  });

  /** The nearest seats upstream: those with no other of the upstream ones between. */
  const selectivityOf = (seat: Seat, prospectiveA: number | null): SizedSeat['selectivity'] => {
    if (prospectiveA === null) return [];
    const above = relations.upstream.get(seat.branch)!;
    const nearest = above.filter((u) => !above.some((o) => o !== u && relations.upstream.get(o)!.includes(u)));
    // Several nearest ones share what this one carries: together they stand as one of their summed rating.
    return nearest.map((u) => {
      const outer = seatAt.get(u)!;
      const upToA = selectiveTo(device(seat), { ...device(outer), ratingA: ratingA[u]! * nearest.length });
      return { upstreamKey: outer.key, upToA: upToA < prospectiveA ? upToA : null, together: nearest.length };
    });
  };
  /** The branch's current while the one consumer starts that adds most; they seldom start together. */
  const surgeAt = (b: number): number => {
    let most = 0;
    for (const f of relations.flowsOf[b]!) {
      const flow = flows[f]!;
      if (flow.surgeFactor > 1)
        most = Math.max(most, Math.abs(shareIn(f)[b]!) * flow.designCurrentA * (flow.surgeFactor - 1));
    }
    return designA[b]! + most;
  };
  const sizedSeats = seats.map((seat): SizedSeat => {
    const need = minimum.get(seat.branch)!;
    const spare = designA[seat.branch]! <= NO_CURRENT_A;
    traceDesign(seat.branch, () => `seat/${seat.itemId}/${seat.element.id}/designCurrentA`);
    const branch = netlist.branches[seat.branch]!;
    const voltageV = faults.openCircuitV(branch.a) ?? systemVoltageV;
    const address = () => `seat/${seat.itemId}/${seat.element.id}/prospectiveA`;
    const prospectiveA = spare ? null : faults.largestA([branch.a, branch.b], address);
    const link =
      spare && seat.choice.mode === 'auto'
        ? {
            value: null,
            mode: 'auto' as const,
            reason: 'nothing is fed through this seat',
            who: null,
            rejected: [],
            fits: true,
          }
        : seatLink(seat, need.minimumA, ratingA[seat.branch]!, { currentA: prospectiveA ?? 0, voltageV }, catalogue);
    const chosen = fuseLink.get(link.value ?? '');
    return {
      designCurrentA: need.designCurrentA,
      loadsSchoolA: need.loadsSchoolA,
      fusesSchoolA: need.fusesSchoolA,
      minimumA: need.minimumA,
      key: seat.key,
      itemId: seat.itemId,
      seatId: seat.element.id,
      spare,
      link,
      ratingA: chosen?.ratingA ?? null,
      prospectiveA,
      faultVoltageV: voltageV,
      interruptA: chosen ? interruptA(chosen, voltageV) : null,
      upstreamKeys: relations.upstreamKeysOf.get(seat.branch)!,
      surgeA: spare ? 0 : surgeAt(seat.branch),
      style: seat.element.style,
      curve: lockedAt.get(seat.branch)?.curve ?? null,
      lineIsFar: prospectiveA !== null && faults.farNode(branch) === branch.a,
      selectivity: spare ? [] : selectivityOf(seat, prospectiveA),
    };
  });
  const result: SizingResult = {
    settled,
    rounds,
    cables: sizedCables,
    wires,
    seats: sizedSeats,
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
    drops,
    collapsed: collapsed.map((f) => ({ itemId: f.itemId, key: f.key, ...mostPower(circuit, f) })),
  };
  return { result, hot: circuit };
}

import { Deriving, deriveStages } from '../derive.ts';
import { chargingOf } from '../devices/registry.ts';
import type { Id } from '../document/basics.ts';
import type { Board } from '../document/board.ts';
import type { Catalogue } from '../document/part/part.ts';
import type { Workshop } from '../document/workshop/workshop.ts';
import { conductorResistance } from '../formulas/cables.ts';
import type { Profile } from '../profiles/profile.ts';
import { collapseAt, solveConstantPower } from '../solvers/constantPower.ts';
import type { Flow } from '../stages/demand/demand.ts';
import type { Netlist, SourcePort } from '../stages/netlist/netlist.ts';
import { type EmfState, emfV, feedingOf } from '../stages/netlist/potentials.ts';
import { branchCurrents, type Circuit, circuitOf, inject, shareOf } from '../stages/sizing/electrical.ts';
import type { Plan } from '../stages/states/workPlan.ts';
import { COPPER_ALPHA_PER_K } from '../tables/conductorResistance.ts';
import { COLD_AGED_FACTOR } from '../tables/sourceCorners.ts';

/** Which state; devices that charge by themselves bring theirs. */
export type ScenarioId = string;

/** Volts lost in one branch on the way to a load or from a charger. */
export interface VoltLoss {
  connectionId: Id | null;
  itemId: Id | null;
  volts: number;
}
export interface ScenarioFlow {
  key: string;
  itemId: Id;
  currentA: number;
  voltageV: number;
  sourceV: number;
  dropShare: number;
  /** By branch, what its own share of the flow loses there; parallel branches together count once. */
  losses: VoltLoss[];
}

export interface ScenarioResult {
  id: ScenarioId;
  title: string;
  says: string;
  /** Signed, from the connection's first end to its second, A. */
  wireA: { connectionId: Id; currentA: number }[];
  elementA: { key: string; currentA: number }[];
  flows: ScenarioFlow[];
  batteries: { itemId: Id; currentA: number }[];
  /** Loads that cannot be fed, with the current at which the line gives way. */
  collapsed: { itemId: Id; currentA: number }[];
}

export interface Scenario {
  id: ScenarioId;
  title: string;
  says: string;
  flows: { flow: Flow; factor: number }[];
  state: EmfState;
  sourceFactor: (source: SourcePort) => number;
}

const whole = () => 1;
const coldAged = (s: SourcePort) => (s.element.kind === 'battery' ? COLD_AGED_FACTOR[s.element.chemistry] : 1);
/** A source that is lost is nearly an open circuit. */
const LOST = 1e6;

function scenariosOf(
  netlist: Netlist,
  flows: readonly Flow[],
  items: readonly { id: Id; designation: string }[],
): Scenario[] {
  const elementOf = (flow: Flow) => netlist.consumers.find((c) => c.key === flow.key)?.element;
  const isInverter = (flow: Flow) => elementOf(flow)?.kind === 'inverter';
  const isInput = (flow: Flow) => flow.key.endsWith('/input');
  const sourceOf = (flow: Flow) => {
    const charger = netlist.chargers.find((c) => flow.key.startsWith(c.key));
    const port = netlist.charging.find((m) => m.key === flow.key);
    return charger ? charger.element.source : port ? chargingOf(port.element).scenario.id : null;
  };
  const on = (which: (f: Flow) => boolean, factor = 1) => flows.filter(which).map((flow) => ({ flow, factor }));
  const loads = on((f) => f.way === 'discharge' && !isInput(f));
  const charge = (source: string) =>
    on(
      (f) =>
        (f.way === 'charge' && sourceOf(f) === source) ||
        (source === 'dcdc' && isInput(f)) ||
        (source === 'solar' && f.way === 'solar'),
    );
  const surge = flows
    .filter((f) => f.way === 'discharge' && !isInput(f))
    .map((flow) => {
      const element = elementOf(flow);
      return { flow, factor: element?.kind === 'inverter' ? element.surgeW / element.acPowerW : 1 };
    });
  const largest = netlist.sources
    .filter((s) => s.element.kind === 'battery')
    .reduce<SourcePort | null>((w, s) => (!w || s.element.resistanceOhm < w.element.resistanceOhm ? s : w), null);
  const strings = netlist.sources.filter((s) => s.element.kind === 'battery' && s.plus === largest?.plus).length;
  const parallel = netlist.sources.filter((s) => s.element.kind === 'battery').length > 1 && strings <= 1;
  const list: Scenario[] = [
    {
      id: 'everything',
      title: 'Everything on',
      says: 'all loads and the inverter at full power',
      flows: loads,
      state: 'nominal',
      sourceFactor: whole,
    },
    {
      id: 'loads',
      title: 'Night load',
      says: 'd.c. loads on, inverter off, nothing charging',
      flows: loads.filter(({ flow }) => !isInverter(flow)),
      state: 'nominal',
      sourceFactor: whole,
    },
    {
      id: 'sun',
      title: 'Full sun',
      says: 'sun at its best, no load',
      flows: charge('solar'),
      state: 'nominal',
      sourceFactor: whole,
    },
    {
      id: 'driving',
      title: 'Engine running',
      says: 'alternator charger at its rating, no load',
      flows: charge('dcdc'),
      state: 'nominal',
      sourceFactor: whole,
    },
    ...[
      ...new Map(netlist.charging.map(({ element }) => chargingOf(element).scenario).map((s) => [s.id, s])).values(),
    ].map((scenario): Scenario => ({ ...scenario, flows: charge(scenario.id), state: 'nominal', sourceFactor: whole })),
    {
      id: 'charging',
      title: 'All charging at once',
      says: 'every charger at its rating, no load',
      flows: [...charge('solar'), ...charge('dcdc'), ...on((f) => netlist.charging.some((m) => m.key === f.key))],
      state: 'nominal',
      sourceFactor: whole,
    },
    {
      id: 'inverter',
      title: 'Inverter alone',
      says: 'inverter at full power, nothing else',
      flows: on(isInverter),
      state: 'nominal',
      sourceFactor: whole,
    },
    {
      id: 'surge',
      title: 'Surge',
      says: 'all on, the inverter at its surge for a moment',
      flows: surge.some((s) => s.factor > 1) ? surge : [],
      state: 'nominal',
      sourceFactor: whole,
    },
    {
      id: 'lost',
      title: 'A battery lost',
      says: `everything on, ${items.find((i) => i.id === largest?.item.id)?.designation ?? 'one battery'} gone`,
      flows: parallel ? loads : [],
      state: 'nominal',
      sourceFactor: (s) => (s === largest ? LOST : 1),
    },
    {
      id: 'cold',
      title: 'Cold start',
      says: 'everything on, the bank low, cold and aged',
      flows: loads,
      state: 'low',
      sourceFactor: coldAged,
    },
  ];
  return list.map((s) => ({ ...s, flows: held(s.flows) })).filter((s) => s.flows.length > 0);
}

/** Inputs of one case that give more together than its output does: each is held to its part of that. */
function held(flows: Scenario['flows']): Scenario['flows'] {
  const sums = new Map<Id, number>();
  for (const { flow } of flows)
    if (flow.way === 'charge' && flow.turnsIn !== null && flow.operating.kind === 'current')
      sums.set(flow.turnsIn, (sums.get(flow.turnsIn) ?? 0) + flow.operating.currentA);
  return flows.map(({ flow, factor }) => {
    const sumA = flow.way === 'charge' && flow.turnsIn !== null ? (sums.get(flow.turnsIn) ?? 0) : 0;
    return { flow, factor: sumA > flow.designCurrentA ? (factor * flow.designCurrentA) / sumA : factor };
  });
}

/** Branches that are open however the rest of the board stands: of a switch of several ways those it does not stand on. */
const shutWays = (netlist: Netlist, { states }: Plan): Set<number> =>
  new Set(
    netlist.branches.flatMap(({ element }, i) =>
      element?.kind === 'contact' && element.interlock !== null && states[0]?.closed[i] === 0 ? i : [],
    ),
  );

interface Solved {
  nodeV: Float64Array;
  branchA: Float64Array;
  flowA: number[];
  collapsed: { itemId: Id; currentA: number }[];
}

/** One operating point: linear network, fixed currents injected, constant powers by Newton through their ports. */
function solveOn(circuit: Circuit, scenario: Scenario): Solved {
  const { netlist, network } = circuit;
  const injection = new Float64Array(netlist.nodeCount);
  netlist.sources.forEach((s, i) => {
    const shortA = emfV(s, scenario.state) / circuit.sourceOhm[i]!;
    injection[s.plus]! += shortA;
    injection[s.minus]! -= shortA;
  });
  const flowA = scenario.flows.map(({ flow, factor }) =>
    flow.operating.kind === 'current' ? flow.operating.currentA * factor : 0,
  );
  scenario.flows.forEach(({ flow }, i) => {
    if (flow.operating.kind === 'current') inject(flow, flowA[i]!, injection);
  });
  const base = network.solve(injection);
  const across = (v: Float64Array, flow: Flow) => v[flow.sink.plus]! - v[flow.sink.minus]!;
  // Fixed resistances count as constant power at their open voltage: coils are small, and the error is of second order.
  const ports = scenario.flows.flatMap(({ flow, factor }, i) => {
    if (flow.operating.kind === 'current') return [];
    const openV = across(base, flow);
    const powerW = flow.operating.kind === 'power' ? flow.operating.powerW * factor : openV ** 2 / flow.operating.ohm;
    return openV > 0 ? [{ flow, i, openV, powerW }] : [];
  });
  const units = ports.map(({ flow }) => {
    const unit = new Float64Array(netlist.nodeCount);
    inject(flow, 1, unit);
    return network.solve(unit);
  });
  const portNetwork = {
    openV: ports.map((p) => p.openV),
    ohm: ports.map((p) => units.map((u) => -across(u, p.flow))),
  };
  const power = ports.map((p) => p.powerW);
  let solution = solveConstantPower(portNetwork, power);
  const collapsed: Solved['collapsed'] = [];
  if (!solution.converged && ports.length > 0) {
    const { share, currentA } = collapseAt(portNetwork, power);
    solution = solveConstantPower(
      portNetwork,
      power.map((p) => p * share * 0.999),
    );
    // The one whose own line gives the least is named; the rest only come to the same end with it.
    const weakest = ports.reduce(
      (w, _, k) =>
        (power[k]! * portNetwork.ohm[k]![k]!) / portNetwork.openV[k]! ** 2 >
        (power[w]! * portNetwork.ohm[w]![w]!) / portNetwork.openV[w]! ** 2
          ? k
          : w,
      0,
    );
    collapsed.push({ itemId: ports[weakest]!.flow.itemId, currentA: currentA[weakest]! });
  }
  const nodeV = Float64Array.from(base);
  ports.forEach(({ i }, k) => {
    flowA[i] = solution.currentA[k]!;
    for (let n = 0; n < nodeV.length; n++) nodeV[n]! += units[k]![n]! * solution.currentA[k]!;
  });
  return { nodeV, branchA: branchCurrents(circuit, nodeV), flowA, collapsed };
}

/** Rounds in which conductors settle at the temperature their own current gives them. */
const HEAT_ROUNDS = 4;

/**
 * Operating points of a sized board: what flows where in each scenario, with conductors as warm as their current makes
 * them. A load that cannot be fed is named with the current at which its line gives way, never solved to nonsense.
 * @param seen is handed the circuit each scenario settled on, for checks against another solver
 * @param deriving of a study that has derived the same board already
 * @example
 * solveScenarios(board, catalogue, profile, workshop).map((s) => s.id); // ['everything', 'loads', 'cold']
 */
export function solveScenarios(
  board: Board,
  catalogue: Catalogue,
  profile: Profile,
  workshop: Workshop,
  seen: (scenario: Scenario, circuit: Circuit) => void = () => undefined,
  deriving = new Deriving(),
): ScenarioResult[] {
  const stages = deriveStages(board, catalogue, profile, workshop, deriving);
  const { netlist, demand, sizing, potentials, plan } = stages;
  const cold = stages.branchOhm(false);
  const cableAt = new Map(board.cables.flatMap((c) => c.cores.map((k) => [k.connectionId, c] as const)));
  const sizedAt = new Map(sizing.cables.map((c) => [c.cableId, c]));
  const shut = shutWays(netlist, plan);
  const { islandOf } = circuitOf(netlist, (b, i) => (shut.has(i) ? Number.POSITIVE_INFINITY : cold(b, i))).network;
  // What hangs on a way the switch does not stand on is fed by nothing.
  const fed = demand.flows.filter(({ sink }) => islandOf[sink.plus] === islandOf[sink.minus]);
  return scenariosOf(netlist, fed, board.items).map((scenario): ScenarioResult => {
    let warm = new Float64Array(netlist.branches.length).fill(board.brief.ambientC);
    let solved: Solved | null = null;
    let circuit: Circuit | null = null;
    for (let round = 0; round < HEAT_ROUNDS; round++) {
      circuit = circuitOf(
        netlist,
        (b, i) =>
          shut.has(i) ? Number.POSITIVE_INFINITY : b.kind === 'wire' ? cold(b, i) * heating(warm[i]!) : cold(b, i),
        true,
        scenario.sourceFactor,
      );
      solved = solveOn(circuit, scenario);
      const { branchA } = solved;
      warm = Float64Array.from(netlist.branches, (b, i) => {
        const cable = b.connectionId ? cableAt.get(b.connectionId) : undefined;
        const sized = cable && sizedAt.get(cable.id);
        const ambientC =
          cable?.segments.reduce((m, s) => Math.max(m, s.environment.ambientC ?? board.brief.ambientC), -99) ?? 20;
        if (!sized || sized.ampacityA <= 0) return board.brief.ambientC;
        return Math.min(200, ambientC + (sized.columnC - ambientC) * (branchA[i]! / sized.ampacityA) ** 2);
      });
    }
    const { nodeV, branchA, flowA, collapsed } = solved!;
    seen(scenario, circuit!);
    return {
      id: scenario.id,
      title: scenario.title,
      says: scenario.says,
      wireA: netlist.branches.flatMap((b, i) =>
        b.connectionId ? [{ connectionId: b.connectionId, currentA: branchA[i]! }] : [],
      ),
      elementA: netlist.branches.flatMap((b, i) => (b.itemId ? [{ key: b.key, currentA: branchA[i]! }] : [])),
      flows: scenario.flows.map(({ flow }, i) => {
        const voltageV = nodeV[flow.sink.plus]! - nodeV[flow.sink.minus]!;
        const { tops, bottoms } = feedingOf(potentials, potentials.netOf[flow.sink.plus]!);
        const sourceV = flow.supply
          ? nodeV[flow.supply.plus]! - nodeV[flow.supply.minus]!
          : Math.max(0, ...tops.map((s) => nodeV[s.plus]!)) - Math.min(...bottoms.map((s) => nodeV[s.minus]!));
        return {
          key: flow.key,
          itemId: flow.itemId,
          currentA: flowA[i]!,
          voltageV,
          sourceV,
          dropShare: Math.abs(sourceV - voltageV) / board.brief.systemVoltageV,
          losses: lossesOf(circuit!, flow, branchA),
        };
      }),
      batteries: netlist.sources.flatMap((s, i) =>
        s.element.kind === 'battery'
          ? [
              {
                itemId: s.item.id,
                currentA: (emfV(s, scenario.state) - (nodeV[s.plus]! - nodeV[s.minus]!)) / circuit!.sourceOhm[i]!,
              },
            ]
          : [],
      ),
      collapsed,
    };
  });
}

/** Smaller than this is nothing to look at. */
const SHOWN_LOSS_V = 0.0005;

/** I·R of every branch times the share of the flow that goes through it: by Tellegen these add up to the whole drop. */
function lossesOf(circuit: Circuit, flow: Flow, branchA: Float64Array): VoltLoss[] {
  const share = shareOf(circuit, flow);
  return circuit.netlist.branches.flatMap((b, i): VoltLoss[] => {
    const conductance = circuit.conductanceS[i]!;
    const volts = conductance > 0 ? (share[i]! * branchA[i]!) / conductance : 0;
    return volts > SHOWN_LOSS_V ? [{ connectionId: b.connectionId ?? null, itemId: b.itemId ?? null, volts }] : [];
  });
}

/** Resistance at a temperature over that at 20 °C. */
const heating = (conductorC: number): number =>
  conductorResistance.compute({ ohmPerKm: 1e6, lengthMm: 1, alphaPerK: COPPER_ALPHA_PER_K, conductorC });

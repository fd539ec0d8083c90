import type { BenchStep } from '../devices/benchStep.ts';
import { field, rows } from '../engine/fact.ts';
import { each, stage, steady } from '../engine/stage.ts';
import { bankSteps } from './bench/bankSteps.ts';
import { bankTerminals } from './bench/bankTerminals.ts';
import { finish } from './bench/benchWords.ts';
import { coldSteps } from './bench/coldSteps.ts';
import { cableOhmAt20, continuitySteps, provedByCurrent } from './bench/continuitySteps.ts';
import { deviceSteps } from './bench/deviceSteps.ts';
import { functionSteps } from './bench/functionSteps.ts';
import { isolateSteps } from './bench/isolateSteps.ts';
import { loadPoints, loadStep, warmStep, worksSteps } from './bench/loadSteps.ts';
import { mainsSteps } from './bench/mainsSteps.ts';
import { powerFacts } from './bench/powerFacts.ts';
import { powerSteps, wokenSteps } from './bench/powerSteps.ts';
import { powerOrder } from './bench/powerUp.ts';
import { segmentStep } from './bench/segmentSteps.ts';
import { branchesByKey, coresByConnection, seatsByKey, segmentOf } from './bench/segments.ts';
import { settingsSteps } from './bench/settingsSteps.ts';
import { briefOf, byId, fact, workshopOf } from './inputs.ts';
import { catalogue, control, energy, flows, made, netlist, parts, potentials, seats, sized, wires } from './stages.ts';

// The stages of the bench test: what is checked of the board that the others derive, in the order of the test.

const benchItems = fact('items', ['id', 'designation', 'partId']);
const benchBrief = briefOf(['chemistry', 'systemVoltageV']);
const bank = stage('bankTerminals', { netlist, potentials }, ({ netlist, potentials }) =>
  bankTerminals(netlist, potentials),
);
const benchSeats = rows(seats, ['key', 'itemId', 'seatId', 'spare', 'link', 'upstreamKeys']);
export const powerUp = steady('powerUp', { netlist, potentials, seats: benchSeats }, ({ netlist, potentials, seats }) =>
  powerFacts(netlist, potentials, seats),
);
const power = steady('powerOrder', { powerUp }, ({ powerUp }) => powerOrder(powerUp));
const seatsIn = steady('seatsIn', { power }, ({ power }) =>
  power.acts.flatMap((act) => (act.do === 'putLink' ? [act.key] : [])),
);
const benchBank = stage(
  'benchBank',
  {
    netlist,
    potentials,
    brief: benchBrief,
    items: fact('items', ['id', 'designation']),
    workshop: workshopOf(['unexplainedRestV']),
    power,
  },
  (given) => bankSteps(given).map(finish),
);
const benchPower = stage(
  'benchPower',
  {
    netlist,
    potentials,
    brief: benchBrief,
    items: benchItems,
    parts,
    seats: benchSeats,
    facts: powerUp,
    power,
    bank,
    catalogue,
    workshop: workshopOf(['meterToleranceV']),
  },
  (given) => ({ steps: powerSteps(given).map(finish), woken: wokenSteps(given).map(finish) }),
);
const benchFunction = stage(
  'benchFunction',
  {
    netlist,
    flows,
    control,
    items: benchItems,
    parts,
    essential: stage('essentialLoads', { loads: fact('items', ['id', 'load']) }, ({ loads }) =>
      loads.flatMap((i) => (i.load?.essential ? [i.id] : [])),
    ),
    seatsIn,
    bank,
  },
  (given) => [...isolateSteps(given, given.bank, given.seatsIn), ...functionSteps(given)].map(finish),
);
const benchContinuity = each(
  'benchContinuity',
  made,
  (cable) => cable.cableId,
  { workshop: workshopOf(['joinOhm', 'testLeadOhm']), wires },
  (cable, { workshop, wires }) => ({
    cable,
    workshop,
    heavy: cable.cores.map((c) => provedByCurrent(wires.get(c.connectionId)?.designCurrentA ?? 0)),
  }),
  ({ cable, workshop, heavy }) => continuitySteps(cable, heavy, workshop).map(finish),
);
/** Of every cable, by connection; the name on its label is no part of it. */
const coolOhms = each(
  'coolOhms',
  rows(made, ['cableId', 'areaMm2', 'lengthMm', 'cores']),
  (cable) => cable.cableId,
  {},
  ({ areaMm2, lengthMm, cores }) => ({ areaMm2, lengthMm, connectionIds: cores.map((k) => k.connectionId) }),
  ({ connectionIds, ...cable }) => connectionIds.map((id) => [id, cableOhmAt20(cable)] as const),
);
const loaded = stage(
  'loadPoints',
  {
    netlist,
    potentials,
    flows,
    hot: field(sized, 'hot'),
    coolOhm: stage('coolOhm', { coolOhms }, ({ coolOhms }) => new Map(coolOhms.flat())),
  },
  ({ netlist, potentials, flows, hot, coolOhm }) => loadPoints(netlist, potentials, flows, hot, coolOhm),
);
const points = field(loaded, 'points');
const benchItemOf = stage('benchItemOf', { benchItems }, ({ benchItems }) => byId(benchItems));
/** Parts of the lines that are proved under load, each under the consumer that loads it most. */
const benchSegments = each(
  'benchSegments',
  field(loaded, 'segments'),
  (point) => point.branchKey,
  {
    made: stage(
      'benchCores',
      { made: rows(made, ['cableId', 'designation', 'areaMm2', 'lengthMm', 'cores']) },
      ({ made }) => coresByConnection(made),
    ),
    branches: stage('benchBranches', { netlist }, ({ netlist }) => branchesByKey(netlist.branches)),
    seats: stage('benchSeats', { seats: rows(seats, ['key', 'itemId', 'seatId', 'link']) }, ({ seats }) =>
      seatsByKey(seats),
    ),
    items: benchItemOf,
    workshop: workshopOf(['joinOhm']),
    ...{ wires, catalogue, seatsIn },
  },
  segmentOf,
  (segment) => finish(segmentStep(segment)),
);
const benchLoads = each(
  'benchLoads',
  points,
  (point) => point.key,
  { seatsIn, items: benchItemOf, workshop: workshopOf(['joinOhm']) },
  // What a line is made of by its figures: it is worked out anew with every network.
  ({ itemId, line, ...point }, { seatsIn, items, workshop }) => ({
    ...{ ...point, ...line, seatsIn, item: items.get(itemId)!, workshop },
  }),
  ({ key, plus, minus, bankPlus, bankMinus, copperOhm, joints, fusesOhm, partsOhm, ...rest }) =>
    finish(
      loadStep({
        ...rest,
        line: { copperOhm, joints, fusesOhm, partsOhm },
        flow: { key, plus, minus },
        bank: { plus: bankPlus, minus: bankMinus },
      }),
    ),
);
const benchAfterLoad = stage(
  'benchAfterLoad',
  { points, flows, items: benchItems, parts },
  ({ points, flows, items, parts }) =>
    [
      ...worksSteps(
        flows,
        new Set(points.map((p) => p.key)),
        items,
        (id) => parts.get(items.find((i) => i.id === id)?.partId ?? '')?.kind ?? null,
      ),
      ...warmStep(points, items),
    ].map(finish),
);
const benchSettings = stage(
  'benchSettings',
  {
    items: benchItems,
    parts,
    brief: benchBrief,
    bankAh: field(energy, 'bankAh'),
  },
  (given) => settingsSteps(given).map(finish),
);
/** The bench test in the order it must be done. */
export const bench = steady(
  'bench',
  {
    cold: stage('benchCold', { netlist, potentials, items: benchItems, parts }, (given) =>
      coldSteps(given).map(finish),
    ),
    benchContinuity,
    benchBank,
    benchPower,
    benchFunction,
    benchLoads,
    benchSegments,
    benchAfterLoad,
    benchSettings,
    devices: stage('benchDevices', { items: benchItems, parts }, (given) => deviceSteps(given).map(finish)),
    mains: stage('benchMains', { items: benchItems, parts }, (given) => mainsSteps(given).map(finish)),
  },
  ({ cold, benchContinuity, benchBank, benchPower, benchFunction, benchLoads, benchAfterLoad, ...rest }) => {
    const { devices, benchSegments, benchSettings, mains } = rest;
    const provedUnder = new Map<string, BenchStep[]>();
    for (const step of benchSegments) {
      const flow = step.state.flowsOn[0]!;
      const own = provedUnder.get(flow);
      if (own) own.push(step);
      else provedUnder.set(flow, [step]);
    }
    const match = benchBank.filter((s) => s.id.startsWith('bank/match/'));
    const ofStage = (stage: string) => devices.filter((s) => s.stage === stage);
    return [
      ...ofStage('cold'),
      ...cold,
      ...benchContinuity.flat(),
      ...match,
      // A bank that is woken last is joined dead, and then woken.
      ...benchPower.steps.filter((s) => s.stage === 'bank'),
      ...ofStage('bank'),
      ...benchBank.filter((s) => !match.includes(s)),
      ...benchPower.woken,
      ...benchPower.steps.filter((s) => s.stage !== 'bank'),
      ...benchFunction,
      ...ofStage('function'),
      // Each consumer is switched on once: its whole way, and then what of it is proved under it.
      ...benchLoads.flatMap((load) => [load, ...(provedUnder.get(load.state.flowsOn[0]!) ?? [])]),
      ...ofStage('load'),
      ...benchAfterLoad,
      ...benchSettings,
      ...mains,
    ];
  },
);

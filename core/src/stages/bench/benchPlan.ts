import type { Catalogue, Part } from '../../catalogue/part.ts';
import type { Connection, ElectricalBrief, Id, Item, TerminalRef } from '../../document/board.ts';
import { fingerprint } from '../../document/fingerprint.ts';
import type { Workshop } from '../../document/workshop.ts';
import { compareText } from '../../engine/compareText.ts';
import { figure, given, use } from '../../engine/formula.ts';
import type { Memo } from '../../engine/memo.ts';
import { bankLimit, continuityLimit, dropLimit } from '../../formulas/bench.ts';
import { conductorResistance } from '../../formulas/cables.ts';
import { REST_VOLTAGE_PER_12V, REST_VOLTAGE_SOURCE } from '../../tables/batteryVoltage.ts';
import { CLASS5_OHM_PER_KM, COPPER_ALPHA_PER_K } from '../../tables/conductorResistance.ts';
import type { Flow } from '../demand/demand.ts';
import type { Netlist } from '../netlist/netlist.ts';
import type { Potentials } from '../netlist/potentials.ts';
import type { Circuit } from '../sizing/electrical.ts';
import { aloneOn, operatingPoint } from '../sizing/electrical.ts';
import type { SizedSeat, SizingResult } from '../sizing/sizingResult.ts';
import type { MadeCable } from '../terminations/terminations.ts';
import type { BenchState, BenchStep, Draft } from './benchStep.ts';
import { isolateSteps } from './isolateSteps.ts';

export interface BenchInput {
  brief: ElectricalBrief;
  items: Item[];
  parts: ReadonlyMap<Id, Part>;
  connections: Connection[];
  cables: readonly MadeCable[];
  sizing: SizingResult;
  seats: readonly SizedSeat[];
  flows: readonly Flow[];
  netlist: Netlist;
  potentials: Potentials;
  /** The sized network with hot copper, for predicting drops. */
  hot: () => Circuit;
  workshop: Workshop;
  catalogue: Catalogue;
}

/** Lowest reading that counts as "not connected". Common practice, no source. */
const OPEN_OHM = 1000;
const NO_LIVE =
  'Batteries disconnected, sun covered or unplugged, starter feed off. Check with the meter before hands go in.';
export const LIVE = 'Live conductors. Insulated tools, no rings or watches, eye protection, one hand where you can.';

const cold: BenchState = { batteriesConnected: false, isolatorsClosed: true, seatsIn: [], flowsOn: [] };

const finish = (draft: Draft): BenchStep =>
  Object.assign(draft, {
    fingerprint: fingerprint([
      draft.id,
      draft.title,
      draft.lowLimit?.toPrecision(4),
      draft.highLimit?.toPrecision(4),
      draft.probes,
    ]),
  });

/** Generates the bench test in the order it must be done, with limits computed from the board. */
export function benchPlan(input: BenchInput, memo: Memo): BenchStep[] {
  const versions = [input.workshop, input.brief.chemistry, input.brief.systemVoltageV];
  const { netlist, potentials } = input;
  const named = input.items.flatMap((i) => [i.id, i.designation, i.name, i.partId]);
  const seats = input.seats.flatMap((s) => [s.key, s.spare, s.link.value, s.upstreamKeys]);
  return [
    ...memo.each('benchCold', 'all', [netlist, potentials, named], () => coldSteps(input).map(finish)),
    ...memo.each('benchContinuity', 'all', [input.cables, versions], () =>
      input.cables.flatMap((cable) =>
        memo.each('benchContinuity', cable.cableId, [cable, versions], () =>
          continuitySteps(cable, input.workshop).map(finish),
        ),
      ),
    ),
    ...memo.each('benchFuses', 'all', [netlist, versions, seats, named], () =>
      [...bankSteps(input), ...fuseSteps(input), ...isolateSteps(input, bankTerminals(input), seatOrder(input))].map(
        finish,
      ),
    ),
    ...memo.each('benchLoads', 'all', [input.sizing, potentials, versions, named], () => loadSteps(input, memo)),
    ...memo.each('benchMains', 'all', [netlist, named], () => mainsSteps(input).map(finish)),
  ];
}

/** The bank's outer terminals: highest plus and lowest minus of the batteries; null without a bank. */
function bankTerminals(input: BenchInput): { plus: TerminalRef; minus: TerminalRef; island: number } | null {
  const batteries = input.netlist.sources.filter((s) => s.element.kind === 'battery');
  const first = batteries[0];
  if (!first) return null;
  const island = input.potentials.islandOf[first.minus]!;
  const inIsland = batteries.filter((b) => input.potentials.islandOf[b.minus] === island);
  const v = input.potentials.nodeV;
  const top = inIsland.reduce((best, b) => (v[b.plus]! > v[best.plus]! + 1e-6 ? b : best));
  const bottom = inIsland.reduce((best, b) => (v[b.minus]! < v[best.minus]! - 1e-6 ? b : best));
  return { plus: top.plusRef, minus: bottom.minusRef, island };
}

const nameOf = (item: Item) => (item.name ? `${item.designation} ${item.name}` : item.designation);

function coldSteps(input: BenchInput): Draft[] {
  const base = {
    stage: 'cold' as const,
    caution: NO_LIVE,
    measures: null,
    unit: '' as const,
    lowLimit: null,
    highLimit: null,
    expected: null,
    limitFigure: null,
    probes: [],
    state: cold,
    role: 'tester' as const,
    method: 'confirm' as const,
  };
  const steps: Draft[] = [
    {
      ...base,
      id: 'cold/visual',
      entityId: 'board',
      title: 'Look the board over',
      how: 'Every part where the drawing has it, every wire label as on the drawing, nuts torqued and marked, no loose strand, no scrap left.',
    },
    {
      ...base,
      id: 'cold/fuses-out',
      entityId: 'board',
      title: 'All fuses out, all loads off',
      how: 'Take every fuse link out and switch every load off. Isolators closed for the continuity checks.',
    },
  ];
  const ohms = { ...base, method: 'reading' as const, measures: 'resistance' as const, unit: 'Ω' as const };
  const bank = bankTerminals(input);
  const ports = [
    ...input.netlist.consumers,
    ...input.netlist.chargers.map((c) => c.output),
    ...input.netlist.mainsChargers,
  ];
  for (const port of ports) {
    if (!bank || input.potentials.islandOf[port.minus] !== bank.island) continue;
    const plus = port.plusRef;
    steps.push({
      ...ohms,
      id: `cold/polarity/${port.key}`,
      entityId: port.item.id,
      title: `Polarity of ${nameOf(input.items.find((i) => i.id === port.item.id) ?? port.item)}`,
      how: `Meter from the plus terminal of ${port.item.designation} to the bank's minus lead: no continuity, or its wires are swapped.`,
      lowLimit: OPEN_OHM,
      probes: [{ plus, minus: bank.minus, sign: 1 }],
    });
  }
  if (bank)
    steps.push({
      ...ohms,
      id: 'cold/plus-to-minus',
      entityId: 'board',
      title: 'No continuity from plus to minus',
      how: 'Meter across the two bank leads. A capacitor input may swing first: wait until it settles.',
      lowLimit: OPEN_OHM,
      probes: [{ plus: bank.plus, minus: bank.minus, sign: 1 }],
    });
  for (const item of input.items) {
    const part = input.parts.get(item.partId);
    if (part?.body.heldBy !== 'strap') continue;
    steps.push({
      ...base,
      id: `cold/held/${item.id}`,
      entityId: item.id,
      title: `${nameOf(item)} is held down`,
      how: `Tray, cleats or strap hold its ${part.massKg} kg whichever way it is turned; posts covered, and still within reach.`,
    });
  }
  return steps;
}

/** Continuity of each core of one cable. */
function continuitySteps(cable: MadeCable, workshop: Workshop): Draft[] {
  const cableOhm = conductorResistance.compute({
    ohmPerKm: CLASS5_OHM_PER_KM[String(cable.areaMm2)] ?? 18 / cable.areaMm2,
    lengthMm: cable.lengthMm,
    alphaPerK: COPPER_ALPHA_PER_K,
    conductorC: 20,
  });
  return cable.cores.map((core): Draft => {
    const address = `bench/continuity/${core.coreId}`;
    return {
      id: `cold/continuity/${core.coreId}`,
      stage: 'cold',
      entityId: cable.cableId,
      title: `Continuity of ${cable.designation}`,
      how: `Meter from ${core.from.at} to ${core.to.at}.`,
      caution: NO_LIVE,
      method: 'reading',
      measures: 'resistance',
      unit: 'Ω',
      lowLimit: null,
      expected: cableOhm + workshop.testLeadOhm / 2,
      highLimit: use(
        continuityLimit,
        { cableOhm, joinOhm: workshop.joinOhm, testLeadOhm: workshop.testLeadOhm },
        address,
        {
          cableOhm: given(`${cable.areaMm2} mm², ${Math.round(cable.lengthMm)} mm at 20 °C`),
          joinOhm: given('workshop setting'),
          testLeadOhm: given('workshop setting'),
        },
      ),
      limitFigure: address,
      probes: [{ plus: core.from.ref, minus: core.to.ref, sign: 1 }],
      state: cold,
      role: 'tester',
    };
  });
}

function bankSteps(input: BenchInput): Draft[] {
  const bank = bankTerminals(input);
  if (!bank) return [];
  const table = REST_VOLTAGE_PER_12V[input.brief.chemistry];
  const limit = (per12V: number, address: string) =>
    use(bankLimit, { per12V, systemVoltageV: input.brief.systemVoltageV }, address, {
      per12V: given(`${input.brief.chemistry}: ${REST_VOLTAGE_SOURCE}`),
      systemVoltageV: given('brief'),
    });
  return [
    ...matchSteps(input),
    {
      id: 'bank/voltage',
      stage: 'bank',
      entityId: 'bank',
      title: 'Rested voltage of the bank',
      how: 'Connect the batteries, isolators open, fuses still out. Meter across the bank.',
      caution: `${LIVE} The bank can drive thousands of amps into a slipped spanner.`,
      method: 'reading',
      measures: 'voltage',
      unit: 'V',
      lowLimit: limit(table.benchLowV, 'bench/bank/low'),
      highLimit: limit(table.benchHighV, 'bench/bank/high'),
      expected: limit(table.nominalV, 'bench/bank/expected'),
      limitFigure: 'bench/bank/low',
      probes: [{ plus: bank.plus, minus: bank.minus, sign: 1 }],
      state: { batteriesConnected: true, isolatorsClosed: false, seatsIn: [], flowsOn: [] },
      role: 'tester',
    },
  ];
}

/** Batteries that will stand side by side are brought to one voltage before the last link joins them. */
function matchSteps(input: BenchInput): Draft[] {
  const { netlist, potentials, brief } = input;
  const batteries = netlist.sources.filter((s) => s.element.kind === 'battery');
  return batteries.flatMap((battery, i): Draft[] => {
    const first = batteries
      .slice(0, i)
      .find(
        (b) =>
          potentials.islandOf[b.plus] === potentials.islandOf[battery.plus] &&
          Math.abs(potentials.nodeV[b.plus]! - potentials.nodeV[battery.plus]!) < 0.5,
      );
    if (!first) return [];
    const address = `bench/match/${battery.item.id}`;
    const limitV = use(bankLimit, { per12V: MATCH_PER_12V, systemVoltageV: brief.systemVoltageV }, address, {
      per12V: given('0.1 V per 12 V before paralleling (common practice, no source)'),
      systemVoltageV: given('brief'),
    });
    return [
      {
        id: `bank/match/${battery.item.id}`,
        stage: 'bank',
        entityId: battery.item.id,
        title: `${battery.item.designation} matches ${first.item.designation}`,
        how: `Minus leads joined, fuses out. Meter from plus of ${first.item.designation} to plus of ${battery.item.designation}, before the last link. Apart by more: charge each full by itself first.`,
        caution: LIVE,
        method: 'reading',
        measures: 'voltage',
        unit: 'V',
        lowLimit: -limitV,
        highLimit: limitV,
        expected: 0,
        limitFigure: address,
        probes: [{ plus: first.plusRef, minus: battery.plusRef, sign: 1 }],
        state: { batteriesConnected: true, isolatorsClosed: false, seatsIn: [], flowsOn: [] },
        role: 'tester',
      },
    ];
  });
}
const MATCH_PER_12V = 0.1;

/** Fuses go in one by one, nearest the source first: a seat waits for every seat upstream of it. */
function inOrder(seats: readonly SizedSeat[]): SizedSeat[] {
  return seats
    .filter((s) => !s.spare)
    .sort((a, b) => a.upstreamKeys.length - b.upstreamKeys.length || compareText(a.key, b.key));
}

const seatOrder = (input: BenchInput): string[] => inOrder(input.seats).map((s) => s.key);

function fuseSteps(input: BenchInput): Draft[] {
  const { netlist, potentials, brief } = input;
  const items = new Map(input.items.map((i) => [i.id, i]));
  const steps: Draft[] = [];
  const inSoFar: string[] = [];
  const table = REST_VOLTAGE_PER_12V[brief.chemistry];
  for (const seat of inOrder(input.seats)) {
    const item = items.get(seat.itemId)!;
    const part = input.parts.get(item.partId)!;
    const element = part.elements.find((e) => e.id === seat.seatId);
    const branch = netlist.branches.find((b) => b.key === seat.key)!;
    if (element?.kind !== 'fuseSeat') continue;
    const island = potentials.islandOf[branch.a]!;
    const sources = netlist.sources.filter((s) => potentials.islandOf[s.minus] === island);
    const base = sources.find((s) => potentials.nodeV[s.minus]! < 0.5);
    if (!base || Number.isNaN(potentials.nodeV[branch.a]!)) continue;
    inSoFar.push(seat.key);
    const fed = base.element.kind === 'battery';
    const many = part.elements.filter((e) => e.kind === 'fuseSeat').length > 1;
    const name = many ? `${item.designation}:${seat.seatId}` : item.designation;
    const link = input.catalogue.fuseLinks.find((l) => l.id === seat.link.value);
    const factor = brief.systemVoltageV / 12;
    // Seen from a side that is surely the load's: with the link in, both sides stand at the source's voltage.
    steps.push({
      id: `fuses/${seat.key}`,
      stage: 'fuses',
      entityId: seat.itemId,
      title: `Fuse ${name}: ${link?.name ?? 'no link chosen'}`,
      how: `${inSoFar.length === 1 ? 'Close the isolators. ' : ''}Read the rating on the link, put it in ${name}, then meter from its load side to the source's minus.`,
      caution: LIVE,
      method: 'reading',
      measures: 'voltage',
      unit: 'V',
      lowLimit:
        (fed ? table.benchLowV * factor : (base.item.feed?.lowestVoltageV ?? 11)) - input.workshop.meterToleranceV,
      highLimit:
        (fed ? table.benchHighV * factor : (base.item.feed?.restingVoltageV ?? 12.6) * 1.05) +
        input.workshop.meterToleranceV,
      expected: fed ? table.nominalV * factor : (base.item.feed?.restingVoltageV ?? 12.6),
      limitFigure: null,
      probes: [{ plus: { itemId: item.id, terminalId: element.b }, minus: base.minusRef, sign: 1 }],
      state: { batteriesConnected: true, isolatorsClosed: true, seatsIn: [...inSoFar], flowsOn: [] },
      role: 'tester',
    });
  }
  return steps;
}

/** To the microvolt and microampere: rounding of the solver shall not make a step look new. */
const micro = (x: number) => Math.round(x * 1e6) / 1e6;

function loadSteps(input: BenchInput, memo: Memo): BenchStep[] {
  const bank = bankTerminals(input);
  if (!bank) return [];
  const seatsIn = memo.list('benchSeatsIn', seatOrder(input));
  const items = new Map(input.items.map((i) => [i.id, i]));
  const hot = input.hot();
  const idleV = operatingPoint(hot, [], 'nominal').nodeV;
  const nodeAt = (ref: TerminalRef) => input.netlist.nodeOf.get(`${ref.itemId} ${ref.terminalId}`)!;
  const [bankPlus, bankMinus] = [nodeAt(bank.plus), nodeAt(bank.minus)];
  const across = { plus: bankPlus, minus: bankMinus, port: hot.network.port(bankPlus, bankMinus) };
  const steps: BenchStep[] = [];
  const { meterToleranceV } = input.workshop;
  for (const flow of input.flows) {
    if (flow.way !== 'discharge' || flow.key.endsWith('/input') || flow.operating.kind === 'resistance') continue;
    if (input.potentials.islandOf[flow.sink.plus] !== bank.island) continue;
    const item = items.get(flow.itemId)!;
    const point = aloneOn(hot, idleV, flow, across);
    if (!point) continue;
    const currentA = micro(point.currentA);
    const predictedV = Math.max(0, micro(point.atV - point.sinkV));
    const { plusRef: plus, minusRef: minus } = flow.sink;
    const depends = [currentA, predictedV, item.designation, item.name, meterToleranceV, seatsIn];
    depends.push(plus.itemId, plus.terminalId, minus.itemId, minus.terminalId, bank.plus.itemId, bank.plus.terminalId);
    depends.push(bank.minus.itemId, bank.minus.terminalId);
    steps.push(
      memo.each('benchLoad', flow.key, depends, () =>
        finish(loadStep({ item, flow, seatsIn, currentA, predictedV, meterToleranceV, bank })),
      ),
    );
  }
  return steps;
}

function loadStep(at: {
  item: Item;
  flow: Flow;
  seatsIn: string[];
  currentA: number;
  predictedV: number;
  meterToleranceV: number;
  bank: { plus: TerminalRef; minus: TerminalRef };
}): Draft {
  const { item, flow, seatsIn, currentA, predictedV, meterToleranceV, bank } = at;
  const address = `bench/drop/${flow.key}`;
  return {
    id: `load/${flow.key}`,
    stage: 'load',
    entityId: item.id,
    title: `Drop to ${nameOf(item)} under load`,
    how: `Switch only ${item.designation} on (${currentA.toFixed(1)} A). Volts across the bank, less volts across the load's terminals.`,
    caution: `${LIVE} Feel nothing by hand: use a thermometer on the joints.`,
    method: 'reading',
    measures: 'voltage',
    unit: 'V',
    lowLimit: -2 * meterToleranceV,
    highLimit: use(dropLimit, { predictedV, meterToleranceV }, address, {
      predictedV: figure(`flow/${flow.key}/dropShare`),
      meterToleranceV: given('workshop setting'),
    }),
    expected: predictedV,
    limitFigure: address,
    probes: [
      { plus: bank.plus, minus: bank.minus, sign: 1 },
      { plus: flow.sink.plusRef, minus: flow.sink.minusRef, sign: -1 },
    ],
    state: { batteriesConnected: true, isolatorsClosed: true, seatsIn, flowsOn: [flow.key] },
    role: 'tester',
  };
}

function mainsSteps(input: BenchInput): Draft[] {
  return input.items.flatMap((item): Draft[] => {
    const part = input.parts.get(item.partId);
    if (!part?.terminals.some((t) => t.domain === 'ac')) return [];
    return [
      {
        id: `mains/${item.id}`,
        stage: 'mains',
        entityId: item.id,
        title: `Mains side of ${nameOf(item)}`,
        how: 'Line and neutral, earth continuity and residual-current device, by a licensed person and after local rules. An unpowered output may read near zero ohms from line to neutral.',
        caution: 'Mains voltage. A licensed person only.',
        method: 'confirm',
        measures: null,
        unit: '',
        lowLimit: null,
        highLimit: null,
        expected: null,
        limitFigure: null,
        probes: [],
        state: cold,
        role: 'electrician',
      },
    ];
  });
}

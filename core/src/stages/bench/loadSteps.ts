import { confirmStep, type Draft, type LineOhm, readingStep } from '../../devices/benchStep.ts';
import type { Draw } from '../../devices/elementKind.ts';
import type { Id } from '../../document/basics.ts';
import type { TerminalRef } from '../../document/connection/connection.ts';
import type { Workshop } from '../../document/workshop/workshop.ts';
import { given, use } from '../../engine/formula.ts';
import { dropLimit, lineDrop } from '../../formulas/bench.ts';
import { JOINT_RISE_K, TEST_WARM_C } from '../../tables/buildTolerances.ts';
import { COPPER_ALPHA_PER_K } from '../../tables/conductorResistance.ts';
import type { Flow } from '../demand/demand.ts';
import type { Netlist } from '../netlist/netlist.ts';
import type { Potentials } from '../netlist/potentials.ts';
import { aloneOn, type Circuit, operatingPoint, shareOf } from '../sizing/electrical.ts';
import { bankTerminals } from './bankTerminals.ts';
import { type BenchItem, LIVE } from './benchWords.ts';
import { NOTHING_V } from './limitsAt.ts';

/** One consumer alone on its line, as the solved network has it. */
export interface LoadPoint {
  key: string;
  itemId: Id;
  plus: TerminalRef;
  minus: TerminalRef;
  bankPlus: TerminalRef;
  bankMinus: TerminalRef;
  currentA: number;
  line: LineOhm;
  operating: Draw['operating'];
}

/** To the microampere and the tenth of a microohm: rounding of the solver shall not make a step look new. */
const micro = (x: number) => Math.round(x * 1e6) / 1e6;
const tiny = (x: number) => Math.round(x * 1e7) / 1e7;

/** Where one conductor or fuse carries most on the bench: which consumer, and how much of its current goes through it. */
export interface SegmentPoint {
  branchKey: string;
  flowKey: string;
  itemId: Id;
  currentA: number;
  /** Which way it runs: −1 from the branch's far end to its near one. */
  along: 1 | -1;
  operating: Draw['operating'];
}

/** What carries less is not on the way of that consumer, but beside it. */
const LEAST_A = 0.01;

/** Current and way of every consumer that is tested under load, and for each part of the ways the one that loads it most. */
export function loadPoints(
  netlist: Netlist,
  potentials: Potentials,
  flows: readonly Flow[],
  hot: Circuit,
  coolOhm: ReadonlyMap<Id, number>,
): { points: LoadPoint[]; segments: SegmentPoint[] } {
  const bank = bankTerminals(netlist, potentials);
  if (!bank) return { points: [], segments: [] };
  const most = new Map<number, SegmentPoint>();
  const tested = netlist.branches.flatMap(({ kind }, i) => (kind === 'wire' || kind === 'fuseSeat' ? [i] : []));
  const idleV = operatingPoint(hot, [], 'nominal').nodeV;
  const nodeAt = (ref: TerminalRef) => netlist.nodeOf.get(`${ref.itemId} ${ref.terminalId}`)!;
  const [bankPlus, bankMinus] = [nodeAt(bank.plus), nodeAt(bank.minus)];
  const across = { plus: bankPlus, minus: bankMinus, port: hot.network.port(bankPlus, bankMinus) };
  const points = flows.flatMap((flow): LoadPoint[] => {
    if (flow.way !== 'discharge' || flow.key.endsWith('/input') || flow.operating.kind === 'resistance') return [];
    if (potentials.netOf[flow.sink.plus] !== bank.net) return [];
    const point = aloneOn(hot, idleV, flow, across);
    if (!point) return [];
    const share = shareOf(hot, flow);
    for (const i of tested) {
      const carries = share[i]!;
      // Most of a board is on no way of one consumer.
      if (carries === 0) continue;
      const currentA = micro(Math.abs(carries) * point.currentA);
      if (currentA <= (most.get(i)?.currentA ?? LEAST_A)) continue;
      const { key: flowKey, itemId, operating } = flow;
      const branchKey = netlist.branches[i]!.key;
      most.set(i, { branchKey, flowKey, itemId, currentA, along: carries < 0 ? -1 : 1, operating });
    }
    return [
      {
        key: flow.key,
        itemId: flow.itemId,
        plus: flow.sink.plusRef,
        minus: flow.sink.minusRef,
        bankPlus: bank.plus,
        bankMinus: bank.minus,
        currentA: micro(point.currentA),
        line: lineOf(hot, share, coolOhm),
        operating: flow.operating,
      },
    ];
  });
  return { points, segments: [...most].sort(([a], [b]) => a - b).map(([, point]) => point) };
}

/** What a current meets on its way: of parallel ways each part by its share, squared (the power it turns into heat). */
function lineOf({ netlist, conductanceS }: Circuit, share: Float64Array, coolOhm: ReadonlyMap<Id, number>): LineOhm {
  const line = { copperOhm: 0, joints: 0, fusesOhm: 0, partsOhm: 0 };
  for (let i = 0; i < share.length; i++) {
    const weight = share[i]! ** 2;
    if (weight < 1e-9) continue;
    const branch = netlist.branches[i]!;
    if (branch.connectionId !== null) {
      line.copperOhm += weight * (coolOhm.get(branch.connectionId) ?? 1 / conductanceS[i]!);
      line.joints += weight * 2;
    } else if (conductanceS[i]! > 0) {
      const ohm = weight / conductanceS[i]!;
      if (branch.kind === 'fuseSeat') line.fusesOhm += ohm;
      else line.partsOhm += ohm;
    }
  }
  return {
    copperOhm: tiny(line.copperOhm),
    joints: Math.round(line.joints * 1e3) / 1e3,
    fusesOhm: tiny(line.fusesOhm),
    partsOhm: tiny(line.partsOhm),
  };
}

/** One consumer on, and what its line may lose. */
export function loadStep(at: {
  item: BenchItem;
  flow: { key: string; plus: TerminalRef; minus: TerminalRef };
  seatsIn: readonly string[];
  currentA: number;
  line: LineOhm;
  operating: Draw['operating'];
  workshop: Pick<Workshop, 'joinOhm'>;
  bank: { plus: TerminalRef; minus: TerminalRef };
}): Draft {
  const { item, flow, seatsIn, currentA, line, operating, bank, workshop } = at;
  const address = `bench/drop/${flow.key}`;
  const parts = () => ({
    copperOhm: given('conductors on its way, there and back'),
    joints: given('one at each end of each'),
    joinOhm: given('workshop setting'),
    fusesOhm: given('part sheets'),
    partsOhm: given('part sheets'),
  });
  const currentFrom = given('solved network with this consumer alone');
  const { joinOhm } = workshop;
  return readingStep({
    id: `load/${flow.key}`,
    stage: 'load',
    entityId: item.id,
    title: `Drop to ${item.designation} under load`,
    how: `Switch only ${item.designation} on (${currentA.toFixed(1)} A). On the millivolt range and with a long lead: from the bank's plus post to the plus terminal of ${item.designation}, then from its minus terminal to the bank's minus post; the two added.`,
    caution: `${LIVE} Feel nothing by hand: use a thermometer on the joints.`,
    measures: 'drop',
    lowLimit: -NOTHING_V,
    highLimit: use(
      dropLimit,
      { currentA, alphaPerK: COPPER_ALPHA_PER_K, hotC: TEST_WARM_C, joinOhm, ...line },
      address,
      () => ({
        ...parts(),
        currentA: currentFrom,
        alphaPerK: given('copper'),
        hotC: given('a conductor once it has carried its load for minutes (common practice, no source)'),
      }),
    ),
    expected: use(lineDrop, { currentA, joinOhm, ...line }, `${address}/sound`, () => ({
      ...parts(),
      currentA: currentFrom,
    })),
    limitFigure: address,
    basis: { kind: 'line', line, operating },
    probes: [
      { plus: bank.plus, minus: flow.plus, sign: 1 },
      { plus: flow.minus, minus: bank.minus, sign: 1 },
    ],
    state: { batteriesConnected: true, isolatorsClosed: true, seatsIn, flowsOn: [flow.key] },
  });
}

/** After a quarter of an hour of the heaviest load: its joints, by thermometer. */
export function warmStep(
  points: readonly Pick<LoadPoint, 'key' | 'itemId' | 'currentA'>[],
  items: readonly BenchItem[],
): Draft[] {
  const heaviest = points.reduce<(typeof points)[number] | null>(
    (most, p) => (most === null || p.currentA > most.currentA ? p : most),
    null,
  );
  if (!heaviest || heaviest.currentA < WARM_FROM_A) return [];
  const name = items.find((i) => i.id === heaviest.itemId)?.designation ?? heaviest.itemId;
  return [
    readingStep({
      id: 'load/warm',
      stage: 'load',
      entityId: heaviest.itemId,
      title: 'Warm connections after a quarter of an hour',
      how: `${name} on for fifteen minutes (${heaviest.currentA.toFixed(0)} A), then the thermometer along every joint on its way: the hottest less the air of the room. One that stands out is opened and made again, whatever it reads.`,
      caution: `${LIVE} Joints may burn: thermometer, not fingers.`,
      measures: 'temperatureRise',
      highLimit: JOINT_RISE_K,
      expected: JOINT_RISE_K / 3,
      probes: [],
    }),
  ];
}
const WARM_FROM_A = 20;

/** Consumers whose drop is not measured are at least seen to work. */
export const worksSteps = (
  flows: readonly Pick<Flow, 'key' | 'itemId' | 'way' | 'operating'>[],
  measured: ReadonlySet<string>,
  items: readonly BenchItem[],
  kindOf: (itemId: Id) => string | null,
): Draft[] =>
  [
    ...new Map(
      flows.flatMap((f) =>
        f.way === 'discharge' && !f.key.endsWith('/input') && !measured.has(f.key) ? [[f.itemId, f] as const] : [],
      ),
    ).values(),
  ].flatMap((flow): Draft[] => {
    const item = items.find((i) => i.id === flow.itemId);
    if (!item || kindOf(flow.itemId) !== 'load') return [];
    return [
      confirmStep({
        id: `load/works/${flow.key}`,
        stage: 'load',
        entityId: item.id,
        title: `${item.designation} works`,
        how: `Switch ${item.designation} on and off again. Nothing else comes on or goes off with it.`,
        caution: LIVE,
      }),
    ];
  });

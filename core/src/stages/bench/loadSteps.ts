import type { Draft } from '../../devices/benchStep.ts';
import type { Id } from '../../document/basics.ts';
import type { TerminalRef } from '../../document/connection/connection.ts';
import { given, use } from '../../engine/formula.ts';
import { dropLimit } from '../../formulas/bench.ts';
import type { Flow } from '../demand/demand.ts';
import type { Netlist } from '../netlist/netlist.ts';
import type { Potentials } from '../netlist/potentials.ts';
import { aloneOn, type Circuit, operatingPoint } from '../sizing/electrical.ts';
import { bankTerminals } from './bankTerminals.ts';
import { type BenchItem, LIVE } from './benchWords.ts';

/** One consumer alone on its line, as the solved network has it. */
export interface LoadPoint {
  key: string;
  itemId: Id;
  plus: TerminalRef;
  minus: TerminalRef;
  bankPlus: TerminalRef;
  bankMinus: TerminalRef;
  currentA: number;
  predictedV: number;
}

/** To the microvolt and microampere: rounding of the solver shall not make a step look new. */
const micro = (x: number) => Math.round(x * 1e6) / 1e6;

/** Current and drop of every consumer that is tested under load. */
export function loadPoints(
  netlist: Netlist,
  potentials: Potentials,
  flows: readonly Flow[],
  hot: Circuit,
): LoadPoint[] {
  const bank = bankTerminals(netlist, potentials);
  if (!bank) return [];
  const idleV = operatingPoint(hot, [], 'nominal').nodeV;
  const nodeAt = (ref: TerminalRef) => netlist.nodeOf.get(`${ref.itemId} ${ref.terminalId}`)!;
  const [bankPlus, bankMinus] = [nodeAt(bank.plus), nodeAt(bank.minus)];
  const across = { plus: bankPlus, minus: bankMinus, port: hot.network.port(bankPlus, bankMinus) };
  return flows.flatMap((flow): LoadPoint[] => {
    if (flow.way !== 'discharge' || flow.key.endsWith('/input') || flow.operating.kind === 'resistance') return [];
    if (potentials.netOf[flow.sink.plus] !== bank.net) return [];
    const point = aloneOn(hot, idleV, flow, across);
    if (!point) return [];
    return [
      {
        key: flow.key,
        itemId: flow.itemId,
        plus: flow.sink.plusRef,
        minus: flow.sink.minusRef,
        bankPlus: bank.plus,
        bankMinus: bank.minus,
        currentA: micro(point.currentA),
        predictedV: Math.max(0, micro(point.atV - point.sinkV)),
      },
    ];
  });
}

/** One consumer on, and what its line may lose. */
export function loadStep(at: {
  item: BenchItem;
  flow: { key: string; plus: TerminalRef; minus: TerminalRef };
  seatsIn: readonly string[];
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
    title: `Drop to ${item.designation} under load`,
    how: `Switch only ${item.designation} on (${currentA.toFixed(1)} A). Volts across the bank, less volts across the load's terminals.`,
    caution: `${LIVE} Feel nothing by hand: use a thermometer on the joints.`,
    method: 'reading',
    measures: 'voltage',
    unit: 'V',
    lowLimit: -2 * meterToleranceV,
    highLimit: use(dropLimit, { predictedV, meterToleranceV }, address, {
      predictedV: given('solved network with this consumer alone, hot copper'),
      meterToleranceV: given('workshop setting'),
    }),
    expected: predictedV,
    limitFigure: address,
    probes: [
      { plus: bank.plus, minus: bank.minus, sign: 1 },
      { plus: flow.plus, minus: flow.minus, sign: -1 },
    ],
    state: { batteriesConnected: true, isolatorsClosed: true, seatsIn, flowsOn: [flow.key] },
    role: 'tester',
  };
}

import type { Draft } from '../../devices/benchStep.ts';
import type { Id } from '../../document/basics.ts';
import type { ElectricalBrief } from '../../document/brief/brief.ts';
import { given, use } from '../../engine/formula.ts';
import { bankLimit } from '../../formulas/bench.ts';
import { REST_VOLTAGE_PER_12V, REST_VOLTAGE_SOURCE } from '../../tables/batteryVoltage.ts';
import type { Netlist } from '../netlist/netlist.ts';
import type { Potentials } from '../netlist/potentials.ts';
import { bankTerminals } from './bankTerminals.ts';
import { type BenchItem, LIVE } from './benchWords.ts';

interface BankInput {
  netlist: Netlist;
  potentials: Potentials;
  brief: Pick<ElectricalBrief, 'chemistry' | 'systemVoltageV'>;
  items: readonly Pick<BenchItem, 'id' | 'designation'>[];
}

/** The bank at rest, and its batteries before they are joined. */
export function bankSteps(input: BankInput): Draft[] {
  const bank = bankTerminals(input.netlist, input.potentials);
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
function matchSteps(input: BankInput): Draft[] {
  const { netlist, potentials, brief } = input;
  const name = (id: Id) => input.items.find((i) => i.id === id)?.designation ?? id;
  const batteries = netlist.sources.filter((s) => s.element.kind === 'battery');
  return batteries.flatMap((battery, i): Draft[] => {
    const first = batteries.slice(0, i).find((b) => potentials.netOf[b.plus] === potentials.netOf[battery.plus]);
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
        title: `${name(battery.item.id)} matches ${name(first.item.id)}`,
        how: `Minus leads joined, fuses out. Meter from plus of ${name(first.item.id)} to plus of ${name(battery.item.id)}, before the last link. Apart by more: charge each full by itself first.`,
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

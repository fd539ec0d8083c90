import { type BenchState, type Draft, readingStep } from '../../devices/benchStep.ts';
import type { Id } from '../../document/basics.ts';
import type { ElectricalBrief } from '../../document/brief/brief.ts';
import type { Workshop } from '../../document/workshop/workshop.ts';
import { given, use } from '../../engine/formula.ts';
import { bankLimit, unexplainedRest } from '../../formulas/bench.ts';
import { REST_VOLTAGE_PER_12V, REST_VOLTAGE_SOURCE } from '../../tables/batteryVoltage.ts';
import { CELL_ROUNDING_V, CELLS_PER_12V } from '../../tables/buildTolerances.ts';
import type { Netlist } from '../netlist/netlist.ts';
import type { Potentials } from '../netlist/potentials.ts';
import { bankTerminals } from './bankTerminals.ts';
import { type BenchItem, LIVE } from './benchWords.ts';
import type { PowerOrder } from './powerUp.ts';

interface BankInput {
  netlist: Netlist;
  potentials: Potentials;
  brief: Pick<ElectricalBrief, 'chemistry' | 'systemVoltageV'>;
  items: readonly Pick<BenchItem, 'id' | 'designation'>[];
  workshop: Pick<Workshop, 'unexplainedRestV'>;
  power: PowerOrder;
}
/** The step at which the bank's voltage is read: what is judged by it reads it there. */
export const BANK_VOLTAGE = 'bank/voltage';

/** The bank at rest, its batteries before they are joined, and what their own displays say. */
export function bankSteps(input: BankInput): Draft[] {
  const { power, brief } = input;
  const bank = bankTerminals(input.netlist, input.potentials);
  if (!bank) return [];
  const table = REST_VOLTAGE_PER_12V[brief.chemistry];
  const limit = (per12V: number, address: string) =>
    use(bankLimit, { per12V, systemVoltageV: brief.systemVoltageV }, address, {
      per12V: given(`${brief.chemistry}: ${REST_VOLTAGE_SOURCE}`),
      systemVoltageV: given('brief'),
    });
  const state: BenchState = {
    batteriesConnected: true,
    isolatorsClosed: power.wokenLast,
    seatsIn: power.wokenLast ? power.seatKeys : [],
    flowsOn: [],
  };
  return [
    ...matchSteps(input),
    readingStep({
      id: BANK_VOLTAGE,
      stage: 'bank',
      entityId: 'bank',
      title: 'Rested voltage of the bank',
      how: power.wokenLast
        ? 'Meter across the bank, after it has been woken and has rested a minute.'
        : 'Connect the batteries, isolators open, fuses still out. Meter across the bank.',
      caution: `${LIVE} The bank can drive thousands of amps into a slipped spanner.`,
      measures: 'voltage',
      lowLimit: limit(table.benchLowV, 'bench/bank/low'),
      highLimit: limit(table.benchHighV, 'bench/bank/high'),
      expected: limit(table.nominalV, 'bench/bank/expected'),
      limitFigure: 'bench/bank/low',
      probes: [{ plus: bank.plus, minus: bank.minus, sign: 1 }],
      state,
    }),
    ...cellSteps(input, state),
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
      readingStep({
        id: `bank/match/${battery.item.id}`,
        stage: 'bank',
        entityId: battery.item.id,
        title: `${name(battery.item.id)} matches ${name(first.item.id)}`,
        how: `Minus leads joined, fuses out. Meter from plus of ${name(first.item.id)} to plus of ${name(battery.item.id)}, before the last link. Apart by more: charge each full by itself first.`,
        caution: LIVE,
        measures: 'drop',
        lowLimit: -limitV,
        highLimit: limitV,
        expected: 0,
        limitFigure: address,
        probes: [{ plus: first.plusRef, minus: battery.plusRef, sign: 1 }],
        state: { batteriesConnected: true, isolatorsClosed: false, seatsIn: [], apart: true, flowsOn: [] },
      }),
    ];
  });
}
const MATCH_PER_12V = 0.1;

/** A battery with a display of its own: what it shows against the meter, and the rest that its cells do not explain. */
function cellSteps({ netlist, workshop, ...input }: BankInput, state: BenchState): Draft[] {
  const name = (id: Id) => input.items.find((i) => i.id === id)?.designation ?? id;
  return netlist.sources.flatMap(({ element, item }): Draft[] => {
    if (element.kind !== 'battery' || element.bmsCutA === null) return [];
    const cells = Math.round((CELLS_PER_12V[element.chemistry] * element.nominalV) / 12);
    const address = `bench/cells/${item.id}`;
    const limitV = use(
      unexplainedRest,
      { cells, cellRoundingV: CELL_ROUNDING_V, restV: workshop.unexplainedRestV },
      address,
      {
        cells: given(`${element.nominalV} V ${element.chemistry}`),
        cellRoundingV: given('display of single cells (common practice, no source)'),
        restV: given('workshop setting'),
      },
    );
    return [
      readingStep({
        id: `bank/cells/${item.id}`,
        stage: 'bank',
        entityId: item.id,
        title: `Display of ${name(item.id)} against the meter`,
        how: `Volts on the battery's own display less volts by the meter on its posts; write the ${cells} cells down in the note. ${cells} rounded cells explain ${(cells * CELL_ROUNDING_V * 1000).toFixed(0)} mV: more than that is a lead, a calibration or the meter, and has to be found.`,
        caution: LIVE,
        measures: 'drop',
        lowLimit: -limitV,
        highLimit: limitV,
        expected: 0,
        limitFigure: address,
        // Read off a display: no tips of an instrument.
        probes: [],
        state,
      }),
    ];
  });
}

import { type BenchState, type Draft, type Probe, readingStep } from '../../devices/benchStep.ts';
import type { Id } from '../../document/basics.ts';
import type { ElectricalBrief } from '../../document/brief/brief.ts';
import type { Workshop } from '../../document/workshop/workshop.ts';
import { given, use } from '../../engine/formula.ts';
import { bankLimit, unexplainedRest } from '../../formulas/bench.ts';
import { REST_VOLTAGE_PER_12V, REST_VOLTAGE_SOURCE } from '../../tables/batteryVoltage.ts';
import { CELL_ROUNDING_V, CELL_SPREAD_V, CELLS_PER_12V } from '../../tables/buildTolerances.ts';
import type { Netlist } from '../netlist/netlist.ts';
import type { Potentials } from '../netlist/potentials.ts';
import { bankTerminals } from './bankTerminals.ts';
import { type BenchItem, LIVE, millivolts } from './benchWords.ts';
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
    ...stringSteps(input),
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
    const [one, other] = [name(first.item.id), name(battery.item.id)];
    return [
      matchStep({
        ...{ itemId: battery.item.id, title: `${other} matches ${one}`, address: `bench/match/${battery.item.id}` },
        per12V: given('0.1 V per 12 V before paralleling (common practice, no source)'),
        ...{ nominalV: brief.systemVoltageV, nominal: given('brief') },
        how: `Minus leads joined, fuses out. Meter from plus of ${one} to plus of ${other}, before the last link. Apart by more: charge each full by itself first.`,
        probes: [{ plus: first.plusRef, minus: battery.plusRef, sign: 1 }],
      }),
    ];
  });
}
const MATCH_PER_12V = 0.1;

/** One battery against another, each by itself: so much apart and no more. */
function matchStep(of: {
  itemId: Id;
  title: string;
  how: string;
  /** Of the limit, and why it is so. */
  address: string;
  per12V: ReturnType<typeof given>;
  nominalV: number;
  nominal: ReturnType<typeof given>;
  probes: Probe[];
}): Draft {
  const limitV = use(bankLimit, { per12V: MATCH_PER_12V, systemVoltageV: of.nominalV }, of.address, {
    per12V: of.per12V,
    systemVoltageV: of.nominal,
  });
  return readingStep({
    id: `bank/match/${of.itemId}`,
    stage: 'bank',
    entityId: of.itemId,
    title: of.title,
    how: of.how,
    caution: LIVE,
    measures: 'drop',
    lowLimit: -limitV,
    highLimit: limitV,
    expected: 0,
    limitFigure: of.address,
    probes: of.probes,
    state: { batteriesConnected: true, isolatorsClosed: false, seatsIn: [], apart: true, flowsOn: [] },
  });
}

type Battery = Netlist['sources'][number];

/** Batteries in series, each string from its minus end on; one by itself is no string. */
function stringsOf(batteries: readonly Battery[], netOf: ArrayLike<number>): Battery[][] {
  const above = (b: Battery) => batteries.filter((o) => o !== b && netOf[o.minus] === netOf[b.plus]);
  const lowest = batteries.filter((b) => !batteries.some((o) => o !== b && netOf[o.plus] === netOf[b.minus]));
  return lowest.flatMap((first) => {
    const string = [first];
    for (let [next] = above(first); next && !string.includes(next); [next] = above(next)) string.push(next);
    return string.length > 1 ? [string] : [];
  });
}

/** Batteries in series, each by itself: one that is weak hides in the sum of all. */
function stringSteps({ netlist, potentials, items }: BankInput): Draft[] {
  const name = (id: Id) => items.find((i) => i.id === id)?.designation ?? id;
  const batteries = netlist.sources.filter((s) => s.element.kind === 'battery');
  return stringsOf(batteries, potentials.netOf).flatMap(([first, ...others]) =>
    others.flatMap((battery): Draft[] => {
      const [a, b] = [first!.element, battery.element];
      if (a.kind !== 'battery' || b.kind !== 'battery' || a.nominalV !== b.nominalV) return [];
      const [one, other] = [name(first!.item.id), name(battery.item.id)];
      return [
        matchStep({
          ...{ itemId: battery.item.id, title: `${other} matches ${one}`, address: `bench/string/${battery.item.id}` },
          per12V: given('0.1 V per 12 V between batteries of one string (common practice, no source)'),
          ...{ nominalV: b.nominalV, nominal: given('battery sheet') },
          how: `Rested, fuses out. Meter across the posts of ${one}, then across those of ${other}; write down by how much the first is above the second. Apart by more: a weak or an empty cell, which the volts of the whole string hide. Charge each full by itself and read again.`,
          probes: [
            { plus: first!.plusRef, minus: first!.minusRef, sign: 1 },
            { plus: battery.plusRef, minus: battery.minusRef, sign: -1 },
          ],
        }),
      ];
    }),
  );
}

/** A battery with a display of its own: the pack against the meter with the rest its cells do not explain, and its cells. */
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
    const rested = { stage: 'bank' as const, entityId: item.id, caution: LIVE, state };
    return [
      readingStep({
        id: `bank/cells/${item.id}`,
        ...rested,
        title: `Display of ${name(item.id)} within ${millivolts(limitV)} of the meter`,
        how: `Volts on the battery's own display and volts by the meter across its posts, in the same moment. ${cells} rounded cells explain ${millivolts(cells * CELL_ROUNDING_V)}; what stays beyond that is a lead, a calibration or the meter, and is told.`,
        measures: 'voltage',
        basis: { kind: 'display', cells, cellRoundingV: CELL_ROUNDING_V, restV: workshop.unexplainedRestV },
        alongside: [{ quantity: 'voltage', where: 'meter across its posts' }],
        limitFigure: address,
        // Read off a display: no tips of an instrument.
        probes: [],
      }),
      readingStep({
        id: `bank/spread/${item.id}`,
        ...rested,
        title: `Cells of ${name(item.id)} within ${millivolts(CELL_SPREAD_V)} of one another`,
        how: `Each of the ${cells} cells as the battery's own display shows it, at rest. Where the case lets at them, the meter across each as well, the worst in the note. A cell far below the others is weak or was never charged with them, one far above is full before them.`,
        measures: 'drop',
        basis: { kind: 'spread', withinV: CELL_SPREAD_V },
        alongside: Array.from({ length: cells }, (_, i) => ({ quantity: 'voltage', where: `cell ${i + 1}` })),
        probes: [],
      }),
    ];
  });
}

import { type BenchState, confirmStep, type Draft, readingStep } from '../../devices/benchStep.ts';
import type { Id } from '../../document/basics.ts';
import type { ElectricalBrief } from '../../document/brief/brief.ts';
import type { TerminalRef } from '../../document/connection/connection.ts';
import type { Catalogue, Part } from '../../document/part/part.ts';
import type { Workshop } from '../../document/workshop/workshop.ts';
import { REST_VOLTAGE_PER_12V } from '../../tables/batteryVoltage.ts';
import { seatCountOf, seatText } from '../../words.ts';
import type { Netlist, Port } from '../netlist/netlist.ts';
import { feedingOf, type Potentials } from '../netlist/potentials.ts';
import { type BenchItem, LIVE } from './benchWords.ts';
import type { BenchSeat } from './powerFacts.ts';
import type { PowerAct, PowerFacts, PowerOrder } from './powerUp.ts';

interface PowerInput {
  netlist: Netlist;
  potentials: Potentials;
  brief: Pick<ElectricalBrief, 'chemistry' | 'systemVoltageV'>;
  items: readonly BenchItem[];
  parts: ReadonlyMap<Id, Part>;
  seats: readonly BenchSeat[];
  catalogue: Catalogue;
  workshop: Pick<Workshop, 'meterToleranceV'>;
  facts: PowerFacts;
  power: PowerOrder;
  bank: { plus: TerminalRef; minus: TerminalRef } | null;
}

/** What lies between two points that a closed way joins, without load: contacts and the meter's own. Common practice, no source. */
const JOINED_PER_12V = 0.15;
/** Capacitors count as filled from this share of the bank on. Common practice, no source. */
const FILLED_SHARE = 0.9;

/** The board brought to life, one thing at a time, each with what must be read before the next. */
export function powerSteps(input: PowerInput): Draft[] {
  if (!input.bank) return [];
  const at = contextOf(input);
  const state: Mutable = { batteries: false, isolators: false, in: [] };
  return input.power.acts.flatMap((act) => stepsOf(at, act, state));
}

/** What has been done so far. */
interface Mutable {
  batteries: boolean;
  isolators: boolean;
  in: string[];
}

interface Context extends PowerInput {
  name: (id: Id) => string;
  nominalV: number;
  withinV: number;
}

function contextOf(input: PowerInput): Context {
  const { brief } = input;
  const items = new Map(input.items.map((i) => [i.id, i.designation]));
  return {
    ...input,
    name: (id) => items.get(id) ?? id,
    nominalV: (REST_VOLTAGE_PER_12V[brief.chemistry].nominalV * brief.systemVoltageV) / 12,
    withinV: (JOINED_PER_12V * brief.systemVoltageV) / 12 + input.workshop.meterToleranceV,
  };
}

const now = (s: Mutable, more: Partial<BenchState> = {}): BenchState => ({
  batteriesConnected: s.batteries,
  isolatorsClosed: s.isolators,
  seatsIn: [...s.in],
  flowsOn: [],
  ...more,
});

/** A point that has to stand at the volts of the bank. */
const asBank = (
  { nominalV, withinV }: Context,
  of: Pick<Draft, 'id' | 'entityId' | 'title' | 'how'>,
  [plus, minus]: readonly [TerminalRef, TerminalRef],
  state: BenchState,
): Draft =>
  readingStep({
    stage: 'power',
    caution: LIVE,
    measures: 'voltage',
    lowLimit: nominalV - withinV * 4,
    highLimit: nominalV + withinV * 4,
    expected: nominalV,
    basis: { kind: 'bank', withinV },
    probes: [{ plus, minus, sign: 1 }],
    state,
    ...of,
  });

function stepsOf(at: Context, act: PowerAct, s: Mutable): Draft[] {
  switch (act.do) {
    case 'connectBank':
      // Read as the bank's own step, before anything else of the power-up.
      s.batteries = true;
      return [];
    case 'closeIsolators':
      s.isolators = true;
      return at.power.wokenLast ? [joinedStep()] : [];
    case 'wakeBank':
      return [];
    case 'fill':
      return [fillStep(at, act.itemId, s)];
    case 'putLink':
      s.in.push(act.key);
      return [seatStep(at, act.key, s)];
    case 'connectSource':
      return [sourceStep(at, act.itemId, s)];
    case 'inverterOn':
      return [
        confirmStep({
          id: `power/inverter/${act.itemId}`,
          stage: 'power',
          entityId: act.itemId,
          title: `${at.name(act.itemId)} on, last of all`,
          how: 'On at its own switch, with everything else on before it. No alarm, its fan turns and stops, its display shows the volts of the bank. Its output is mains voltage from here on: covers closed.',
          caution: 'Mains voltage at its output. Nobody opens it; what hangs on it is a licensed person’s work.',
        }),
      ];
  }
}

const joinedStep = (): Draft =>
  confirmStep({
    id: 'power/joined',
    stage: 'bank',
    entityId: 'board',
    title: 'Everything joined, the bank asleep',
    how: 'All links in, isolators closed, inverters off at their own switch, loads off. Meter across the main bar: nothing yet.',
    caution: LIVE,
  });

function fillStep({ facts, netlist, name, nominalV }: Context, itemId: Id, s: Mutable): Draft {
  const inverter = facts.inverters.find((i) => i.itemId === itemId)!;
  const seat = facts.seats.find((x) => x.inverterId === itemId);
  const port = netlist.consumers.find((c) => c.item.id === itemId)!;
  const across = seat ? name(seat.itemId) : 'the open isolator';
  const of = {
    id: `power/fill/${itemId}`,
    entityId: itemId,
    title: `Capacitors of ${name(itemId)} filled through a resistor`,
    how: `${name(itemId)} off at its own switch. The resistor of the Circuit station's pre-charge sheet, on insulated clips across ${across}, link out, until its input stands at nine tenths of the bank: seconds, no spark. Then off with the resistor, and on within half a minute.`,
    stage: 'power' as const,
    caution: `${LIVE} The resistor gets hot.`,
  };
  if (!seat || inverter.seatKeys.length === 0) return confirmStep(of);
  return readingStep({
    measures: 'voltage',
    lowLimit: FILLED_SHARE * nominalV,
    expected: nominalV,
    probes: [{ plus: port.plusRef, minus: port.minusRef, sign: 1 }],
    state: now(s, { bridged: [seat.key] }),
    ...of,
  });
}

function seatStep(at: Context, key: string, s: Mutable): Draft {
  const { power, netlist, potentials, name, workshop } = at;
  const seat = at.seats.find((x) => x.key === key)!;
  const item = at.items.find((i) => i.id === seat.itemId)!;
  const part = at.parts.get(item.partId)!;
  const element = part.elements.find((e) => e.id === seat.seatId);
  const branch = netlist.branches.find((b) => b.key === key)!;
  const where = seatText(name(item.id), seat.seatId, seatCountOf(part));
  const link = at.catalogue.fuseLinks.find((l) => l.id === seat.link.value);
  const of = { id: `power/${key}`, entityId: seat.itemId, title: `Fuse ${where}: ${link?.name ?? 'no link chosen'}` };
  const base = feedingOf(potentials, potentials.netOf[branch.a]!).bottoms[0];
  if ((power.wokenLast && power.seatKeys.includes(key)) || element?.kind !== 'fuseSeat' || !base)
    return confirmStep({
      stage: power.wokenLast ? 'bank' : 'power',
      caution: LIVE,
      how: `Read the rating on the link, put it in ${where}. Nothing is live yet.`,
      ...of,
    });
  const plus = { itemId: item.id, terminalId: element.b };
  const how = `${s.in.length === 1 ? 'Close the isolators. ' : ''}Read the rating on the link, put it in ${where}, then meter from its load side to the source's minus.`;
  // Seen from a side that is surely the load's: with the link in, both sides stand at the source's voltage.
  if (base.element.kind === 'battery') return asBank(at, { how, ...of }, [plus, base.minusRef], now(s));
  const { feed } = base.item;
  return readingStep({
    stage: 'power',
    caution: LIVE,
    measures: 'voltage',
    lowLimit: (feed?.lowestVoltageV ?? 11) - workshop.meterToleranceV,
    highLimit: (feed?.restingVoltageV ?? 12.6) * 1.05 + workshop.meterToleranceV,
    expected: feed?.restingVoltageV ?? 12.6,
    probes: [{ plus, minus: base.minusRef, sign: 1 }],
    state: now(s),
    how,
    ...of,
  });
}

/** What charges sees the battery before its source. */
function sourceStep(at: Context, itemId: Id, s: Mutable): Draft {
  const { netlist, potentials, facts, name } = at;
  const charger = facts.chargers.find((c) => c.itemId === itemId)!;
  const ports: Port[] = [
    ...netlist.chargers.filter((c) => c.item.id === itemId).map((c) => c.output),
    ...netlist.charging.filter((c) => c.item.id === itemId),
  ];
  const port = ports.find((p) => potentials.islandOf[p.plus] === potentials.islandOf[p.minus]) ?? ports[0]!;
  const of = {
    id: `power/source/${itemId}`,
    entityId: itemId,
    title: `${name(itemId)} sees the battery before ${charger.from}`,
    how: `Meter across its battery side: the volts of the bank. Only then its source: ${charger.from} on, connected or uncovered.`,
  };
  return asBank(at, of, [port.plusRef, port.minusRef], now(s));
}

/** With a bank that is woken last: the volts behind every fuse, once it is awake. */
export function wokenSteps(input: PowerInput): Draft[] {
  if (!input.power.wokenLast || !input.bank) return [];
  const at = contextOf(input);
  const { netlist, potentials, name } = at;
  return input.power.seatKeys.flatMap((key): Draft[] => {
    const seat = input.seats.find((s) => s.key === key)!;
    const item = input.items.find((i) => i.id === seat.itemId)!;
    const element = input.parts.get(item.partId)!.elements.find((e) => e.id === seat.seatId);
    const branch = netlist.branches.find((b) => b.key === key)!;
    const base = feedingOf(potentials, potentials.netOf[branch.a]!).bottoms[0];
    if (element?.kind !== 'fuseSeat' || !base) return [];
    const of = {
      id: `power/behind/${key}`,
      entityId: item.id,
      title: `Volts behind ${name(item.id)}`,
      how: `Meter from the load side of ${name(item.id)} to the source's minus.`,
    };
    const state = { batteriesConnected: true, isolatorsClosed: true, seatsIn: input.power.seatKeys, flowsOn: [] };
    return [asBank(at, of, [{ itemId: item.id, terminalId: element.b }, base.minusRef], state)];
  });
}

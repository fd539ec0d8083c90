import { type BenchState, confirmStep, type Draft, readingStep } from '../../devices/benchStep.ts';
import type { Id } from '../../document/basics.ts';
import type { ElectricalBrief } from '../../document/brief/brief.ts';
import type { TerminalRef } from '../../document/connection/connection.ts';
import type { Catalogue, Part } from '../../document/part/part.ts';
import type { Workshop } from '../../document/workshop/workshop.ts';
import { REST_VOLTAGE_PER_12V } from '../../tables/batteryVoltage.ts';
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
  const write = writer(input, input.bank);
  const state: Mutable = { batteries: false, isolators: false, in: [] };
  return input.power.acts.flatMap((act) => write(act, state));
}

interface Mutable {
  batteries: boolean;
  isolators: boolean;
  in: string[];
}

function writer(input: PowerInput, bank: { plus: TerminalRef; minus: TerminalRef }) {
  const { netlist, power, facts, brief } = input;
  const items = new Map(input.items.map((i) => [i.id, i]));
  const name = (id: Id) => items.get(id)?.designation ?? id;
  const nominalV = (REST_VOLTAGE_PER_12V[brief.chemistry].nominalV * brief.systemVoltageV) / 12;
  const withinV = (JOINED_PER_12V * brief.systemVoltageV) / 12 + input.workshop.meterToleranceV;
  const now = (s: Mutable, more: Partial<BenchState> = {}): BenchState => ({
    batteriesConnected: s.batteries,
    isolatorsClosed: s.isolators,
    seatsIn: [...s.in],
    flowsOn: [],
    ...more,
  });
  const asBank = (
    of: Pick<Draft, 'id' | 'entityId' | 'title' | 'how'>,
    plus: TerminalRef,
    minus: TerminalRef,
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

  return (act: PowerAct, s: Mutable): Draft[] => {
    switch (act.do) {
      case 'connectBank':
        // Read as the bank's own step, before anything else of the power-up.
        s.batteries = true;
        return [];
      case 'closeIsolators':
        s.isolators = true;
        return power.wokenLast
          ? [
              confirmStep({
                id: 'power/joined',
                stage: 'bank',
                entityId: 'board',
                title: 'Everything joined, the bank asleep',
                how: 'All links in, isolators closed, inverters off at their own switch, loads off. Meter across the main bar: nothing yet.',
                caution: LIVE,
              }),
            ]
          : [];
      case 'wakeBank':
        return [];
      case 'fill':
        return [fillStep(act.itemId, s)];
      case 'putLink':
        s.in.push(act.key);
        return [seatStep(act.key, s)];
      case 'connectSource':
        return sourceSteps(act.itemId, s);
      case 'inverterOn':
        return [
          confirmStep({
            id: `power/inverter/${act.itemId}`,
            stage: 'power',
            entityId: act.itemId,
            title: `${name(act.itemId)} on, last of all`,
            how: `On at its own switch, with everything else on before it. No alarm, its fan turns and stops, its display shows the volts of the bank. Its output is mains voltage from here on: covers closed.`,
            caution: 'Mains voltage at its output. Nobody opens it; what hangs on it is a licensed person’s work.',
          }),
        ];
    }
  };

  function fillStep(itemId: Id, s: Mutable): Draft {
    const inverter = facts.inverters.find((i) => i.itemId === itemId)!;
    const seat = facts.seats.find((x) => x.inverterId === itemId);
    const port = netlist.consumers.find((c) => c.item.id === itemId)!;
    const how = `${name(itemId)} off at its own switch. The resistor of the Circuit station's pre-charge sheet, on insulated clips across ${
      seat ? name(seat.itemId) : 'the open isolator'
    }, link out, until its input stands at nine tenths of the bank: seconds, no spark. Then off with the resistor, and on within half a minute.`;
    const of = {
      id: `power/fill/${itemId}`,
      entityId: itemId,
      title: `Capacitors of ${name(itemId)} filled through a resistor`,
      how,
    };
    if (!seat || inverter.seatKeys.length === 0)
      return confirmStep({ stage: 'power', caution: `${LIVE} The resistor gets hot.`, ...of });
    return readingStep({
      stage: 'power',
      caution: `${LIVE} The resistor gets hot.`,
      measures: 'voltage',
      lowLimit: FILLED_SHARE * nominalV,
      expected: nominalV,
      probes: [{ plus: port.plusRef, minus: port.minusRef, sign: 1 }],
      state: now(s, { bridged: [seat.key] }),
      ...of,
    });
  }

  function seatStep(key: string, s: Mutable): Draft {
    const seat = input.seats.find((x) => x.key === key)!;
    const item = items.get(seat.itemId)!;
    const part = input.parts.get(item.partId)!;
    const element = part.elements.find((e) => e.id === seat.seatId);
    const branch = netlist.branches.find((b) => b.key === key)!;
    const many = part.elements.filter((e) => e.kind === 'fuseSeat').length > 1;
    const at = many ? `${item.designation}:${seat.seatId}` : item.designation;
    const link = input.catalogue.fuseLinks.find((l) => l.id === seat.link.value);
    const of = { id: `power/${key}`, entityId: seat.itemId, title: `Fuse ${at}: ${link?.name ?? 'no link chosen'}` };
    const base = feedingOf(input.potentials, input.potentials.netOf[branch.a]!).bottoms[0];
    if ((power.wokenLast && power.seatKeys.includes(key)) || element?.kind !== 'fuseSeat' || !base)
      return confirmStep({
        stage: power.wokenLast ? 'bank' : 'power',
        caution: LIVE,
        how: `Read the rating on the link, put it in ${at}. Nothing is live yet.`,
        ...of,
      });
    const plus = { itemId: item.id, terminalId: element.b };
    const how = `${s.in.length === 1 ? 'Close the isolators. ' : ''}Read the rating on the link, put it in ${at}, then meter from its load side to the source's minus.`;
    // Seen from a side that is surely the load's: with the link in, both sides stand at the source's voltage.
    if (base.element.kind === 'battery') return asBank({ how, ...of }, plus, base.minusRef, now(s));
    const feed = base.item.feed;
    return readingStep({
      stage: 'power',
      caution: LIVE,
      measures: 'voltage',
      lowLimit: (feed?.lowestVoltageV ?? 11) - input.workshop.meterToleranceV,
      highLimit: (feed?.restingVoltageV ?? 12.6) * 1.05 + input.workshop.meterToleranceV,
      expected: feed?.restingVoltageV ?? 12.6,
      probes: [{ plus, minus: base.minusRef, sign: 1 }],
      state: now(s),
      how,
      ...of,
    });
  }

  /** Behind every fuse of a bank that was woken last there is voltage now; and what charges sees it before its source. */
  function sourceSteps(itemId: Id, s: Mutable): Draft[] {
    const charger = facts.chargers.find((c) => c.itemId === itemId)!;
    const ports: Port[] = [
      ...netlist.chargers.filter((c) => c.item.id === itemId).map((c) => c.output),
      ...netlist.charging.filter((c) => c.item.id === itemId),
    ];
    const port =
      ports.find((p) => input.potentials.islandOf[p.plus] === input.potentials.islandOf[p.minus]) ?? ports[0]!;
    return [
      asBank(
        {
          id: `power/source/${itemId}`,
          entityId: itemId,
          title: `${name(itemId)} sees the battery before ${charger.from}`,
          how: `Meter across its battery side: the volts of the bank. Only then its source: ${charger.from} on, connected or uncovered.`,
        },
        port.plusRef,
        port.minusRef,
        now(s),
      ),
    ];
  }
}

/** With a bank that is woken last: the volts behind every fuse, once it is awake. */
export function wokenSteps(input: PowerInput): Draft[] {
  const { power, bank, brief } = input;
  if (!power.wokenLast || !bank) return [];
  const nominalV = (REST_VOLTAGE_PER_12V[brief.chemistry].nominalV * brief.systemVoltageV) / 12;
  const withinV = (JOINED_PER_12V * brief.systemVoltageV) / 12 + input.workshop.meterToleranceV;
  return power.seatKeys.flatMap((key): Draft[] => {
    const seat = input.seats.find((s) => s.key === key)!;
    const item = input.items.find((i) => i.id === seat.itemId)!;
    const element = input.parts.get(item.partId)!.elements.find((e) => e.id === seat.seatId);
    const branch = input.netlist.branches.find((b) => b.key === key)!;
    const base = feedingOf(input.potentials, input.potentials.netOf[branch.a]!).bottoms[0];
    if (element?.kind !== 'fuseSeat' || !base) return [];
    return [
      readingStep({
        id: `power/behind/${key}`,
        stage: 'power',
        entityId: item.id,
        title: `Volts behind ${item.designation}`,
        how: `Meter from the load side of ${item.designation} to the source's minus.`,
        caution: LIVE,
        measures: 'voltage',
        lowLimit: nominalV - withinV * 4,
        highLimit: nominalV + withinV * 4,
        expected: nominalV,
        basis: { kind: 'bank', withinV },
        probes: [{ plus: { itemId: item.id, terminalId: element.b }, minus: base.minusRef, sign: 1 }],
        state: { batteriesConnected: true, isolatorsClosed: true, seatsIn: power.seatKeys, flowsOn: [] },
      }),
    ];
  });
}

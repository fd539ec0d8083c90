import { confirmStep, type Draft, readingStep } from '../../devices/benchStep.ts';
import type { Id } from '../../document/basics.ts';
import type { Part } from '../../document/part/part.ts';
import { CONDITION_WORDS } from '../control/conditionWords.ts';
import type { ControlStudy } from '../control/controlStudy.ts';
import type { Flow } from '../demand/demand.ts';
import type { Netlist } from '../netlist/netlist.ts';
import { type BenchItem, LIVE } from './benchWords.ts';
import { isDisplay, wattsSteps } from './wattsSteps.ts';

interface FunctionInput {
  netlist: Netlist;
  flows: readonly Flow[];
  control: ControlStudy;
  items: readonly BenchItem[];
  parts: ReadonlyMap<Id, Part>;
  /** Loads that stay on with the isolators open. */
  essential: readonly Id[];
  seatsIn: readonly string[];
}

/** Of what a source is made for, how much it has to give on the bench; sun and wind give what they give. Common practice, no source. */
const GIVES_SHARE = [0.7, 1.05] as const;
const SOME_A = 0.1;

/** What the board does, one thing after the other: what charges, what parts by itself, what its control circuits say. */
export function functionSteps(input: FunctionInput): Draft[] {
  const name = (id: Id) => input.items.find((i) => i.id === id)?.designation ?? id;
  return [
    ...chargeSteps(input, name),
    ...senseSteps(input, name),
    ...controlSteps(input, name),
    ...essentialSteps(input, name),
    ...displaySteps(input),
    ...wattsSteps(input),
  ];
}

type Name = (id: Id) => string;

function chargeSteps({ netlist, flows, seatsIn }: FunctionInput, name: Name): Draft[] {
  const wires = netlist.branches.filter((b) => b.kind === 'wire');
  return flows.flatMap((flow): Draft[] => {
    const input = flow.key.endsWith('/input');
    if (flow.way !== 'charge' && !input) return [];
    // Where its lead can be told from others: the one wire on its plus.
    const own = wires.filter((w) => w.a === flow.sink.plus || w.b === flow.sink.plus);
    if (own.length !== 1) return [];
    const sun = netlist.chargers.some((c) => c.item.id === flow.itemId && c.element.source === 'solar');
    const rated = flow.operating.kind === 'current' ? flow.operating.currentA : flow.designCurrentA;
    const [low, high] = [sun || input ? SOME_A : GIVES_SHARE[0] * rated, GIVES_SHARE[1] * rated + 1];
    return [
      readingStep({
        id: `function/${input ? 'takes' : 'gives'}/${flow.key}`,
        stage: 'function',
        entityId: flow.itemId,
        title: `${name(flow.itemId)} ${input ? 'takes what it should' : 'charges'}`,
        how: `${sun ? 'In any sun, or from a supply in place of the modules.' : 'Its source on, the bank not full or a load on.'} Clamp round its ${input ? 'input' : 'output'} lead; up to ${rated.toFixed(0)} A.`,
        caution: LIVE,
        measures: 'current',
        lowLimit: low,
        highLimit: high,
        expected: rated,
        connectionId: own[0]!.connectionId,
        probes: [{ plus: flow.sink.plusRef, minus: flow.sink.minusRef, sign: 1 }],
        state: { batteriesConnected: true, isolatorsClosed: true, seatsIn, flowsOn: [flow.key] },
      }),
    ];
  });
}

/** What parts at a voltage of its own is turned down and up with a supply in place of the battery. */
function senseSteps({ netlist }: FunctionInput, name: Name): Draft[] {
  return netlist.consumers.flatMap(({ element, item }): Draft[] => {
    if (element.kind !== 'coil' || !element.senses) return [];
    const { openV, closeV, delayS } = element.senses;
    const step = (at: 'opens' | 'closes', volts: number): Draft =>
      readingStep({
        id: `function/${at}/${item.id}`,
        stage: 'function',
        entityId: item.id,
        title: `${name(item.id)} ${at} at ${volts.toFixed(1)} V`,
        how: `Bench supply in place of the battery, turned slowly ${at === 'opens' ? 'down' : 'up'} until it ${at}; ${delayS > 0 ? `it waits ${delayS} s. ` : ''}Volts at that moment.`,
        caution: LIVE,
        measures: 'voltage',
        lowLimit: volts * 0.97,
        highLimit: volts * 1.03,
        expected: volts,
        // Nothing of the board's own network: the supply says where it is.
        probes: [],
      });
    return [step('opens', openV), step('closes', closeV)];
  });
}

/** One step a row of the truth table: what must be closed, joined, charging and fed in that state. */
function controlSteps({ control, parts, items }: FunctionInput, name: Name): Draft[] {
  const shown = control.contacts.map((c, i) => ({ ...c, i })).filter((c) => c.worked !== 'hand');
  const wayOf = (itemId: Id, contactId: Id) => {
    const part = parts.get(items.find((i) => i.id === itemId)?.partId ?? '');
    const many = (part?.elements.filter((e) => e.kind === 'contact').length ?? 0) > 1;
    return many ? `${name(itemId)}:${contactId}` : name(itemId);
  };
  const list = (ids: readonly Id[]) => (ids.length > 0 ? [...new Set(ids)].map(name).join(', ') : 'nothing');
  return control.rows.map((row, n) => {
    const when = row.when.map((holds, i) => CONDITION_WORDS[control.conditions[i]!][holds ? 0 : 1]);
    const positions = row.position.map((p) => `${name(p.itemId)} on ${p.contactId}`);
    const state = [...when, ...positions].join(', ');
    const contacts = shown.map((c) => `${wayOf(c.itemId, c.contactId)} ${row.closed[c.i] ? 'closed' : 'open'}`);
    return confirmStep({
      id: `function/state/${n}`,
      stage: 'function',
      entityId: 'board',
      title: `As the table says: ${state}`,
      how: `Bring it about: ${state}. Then ${contacts.join(', ')}. Charging: ${list(row.charging)}. Fed by a battery: ${list(row.fed)}.${
        row.joined.length > 0
          ? ` Joined: ${row.joined.map((j) => `${name(j.feedId)} and ${name(j.batteryId)}`).join('; ')}.`
          : ''
      }`,
      caution: LIVE,
    });
  });
}

const essentialSteps = ({ essential }: FunctionInput, name: Name): Draft[] =>
  essential.length === 0
    ? []
    : [
        confirmStep({
          id: 'function/essential',
          stage: 'function',
          entityId: 'board',
          title: 'What must stay on stays on',
          how: `With the loads cut as by an empty battery, these still run and nothing else: ${essential.map(name).join(', ')}.`,
          caution: LIVE,
        }),
      ];

const displaySteps = ({ items, parts }: FunctionInput): Draft[] =>
  items.flatMap((item): Draft[] =>
    isDisplay(parts.get(item.partId))
      ? [
          confirmStep({
            id: `function/display/${item.id}`,
            stage: 'function',
            entityId: item.id,
            title: `${item.designation} shows what the meter reads`,
            how: 'Volts as by the meter; amps out with a load on, in with a charger on, nought with both off. Its alarm sounds when it is set beyond what it shows.',
            caution: LIVE,
          }),
        ]
      : [],
  );

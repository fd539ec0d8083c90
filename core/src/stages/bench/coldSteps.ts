import { confirmStep, type Draft, readingStep } from '../../devices/benchStep.ts';
import type { Id } from '../../document/basics.ts';
import type { TerminalRef } from '../../document/connection/connection.ts';
import type { Part } from '../../document/part/part.ts';
import { INSULATION } from '../../tables/buildTolerances.ts';
import type { Netlist } from '../netlist/netlist.ts';
import type { Potentials } from '../netlist/potentials.ts';
import { bankTerminals } from './bankTerminals.ts';
import { type BenchItem, NO_LIVE } from './benchWords.ts';

/** Lowest reading that counts as "not connected". Common practice, no source. */
const OPEN_OHM = 1000;

interface ColdInput {
  netlist: Netlist;
  potentials: Potentials;
  items: readonly BenchItem[];
  parts: ReadonlyMap<Id, Part>;
}

const look = (of: Pick<Draft, 'id' | 'entityId' | 'title' | 'how'>): Draft =>
  confirmStep({ stage: 'cold', caution: NO_LIVE, ...of });
const ohms = (of: Parameters<typeof look>[0] & { plus: TerminalRef; minus: TerminalRef }): Draft => {
  const { plus, minus, ...told } = of;
  return readingStep({
    stage: 'cold',
    caution: NO_LIVE,
    measures: 'resistance',
    lowLimit: OPEN_OHM,
    probes: [{ plus, minus, sign: 1 }],
    ...told,
  });
};

/** Checks before anything is connected. */
export function coldSteps(input: ColdInput): Draft[] {
  const steps: Draft[] = [
    look({
      id: 'cold/visual',
      entityId: 'board',
      title: 'Look the board over',
      how: 'Every part where the drawing has it, every wire label as on the drawing at both ends, no loose strand, no scrap left.',
    }),
    look({
      id: 'cold/torque-marks',
      entityId: 'board',
      title: 'Every nut torqued and marked',
      how: 'A mark across each nut and its stud, none missing, none broken.',
    }),
    look({
      id: 'cold/fuses-out',
      entityId: 'board',
      title: 'All fuses out, all loads off',
      how: 'Take every fuse link out and switch every load off. Isolators closed for the continuity checks.',
    }),
  ];
  const bank = bankTerminals(input.netlist, input.potentials);
  const { netlist, potentials } = input;
  const ports = [...netlist.consumers, ...netlist.chargers.map((c) => c.output), ...netlist.charging];
  const items = new Map(input.items.map((i) => [i.id, i]));
  for (const port of ports) {
    if (!bank || potentials.netOf[port.plus] !== bank.net) continue;
    const item = items.get(port.item.id)!;
    steps.push(
      ohms({
        id: `cold/polarity/${port.key}`,
        entityId: port.item.id,
        title: `Polarity of ${item.designation}`,
        how: `Meter from the plus terminal of ${item.designation} to the bank's minus lead: no continuity, or its wires are swapped.`,
        plus: port.plusRef,
        minus: bank.minus,
      }),
    );
  }
  if (bank)
    steps.push(
      ohms({
        id: 'cold/plus-to-minus',
        entityId: 'board',
        title: 'No continuity from plus to minus',
        how: 'Meter across the two bank leads. A capacitor input may swing first: wait until it settles.',
        plus: bank.plus,
        minus: bank.minus,
      }),
    );
  return [...steps, ...chassisSteps(input, bank), ...heldSteps(input)];
}

/** Plus against what is bonded or earthed: a frame that carries returns, a case with a protective conductor. */
function chassisSteps({ netlist, items, parts }: ColdInput, bank: { plus: TerminalRef } | null): Draft[] {
  if (!bank) return [];
  const metal: { item: BenchItem; terminalId: Id; what: string }[] = items.flatMap((item) => {
    const part = parts.get(item.partId);
    const frame = netlist.frames.some((f) => f.itemId === item.id);
    const earth = netlist.cases.some((c) => c.itemId === item.id);
    const at = frame
      ? part?.terminals.find((t) => t.domain === 'dc')
      : earth
        ? part?.terminals.find((t) => t.domain === 'earth')
        : undefined;
    return at ? [{ item, terminalId: at.id, what: frame ? item.designation : `the case of ${item.designation}` }] : [];
  });
  return metal.map(({ item, terminalId, what }) =>
    readingStep({
      id: `cold/insulation/${item.id}`,
      stage: 'cold',
      entityId: item.id,
      title: `Insulation of plus to ${what}`,
      how: `Insulation tester at ${INSULATION.testV} V between the bank's plus lead and ${what}. First unplug every device with electronics that does not stand ${INSULATION.testV} V; where that cannot be, an ohmmeter and a note.`,
      caution: `${INSULATION.testV} V at the tips: hands off while it tests, discharge afterwards. ${NO_LIVE}`,
      measures: 'insulation',
      lowLimit: INSULATION.leastOhm,
      probes: [{ plus: bank.plus, minus: { itemId: item.id, terminalId }, sign: 1 }],
    }),
  );
}

function heldSteps({ items, parts }: ColdInput): Draft[] {
  return items.flatMap((item): Draft[] => {
    const part = parts.get(item.partId);
    if (part?.body.heldBy !== 'strap') return [];
    return [
      look({
        id: `cold/held/${item.id}`,
        entityId: item.id,
        title: `${item.designation} is held down`,
        how: `Tray, cleats or strap hold its ${part.massKg} kg whichever way it is turned; posts covered, and still within reach.`,
      }),
    ];
  });
}

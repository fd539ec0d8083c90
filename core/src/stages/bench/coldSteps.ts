import { confirmStep, type Draft } from '../../devices/benchStep.ts';
import type { Id } from '../../document/basics.ts';
import type { Part } from '../../document/part/part.ts';
import type { Netlist } from '../netlist/netlist.ts';
import type { Potentials } from '../netlist/potentials.ts';
import { bankTerminals } from './bankTerminals.ts';
import { type BenchItem, NO_LIVE } from './benchWords.ts';

/** Lowest reading that counts as "not connected". Common practice, no source. */
const OPEN_OHM = 1000;

/** Checks before anything is connected. */
export function coldSteps(input: {
  netlist: Netlist;
  potentials: Potentials;
  items: readonly BenchItem[];
  parts: ReadonlyMap<Id, Part>;
}): Draft[] {
  const look = (of: Pick<Draft, 'id' | 'entityId' | 'title' | 'how'>): Draft =>
    confirmStep({ stage: 'cold', caution: NO_LIVE, ...of });
  const ohms = (of: Parameters<typeof look>[0] & Pick<Draft, 'probes'>): Draft => ({
    ...look(of),
    method: 'reading',
    measures: 'resistance',
    unit: 'Ω',
    lowLimit: OPEN_OHM,
    probes: of.probes,
  });
  const steps: Draft[] = [
    look({
      id: 'cold/visual',
      entityId: 'board',
      title: 'Look the board over',
      how: 'Every part where the drawing has it, every wire label as on the drawing, nuts torqued and marked, no loose strand, no scrap left.',
    }),
    look({
      id: 'cold/fuses-out',
      entityId: 'board',
      title: 'All fuses out, all loads off',
      how: 'Take every fuse link out and switch every load off. Isolators closed for the continuity checks.',
    }),
  ];
  const bank = bankTerminals(input.netlist, input.potentials);
  const ports = [...input.netlist.consumers, ...input.netlist.chargers.map((c) => c.output), ...input.netlist.charging];
  const items = new Map(input.items.map((i) => [i.id, i]));
  for (const port of ports) {
    if (!bank || input.potentials.netOf[port.plus] !== bank.net) continue;
    const plus = port.plusRef;
    const item = items.get(port.item.id)!;
    steps.push(
      ohms({
        id: `cold/polarity/${port.key}`,
        entityId: port.item.id,
        title: `Polarity of ${item.designation}`,
        how: `Meter from the plus terminal of ${item.designation} to the bank's minus lead: no continuity, or its wires are swapped.`,
        probes: [{ plus, minus: bank.minus, sign: 1 }],
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
        probes: [{ plus: bank.plus, minus: bank.minus, sign: 1 }],
      }),
    );
  for (const item of input.items) {
    const part = input.parts.get(item.partId);
    if (part?.body.heldBy !== 'strap') continue;
    steps.push(
      look({
        id: `cold/held/${item.id}`,
        entityId: item.id,
        title: `${item.designation} is held down`,
        how: `Tray, cleats or strap hold its ${part.massKg} kg whichever way it is turned; posts covered, and still within reach.`,
      }),
    );
  }
  return steps;
}

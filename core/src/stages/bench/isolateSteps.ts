import { type Draft, readingStep } from '../../devices/benchStep.ts';
import type { ElementOf } from '../../devices/elementKind.ts';
import type { Id } from '../../document/basics.ts';
import type { TerminalRef } from '../../document/connection/connection.ts';
import type { Part } from '../../document/part/part.ts';
import type { Branch, Netlist } from '../netlist/netlist.ts';
import { neighbours, reachedFrom } from '../netlist/reach.ts';

/** Below this a point counts as dead. Common practice, no source. */
const DEAD_V = 0.5;

interface Input {
  netlist: Netlist;
  items: readonly { id: Id; designation: string; partId: Id }[];
  parts: ReadonlyMap<Id, Part>;
}

/**
 * Each isolator proved: opened, with everything fused in, its far side is dead. One whose far side something else keeps
 * alive proves nothing and is left out; what keeps it alive stands among the live sets.
 */
export function isolateSteps(
  { netlist, items, parts }: Input,
  bank: { minus: TerminalRef } | null,
  seatsIn: readonly string[],
): Draft[] {
  if (!bank) return [];
  const byHand = (b: Branch): b is Branch & { element: ElementOf<'contact'>; itemId: Id } =>
    b.element?.kind === 'contact' &&
    b.element.follows === null &&
    parts.get(items.find((i) => i.id === b.itemId)?.partId ?? '')?.kind === 'isolator';
  const switches = netlist.branches.filter(byHand);
  const stops = new Set(netlist.sources.map((s) => s.minus));
  const live = reachedFrom(
    neighbours(netlist, (b) => b.kind !== 'contact'),
    netlist.sources.map((s) => s.plus),
    (n) => stops.has(n),
  );
  return switches.flatMap((b): Draft[] => {
    const [a, z] = [live.has(b.a), live.has(b.b)];
    if (a === z) return [];
    const item = items.find((i) => i.id === b.itemId)!;
    const far: TerminalRef = { itemId: item.id, terminalId: a ? b.element.b : b.element.a };
    return [
      readingStep({
        id: `isolate/${b.key}`,
        stage: 'function',
        entityId: item.id,
        title: `${item.designation} parts: its far side is dead`,
        how: `Open every isolator, all fuses in, sun covered, engine and mains off. Meter from the far terminal of ${item.designation} to the bank's minus. Capacitors may hold charge for minutes: wait, and meter again.`,
        caution: 'Prove the meter on a live point before and after.',
        measures: 'voltage',
        lowLimit: -DEAD_V,
        highLimit: DEAD_V,
        expected: 0,
        probes: [{ plus: far, minus: bank.minus, sign: 1 }],
        state: { batteriesConnected: true, isolatorsClosed: false, seatsIn, flowsOn: [] },
      }),
    ];
  });
}

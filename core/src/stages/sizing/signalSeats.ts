import { type Netlist, terminalKey } from '../netlist/netlist.ts';
import { neighbours, reachedFrom } from '../netlist/reach.ts';
import type { Seat } from './protection.ts';

/** Where a signal works something: triggers of chargers, and coils with a terminal of their own. */
function signalNodes(netlist: Netlist): number[] {
  const triggers = netlist.chargers.flatMap(({ item, element }) =>
    element.enable === null ? [] : [netlist.nodeOf.get(terminalKey({ itemId: item.id, terminalId: element.enable }))!],
  );
  const contacts = new Set(netlist.branches.flatMap((b) => (b.kind === 'contact' ? [b.a, b.b] : [])));
  // A relay that senses at its own stud has no lead to put a fuse into.
  const coils = netlist.consumers.filter((c) => c.element.kind === 'coil' && !contacts.has(c.plus)).map((c) => c.plus);
  return [...triggers, ...coils];
}

/**
 * Fuse seats in the lead of a trigger or coil: no current to speak of runs there, or none as the board rests, and yet a
 * fuse belongs in. With one end on the signal, they have a source on the other.
 */
export function signalSeats(netlist: Netlist, seats: readonly Seat[]): ReadonlySet<number> {
  const nodes = signalNodes(netlist);
  if (nodes.length === 0) return new Set();
  const poles = new Set(netlist.sources.map((s) => s.plus));
  const near = neighbours(netlist, (b) => b.kind !== 'fuseSeat');
  const onSignal = reachedFrom(near, nodes, (n) => poles.has(n));
  // Stretches without a fuse in them, and the fuses between.
  const stretchOf = new Int32Array(netlist.nodeCount).fill(-1);
  let count = 0;
  for (let n = 0; n < netlist.nodeCount; n++) {
    if (stretchOf[n]! >= 0) continue;
    for (const r of reachedFrom(near, [n])) stretchOf[r] = count;
    count++;
  }
  const between: { branch: number; to: number }[][] = Array.from({ length: count }, () => []);
  for (const { branch } of seats) {
    const { a, b } = netlist.branches[branch]!;
    between[stretchOf[a]!]!.push({ branch, to: stretchOf[b]! });
    between[stretchOf[b]!]!.push({ branch, to: stretchOf[a]! });
  }
  const fed = new Set([...poles].map((n) => stretchOf[n]!));
  const reachesSource = (start: number, past: number): boolean => {
    const seen = new Set([start]);
    for (const s of seen) {
      if (fed.has(s)) return true;
      for (const { branch, to } of between[s]!) if (branch !== past) seen.add(to);
    }
    return false;
  };
  return new Set(
    seats
      .filter(({ branch }) => {
        const { a, b } = netlist.branches[branch]!;
        if (onSignal.has(a) === onSignal.has(b)) return false;
        return reachesSource(stretchOf[onSignal.has(a) ? b : a]!, branch);
      })
      .map((s) => s.branch),
  );
}

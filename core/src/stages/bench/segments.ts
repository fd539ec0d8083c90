import type { Id } from '../../document/basics.ts';
import { catalogueIndex } from '../../document/part/catalogueIndex.ts';
import type { Catalogue } from '../../document/part/part.ts';
import { seatText } from '../../words.ts';
import type { Netlist } from '../netlist/netlist.ts';
import type { SizedSeat, SizedWire } from '../sizing/sizingResult.ts';
import type { MadeCable } from '../terminations/terminations.ts';
import type { BenchItem } from './benchWords.ts';
import { cableOhmAt20, provedByCurrent } from './continuitySteps.ts';
import type { SegmentPoint } from './loadSteps.ts';
import type { Segment } from './segmentSteps.ts';

interface SegmentsInput {
  parts: readonly SegmentPoint[];
  netlist: Netlist;
  made: readonly Pick<MadeCable, 'cableId' | 'designation' | 'areaMm2' | 'lengthMm' | 'cores'>[];
  seats: readonly Pick<SizedSeat, 'key' | 'itemId' | 'seatId' | 'link'>[];
  wires: ReadonlyMap<Id, Pick<SizedWire, 'designCurrentA'>>;
  items: readonly Pick<BenchItem, 'id' | 'designation'>[];
  catalogue: Catalogue;
}

/** The conductors of lines that no current was sent through, and the fuses, each with what it is made of. */
export function segmentsOf({ parts, netlist, made, seats, wires, items, catalogue }: SegmentsInput): Segment[] {
  const { fuseLink } = catalogueIndex(catalogue);
  const branchOf = new Map(netlist.branches.map((b) => [b.key, b]));
  const seatOf = new Map(seats.map((s) => [s.key, s]));
  const coreOf = new Map(
    made.flatMap((cable) => cable.cores.map((core) => [core.connectionId, { cable, core }] as const)),
  );
  const named = new Map(items.map((i) => [i.id, i.designation]));
  const many = new Map<Id, number>();
  for (const s of seats) many.set(s.itemId, (many.get(s.itemId) ?? 0) + 1);
  return parts.flatMap((point): Segment[] => {
    const branch = branchOf.get(point.branchKey)!;
    if (branch.connectionId !== null) {
      const found = coreOf.get(branch.connectionId);
      if (!found || provedByCurrent(wires.get(branch.connectionId)?.designCurrentA ?? 0)) return [];
      const { cable, core } = found;
      const ends = [core.from.ref, core.to.ref];
      // Wires run from their `from` to their `to` in the network too.
      const [from, to] = point.along > 0 ? ends : ends.reverse();
      return [
        {
          ...point,
          name: cable.designation,
          entityId: cable.cableId,
          connectionId: branch.connectionId,
          from: from!,
          to: to!,
          copperOhm: cableOhmAt20(cable),
          joints: 2,
          fuseOhm: 0,
        },
      ];
    }
    const seat = seatOf.get(point.branchKey);
    const { element } = branch;
    if (!seat || element?.kind !== 'fuseSeat') return [];
    const name = named.get(seat.itemId) ?? seat.itemId;
    const ends = [element.a, element.b].map((terminalId) => ({ itemId: seat.itemId, terminalId }));
    const [from, to] = point.along > 0 ? ends : ends.reverse();
    return [
      {
        ...point,
        name: seatText(name, seat.seatId, many.get(seat.itemId) ?? 1),
        entityId: seat.itemId,
        connectionId: null,
        from: from!,
        to: to!,
        copperOhm: 0,
        joints: 0,
        fuseOhm: fuseLink.get(seat.link.value ?? '')?.coldResistanceOhm ?? 0,
      },
    ];
  });
}

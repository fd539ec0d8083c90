import type { Id } from '../../document/basics.ts';
import type { TerminalRef } from '../../document/connection/connection.ts';
import { catalogueIndex } from '../../document/part/catalogueIndex.ts';
import type { Catalogue } from '../../document/part/part.ts';
import type { Workshop } from '../../document/workshop/workshop.ts';
import { seatText } from '../../words.ts';
import type { Branch } from '../netlist/netlist.ts';
import type { SizedSeat, SizedWire } from '../sizing/sizingResult.ts';
import type { MadeCable, MadeCore } from '../terminations/terminations.ts';
import type { BenchItem } from './benchWords.ts';
import { provedByCurrent } from './continuitySteps.ts';
import type { SegmentPoint } from './loadSteps.ts';
import type { Segment } from './segmentSteps.ts';

type Made = Pick<MadeCable, 'cableId' | 'designation' | 'areaMm2' | 'lengthMm' | 'cores'>;
type Seat = Pick<SizedSeat, 'key' | 'itemId' | 'seatId' | 'link'>;
type Cores = ReadonlyMap<Id, { cable: Made; core: MadeCore }>;

/** Every core with its cable, by connection. */
export const coresByConnection = (made: readonly Made[]): Cores =>
  new Map(made.flatMap((cable) => cable.cores.map((core) => [core.connectionId, { cable, core }] as const)));

/** Every fuse seat, and how many its part has. */
export function seatsByKey(seats: readonly Seat[]): ReadonlyMap<string, { seat: Seat; ofPart: number }> {
  const many = new Map<Id, number>();
  for (const s of seats) many.set(s.itemId, (many.get(s.itemId) ?? 0) + 1);
  return new Map(seats.map((seat) => [seat.key, { seat, ofPart: many.get(seat.itemId)! }]));
}

type Ends = readonly [TerminalRef, TerminalRef];
/** Every branch of a network by its key, with the terminals of a fuse seat. */
export const branchesByKey = (
  branches: readonly Branch[],
): ReadonlyMap<string, { branch: Branch; seatEnds: Ends | null }> =>
  new Map(
    branches.map((branch) => {
      const { element, itemId } = branch;
      const end = (terminalId: Id): TerminalRef => ({ itemId: itemId!, terminalId });
      return [branch.key, { branch, seatEnds: element?.kind === 'fuseSeat' ? [end(element.a), end(element.b)] : null }];
    }),
  );

interface Beside {
  made: Cores;
  branches: ReturnType<typeof branchesByKey>;
  seats: ReturnType<typeof seatsByKey>;
  wires: ReadonlyMap<Id, Pick<SizedWire, 'designCurrentA'>>;
  items: ReadonlyMap<Id, BenchItem>;
  catalogue: Catalogue;
  seatsIn: readonly string[];
  workshop: Pick<Workshop, 'joinOhm'>;
}

/** A conductor of a line that no current was sent through, or a fuse, with what it is made of; null for all others. */
export function segmentOf(point: SegmentPoint, beside: Beside): Segment | null {
  const { branch, seatEnds } = beside.branches.get(point.branchKey)!;
  const part =
    branch.connectionId === null ? fuseOf(branch.key, seatEnds, beside) : leadOf(branch.connectionId, beside);
  if (!part) return null;
  // Wires run from their `from` to their `to` in the network too.
  const [from, to] = point.along > 0 ? part.ends : [part.ends[1], part.ends[0]];
  const called = (id: Id) => beside.items.get(id)?.designation ?? id;
  // Name by name: asked of hundreds of rows after every edit, and spreading is dear.
  return {
    branchKey: point.branchKey,
    flowKey: point.flowKey,
    itemId: point.itemId,
    currentA: point.currentA,
    along: point.along,
    operating: point.operating,
    name: part.name,
    entityId: part.entityId,
    connectionId: part.connectionId,
    areaMm2: part.areaMm2,
    lengthMm: part.lengthMm,
    fuseOhm: part.fuseOhm,
    from,
    to,
    fromAt: called(from.itemId),
    toAt: called(to.itemId),
    load: called(point.itemId),
    seatsIn: beside.seatsIn,
    joinOhm: beside.workshop.joinOhm,
  };
}

function leadOf(connectionId: Id, { made, wires }: Beside) {
  const found = made.get(connectionId);
  if (!found || provedByCurrent(wires.get(connectionId)?.designCurrentA ?? 0)) return null;
  const { cable, core } = found;
  return {
    name: cable.designation,
    entityId: cable.cableId,
    connectionId,
    ends: [core.from.ref, core.to.ref] satisfies Ends,
    areaMm2: cable.areaMm2,
    lengthMm: cable.lengthMm,
    fuseOhm: 0,
  };
}

function fuseOf(key: string, ends: Ends | null, { seats, items, catalogue }: Beside) {
  const found = seats.get(key);
  if (!found || !ends) return null;
  const { seat, ofPart } = found;
  return {
    name: seatText(items.get(seat.itemId)?.designation ?? seat.itemId, seat.seatId, ofPart),
    entityId: seat.itemId,
    connectionId: null,
    ends,
    areaMm2: null,
    lengthMm: 0,
    fuseOhm: catalogueIndex(catalogue).fuseLink.get(seat.link.value ?? '')?.coldResistanceOhm ?? 0,
  };
}

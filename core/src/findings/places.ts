import type { Id } from '../document/basics.ts';
import type { TerminalRef } from '../document/connection/connection.ts';
import type { Part, Terminal } from '../document/part/part.ts';
import type { Netlist } from '../stages/netlist/netlist.ts';
import type { SizedSeat } from '../stages/sizing/sizingResult.ts';
import { seatCountOf, seatText } from '../words.ts';

/** How places of a board are looked up and written in findings. */
type Parts = ReadonlyMap<Id, Part>;
type Named = { readonly id: Id; readonly designation: string; readonly partId: Id };
export type Names = ReadonlyMap<Id, Named>;
export interface NamedParts {
  names: Names;
  parts: Parts;
}

export const nameOf = (names: ReadonlyMap<Id, { readonly designation: string }>, id: Id): string =>
  names.get(id)?.designation ?? id;
/** Each name once, in the order given. */
export const namesOf = (names: ReadonlyMap<Id, { readonly designation: string }>, ids: Iterable<Id>): string =>
  [...new Set(ids)].map((id) => nameOf(names, id)).join(', ');

export function terminalAt({ names, parts }: NamedParts, ref: TerminalRef): Terminal | null {
  const item = names.get(ref.itemId);
  return (item && parts.get(item.partId)?.terminals.find((t) => t.id === ref.terminalId)) ?? null;
}

/** A terminal as printed: `-F1:line`. */
export const placeName = (at: NamedParts, ref: TerminalRef): string =>
  `${at.names.get(ref.itemId)?.designation ?? '?'}:${terminalAt(at, ref)?.name ?? ref.terminalId}`;

export const nodeAt = (netlist: Netlist, ref: TerminalRef): number =>
  netlist.nodeOf.get(`${ref.itemId} ${ref.terminalId}`) ?? -1;

/** A fuse seat as printed: the holder, or way and holder where it has several. */
export function seatName(
  at: NamedParts,
  seatOf: ReadonlyMap<string, Pick<SizedSeat, 'itemId' | 'seatId'>>,
  key: string,
): string {
  const seat = seatOf.get(key);
  const item = seat && at.names.get(seat.itemId);
  if (!seat || !item) return 'no fuse';
  return seatText(item.designation, seat.seatId, seatCountOf(at.parts.get(item.partId)));
}

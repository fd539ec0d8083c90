import type { Id } from '../document/basics.ts';
import type { Cable } from '../document/cable/cable.ts';
import type { Surface } from '../document/connection/connect.ts';
import type { Connection, TerminalRef } from '../document/connection/connection.ts';
import { insertBetween } from '../document/connection/rewire.ts';
import type { Catalogue, Part } from '../document/part/part.ts';
import type { Fix } from './finding.ts';
import { placeName } from './places.ts';

/** What of a board is read to put a fuse into a wire. */
export interface Insertable {
  items: readonly { id: Id; designation: string; partId: Id; place: Surface }[];
  parts: ReadonlyMap<Id, Part>;
  connections: readonly Connection[];
  cables: readonly Pick<Cable, 'id' | 'designation' | 'cores' | 'segments'>[];
  catalogue: Catalogue;
}

/** A holder stands this near to what feeds the wire until somebody places it. Common practice, no source. */
const BEFORE_MM = 20;

/**
 * The cheapest holder with its link in the catalogue whose links reach a rating, break a fault and stay under what the conductor
 * carries.
 */
export function holderFor(
  catalogue: Catalogue,
  need: { leastA: number; mostA: number; faultA: number; voltageV: number; limiting?: boolean },
): Part | null {
  /** What holder and cheapest link cost together; null where none of its links does. */
  const costOf = (part: Part): number | null => {
    const seat = part.kind === 'fuseHolder' ? part.elements.find((e) => e.kind === 'fuseSeat') : undefined;
    if (seat?.kind !== 'fuseSeat' || seat.polarised) return null;
    if (need.limiting && seat.style !== 'classT') return null;
    const links = catalogue.fuseLinks.filter(
      (l) =>
        !l.curve &&
        l.style === seat.style &&
        l.ratingA <= seat.maxRatingA &&
        l.ratingA >= need.leastA - 1e-9 &&
        l.ratingA <= need.mostA + 1e-9 &&
        (l.interrupt.find((r) => need.voltageV <= r.upToV)?.currentA ?? 0) >= need.faultA,
    );
    return links.length > 0 ? (part.price ?? 1e9) + Math.min(...links.map((l) => l.price ?? 1e6)) : null;
  };
  let best: { part: Part; cost: number } | null = null;
  for (const part of catalogue.parts) {
    const cost = costOf(part);
    if (cost !== null && (!best || cost < best.cost)) best = { part, cost };
  }
  return best?.part ?? null;
}

/** Puts a fuse holder into a wire at the end it is fed by. */
export function fuseInto(board: Insertable, connectionId: Id, fedEnd: TerminalRef, holder: Part, seed: string): Fix[] {
  const made = insertBetween(board, connectionId, fedEnd, holder, 'plus', { seed, beforeMm: BEFORE_MM });
  const names = new Map(board.items.map((i) => [i.id, i]));
  return made
    ? [
        {
          label: `${holder.name} in at ${placeName({ names, parts: board.parts }, fedEnd)}`,
          commands: made.commands,
        },
      ]
    : [];
}

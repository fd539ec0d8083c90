import type { Id } from '../../document/basics.ts';
import type { Catalogue, Part } from '../../document/part/part.ts';
import { field, rows } from '../../engine/fact.ts';
import type { Profile } from '../../profiles/profile.ts';
import { LIMITS_FROM } from '../../solvers/timeCurrent.ts';
import { fact, profile } from '../../stages/inputs.ts';
import type { SizedSeat, SizedWire } from '../../stages/sizing/sizingResult.ts';
import { catalogue, connections, parts, seatOf, seats, sizing } from '../../stages/stages.ts';
import { ampsInWords as amps, ampsApart } from '../../words.ts';
import { type Fix, finding } from '../finding.ts';
import { fuseInto, holderFor, type Insertable } from '../fuseAtNearEnd.ts';
import { type Names, nameOf, seatName } from '../places.ts';
import { names, type SurfacedItem, surfaces } from '../views.ts';

/** Fuses that cannot open the fault that can flow at them, one finding an item: a block's ways share their place. */
export const interruptRating = finding({
  id: 'interrupt-rating',
  subject: 'protection',
  station: 'circuit',
  severity: { stop: 'hurts', warn: 'bad practice', note: 'to know' },
  protects: 'whoever stands before it: a fuse that cannot break the arc bursts and burns',
  source: 'interrupt rating at least the prospective current (IEC 60364-4-43 434.5.1); ratings by style from memory',
  limits: {
    interruptA: { setBy: 'part sheet', unit: 'A', what: 'what the link can interrupt at that voltage', source: 'link' },
  },
  reads: {
    seats,
    seatOf,
    names,
    parts,
    catalogue,
    profile,
    connections,
    items: surfaces,
    cables: fact('cables', ['id', 'designation', 'cores', 'segments']),
    wires: rows(field(sizing, 'wires'), ['connectionId', 'designCurrentA', 'shorts']),
  },
  judge: ({ seats, seatOf, profile, ...board }) => {
    const { names, parts, catalogue } = board;
    const seatWord = (key: string) => seatName({ names, parts }, seatOf, key);
    const weak = seats.filter(
      (s) => !s.spare && s.prospectiveA !== null && s.interruptA !== null && s.interruptA < s.prospectiveA,
    );
    const lockedIn = new Set(seats.filter((s) => s.link.mode === 'locked').map((s) => s.itemId));
    const byItem = new Map<Id, typeof weak>();
    for (const seat of weak) {
      const own = byItem.get(seat.itemId);
      if (own) own.push(seat);
      else byItem.set(seat.itemId, [seat]);
    }
    return [...byItem].map(([itemId, own]) => {
      const item = names.get(itemId)!;
      const seat = own.reduce((w, s) => (s.prospectiveA! > w.prospectiveA! ? s : w));
      const name = own.length === 1 ? seatWord(seat.key) : `${own.length} fuses of ${item.designation}`;
      const able = seat.ahead.filter(({ key, throughA }) => (seatOf.get(key)?.interruptA ?? 0) >= throughA);
      // A limiting link ahead cuts the current before the weaker one has to break it (434.5.1); another may be too slow.
      const limiting = able.find((a) => a.letThroughA2s !== null);
      const backing = limiting ?? able[0];
      const part = parts.get(item.partId)!;
      const better =
        part.kind === 'fuseHolder'
          ? betterHolder(part, catalogue, seat.prospectiveA!, seat.faultVoltageV, seat.minimumA)
          : null;
      const [can, flows] = ampsApart(seat.interruptA!, seat.prospectiveA!);
      return {
        entity: limiting ? `${itemId}/backed` : itemId,
        severity: limiting ? ('note' as const) : backing ? ('warn' as const) : ('stop' as const),
        where: { label: name, itemIds: [itemId] },
        ...(limiting
          ? {
              alike: {
                key: limiting.key,
                says: (places: string) =>
                  `${places} can interrupt less than what can flow there; ${seatWord(limiting.key)} ahead limits it`,
              },
            }
          : {}),
        says: `${name} can interrupt ${can} at ${seat.faultVoltageV.toFixed(1)} V; up to ${flows} can flow there`,
        why: limiting
          ? `${seatWord(limiting.key)} ahead limits the current: it lets no more than ${kA2s(limiting.letThroughA2s!)} through and interrupts ${amps(seatOf.get(limiting.key)!.interruptA!)}; confirm the pair from the maker's table`
          : backing
            ? `${seatWord(backing.key)} ahead can interrupt it, but does not limit it: this one may have to break it first`
            : 'a fuse that cannot break the arc bursts and burns instead of opening',
        fixes: limiting
          ? []
          : better
            ? [
                {
                  label: `Use ${better.name}${lockedIn.has(itemId) ? ', the locked fuse let go' : ''}`,
                  commands: [
                    { kind: 'set', collection: 'items', id: item.id, field: 'inserts', value: [] },
                    { kind: 'set', collection: 'items', id: item.id, field: 'partId', value: better.id },
                  ],
                },
              ]
            : limitingAhead(itemId, seat, profile, board),
      };
    });
  },
});

const kA2s = (x: number) => `${(x / 1000).toPrecision(3)} kA²s`;

/** A current-limiting fuse in the wire that feeds a block, so that its ways never have to break more than they can. */
function limitingAhead(
  itemId: Id,
  { prospectiveA, faultVoltageV }: SizedSeat,
  { fuseFactor }: Profile,
  {
    wires,
    names,
    ...board
  }: Omit<Insertable, 'items'> & {
    items: readonly SurfacedItem[];
    names: Names;
    wires: readonly Pick<SizedWire, 'connectionId' | 'designCurrentA' | 'shorts'>[];
  },
): Fix[] {
  const feed = board.connections.find((c) => {
    const wire = wires.find((w) => w.connectionId === c.id);
    const fedBy = wire?.shorts.find((s) => s.fedBy !== null)?.fedBy;
    return fedBy && c[fedBy === 'from' ? 'to' : 'from'].itemId === itemId;
  });
  const wire = wires.find((w) => w.connectionId === feed?.id);
  const fedBy = wire?.shorts.find((s) => s.fedBy !== null)?.fedBy;
  if (!feed || !wire || !fedBy) return [];
  const holder = holderFor(board.catalogue, {
    leastA: fuseFactor.value * wire.designCurrentA,
    mostA: prospectiveA! / LIMITS_FROM,
    faultA: prospectiveA!,
    voltageV: faultVoltageV,
    limiting: true,
  });
  const items = board.items.map((i) => ({ ...i, designation: nameOf(names, i.id) }));
  return holder ? fuseInto({ ...board, items }, feed.id, feed[fedBy], holder, 'limit') : [];
}

/** A holder with the same terminals whose fuses interrupt the fault and reach the rating. */
function betterHolder(own: Part, catalogue: Catalogue, faultA: number, faultV: number, minimumA: number): Part | null {
  return (
    catalogue.parts.find((p) => {
      const seat =
        p.kind === 'fuseHolder' && p.id !== own.id ? p.elements.find((e) => e.kind === 'fuseSeat') : undefined;
      if (seat?.kind !== 'fuseSeat') return false;
      if (!own.terminals.every((t) => p.terminals.some((x) => x.id === t.id))) return false;
      return catalogue.fuseLinks.some(
        (l) =>
          !l.curve &&
          l.style === seat.style &&
          l.ratingA >= minimumA &&
          l.ratingA <= seat.maxRatingA &&
          (l.interrupt.find((r) => faultV <= r.upToV)?.currentA ?? 0) >= faultA,
      );
    }) ?? null
  );
}

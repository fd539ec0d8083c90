import type { Id } from '../../document/basics.ts';
import type { Catalogue, Part } from '../../document/part/part.ts';
import { catalogue, parts, seatOf, seats } from '../../stages/stages.ts';
import { ampsInWords as amps } from '../../words.ts';
import { finding } from '../finding.ts';
import { seatName } from '../places.ts';
import { names } from '../views.ts';

/** Fuses that cannot open the fault that can flow at them, one finding an item: a block's ways share their place. */
export const interruptRating = finding({
  id: 'interrupt-rating',
  subject: 'protection',
  station: 'circuit',
  severity: { stop: 'hurts', warn: 'bad practice' },
  protects: 'whoever stands before it: a fuse that cannot break the arc bursts and burns',
  source: 'interrupt rating at least the prospective current (IEC 60364-4-43 434.5.1); ratings by style from memory',
  limits: {
    interruptA: { setBy: 'part sheet', unit: 'A', what: 'what the link can interrupt at that voltage', source: 'link' },
  },
  reads: { seats, seatOf, names, parts, catalogue },
  judge: ({ seats, seatOf, names, parts, catalogue }) => {
    const seatWord = (key: string) => seatName({ names, parts }, seatOf, key);
    const weak = seats.filter(
      (s) => !s.spare && s.prospectiveA !== null && s.interruptA !== null && s.interruptA < s.prospectiveA,
    );
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
      const upstream = seat.upstreamKeys.map((k) => seatOf.get(k)!);
      // Fuses in parallel share the fault, but the first to open leaves it all to the others.
      const backing = upstream.find((s) => (s.interruptA ?? 0) >= seat.prospectiveA!);
      const part = parts.get(item.partId)!;
      const better =
        part.kind === 'fuseHolder'
          ? betterHolder(part, catalogue, seat.prospectiveA!, seat.faultVoltageV, seat.minimumA)
          : null;
      return {
        entity: itemId,
        severity: backing ? ('warn' as const) : ('stop' as const),
        where: { label: name, itemIds: [itemId] },
        says: `${name} can interrupt ${amps(seat.interruptA!)} at ${seat.faultVoltageV.toFixed(1)} V; up to ${amps(seat.prospectiveA!)} can flow there`,
        why: backing
          ? `${seatWord(backing.key)} upstream can interrupt it (${amps(backing.interruptA!)}); that the pair works together must be confirmed from the maker's table`
          : 'a fuse that cannot break the arc burns instead of opening',
        fixes: better
          ? [
              {
                label: `Use ${better.name}`,
                commands: [
                  { kind: 'set', collection: 'items', id: item.id, field: 'inserts', value: [] },
                  { kind: 'set', collection: 'items', id: item.id, field: 'partId', value: better.id },
                ],
              },
            ]
          : [],
      };
    });
  },
});

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

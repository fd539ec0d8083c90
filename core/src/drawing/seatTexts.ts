import type { Id } from '../document/basics.ts';
import type { FuseLink } from '../document/part/part.ts';
import type { SeatText } from './marks.ts';

/**
 * What stands in the fuse seats of every part that has any, by item: the rating of its link.
 * @example
 * seatTexts([], []).size; // 0
 */
export function seatTexts(
  seats: readonly { itemId: Id; seatId: Id; link: { value: Id | null } }[],
  links: readonly FuseLink[],
): Map<Id, ReadonlyMap<Id, NonNullable<ReturnType<SeatText>>>> {
  const linkOf = new Map(links.map((l) => [l.id, l]));
  const byItem = new Map<Id, Map<Id, NonNullable<ReturnType<SeatText>>>>();
  for (const { itemId, seatId, link } of seats) {
    const own = linkOf.get(link.value ?? '');
    if (!own) continue;
    const item = byItem.get(itemId) ?? new Map();
    byItem.set(itemId, item.set(seatId, { text: String(own.ratingA), ratingA: own.ratingA }));
  }
  return byItem;
}

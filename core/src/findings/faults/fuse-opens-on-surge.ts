import type { Id } from '../../document/basics.ts';
import type { Item } from '../../document/item/item.ts';
import { putLink } from '../../document/item/items.ts';
import type { Catalogue, Part } from '../../document/part/part.ts';
import { openingTime } from '../../solvers/timeCurrent.ts';
import { fact } from '../../stages/inputs.ts';
import { START_S } from '../../stages/sizing/bursts.ts';
import type { SizedSeat } from '../../stages/sizing/sizingResult.ts';
import { catalogue, parts, seatOf, seats } from '../../stages/stages.ts';
import { curveOf } from '../../tables/timeCurrent.ts';
import { ampsInWords as amps, secondsInWords as seconds } from '../../words.ts';
import { type Fix, finding } from '../finding.ts';
import { seatName } from '../places.ts';
import { names } from '../views.ts';

/** The next size of the same style that surely lets the start pass; its wires are sized for it. */
function larger(
  seat: SizedSeat,
  item: Pick<Item, 'id' | 'partId' | 'inserts'>,
  parts: ReadonlyMap<Id, Part>,
  catalogue: Catalogue,
): Fix[] {
  const element = parts.get(item.partId)?.elements.find((e) => e.id === seat.seatId);
  if (seat.link.mode !== 'auto' || element?.kind !== 'fuseSeat') return [];
  const link = catalogue.fuseLinks
    .filter((l) => l.style === seat.style && !l.curve && l.ratingA > seat.ratingA! && l.ratingA <= element.maxRatingA)
    .sort((a, b) => a.ratingA - b.ratingA)
    .find((l) => openingTime(curveOf(l.style, null), l.ratingA, seat.surgeA).minS > seat.surgeS);
  if (!link) return [];
  const choice = { mode: 'locked' as const, value: link.id, reason: 'lets the start pass', who: 'offered fix' };
  return [{ label: `Take ${amps(link.ratingA)}, with wire for it`, commands: [putLink(item, seat.seatId, choice)] }];
}

/** Fuses that may open while something starts. */
export const fuseOpensOnSurge = finding({
  id: 'fuse-opens-on-surge',
  subject: 'faults',
  station: 'circuit',
  severity: { warn: 'disappoints', note: 'to know' },
  protects: 'what is to start: its fuse goes instead',
  source: 'time–current curve of the fuse',
  limits: {
    surgeS: {
      value: START_S,
      unit: 's',
      what: "how long a motor or an inverter's load takes to start; a load that runs for seconds says how many",
      source: 'common practice, no source',
    },
    atOnceS: {
      value: 0.1,
      unit: 's',
      what: 'a fuse gone sooner than this hardly lets anything start',
      source: 'common practice, no source',
    },
  },
  reads: { seats, seatOf, names, parts, catalogue, items: fact('items', ['id', 'partId', 'inserts']) },
  judge: ({ seats, seatOf, names, parts, catalogue, items }, { atOnceS }) =>
    seats.flatMap((seat) => {
      if (seat.spare || seat.ratingA === null || seat.surgeA <= seat.designCurrentA * (1 + 1e-9)) return [];
      const curve = curveOf(seat.style, seat.curve);
      const { minS } = openingTime(curve, seat.ratingA, seat.surgeA);
      const { surgeS } = seat;
      if (minS > surgeS) return [];
      const name = seatName({ names, parts }, seatOf, seat.key);
      return [
        {
          entity: seat.key,
          severity: minS < atOnceS || surgeS > START_S ? ('warn' as const) : ('note' as const),
          where: { label: name, itemIds: [seat.itemId] },
          says: `${name} (${amps(seat.ratingA)}) may open after ${seconds(minS)} while ${amps(seat.surgeA)} ${surgeS > START_S ? `run for ${seconds(surgeS)}` : 'start'}`,
          why: `${surgeS > START_S ? `the load list says ${seconds(surgeS)} each time` : `a start takes about ${surgeS} s (common practice, no source)`}: the next size up with thicker cable, a slower style, or a soft start`,
          source: curve.source,
          fixes: larger(seat, items.find((i) => i.id === seat.itemId)!, parts, catalogue),
        },
      ];
    }),
});

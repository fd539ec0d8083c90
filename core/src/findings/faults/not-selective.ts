import type { SizedSeat } from '../../stages/sizing/sizingResult.ts';
import { parts, seatOf, seats } from '../../stages/stages.ts';
import { curveOf } from '../../tables/timeCurrent.ts';
import { ampsInWords as amps } from '../../words.ts';
import { finding } from '../finding.ts';
import { seatName } from '../places.ts';
import { names } from '../views.ts';

/** Fuses in series that do not open in the right order, one finding a pair of items. */
export const notSelective = finding({
  id: 'not-selective',
  subject: 'faults',
  station: 'circuit',
  severity: { warn: 'bad practice', note: 'to know' },
  protects: 'the rest of the board: one short takes more off than it need',
  source: 'time–current curves of both',
  limits: {},
  reads: { seats, seatOf, names, parts },
  judge: ({ seats, seatOf, names, parts }) => {
    const pairs = new Map<
      string,
      { seat: SizedSeat; upper: SizedSeat; upToA: number; holdsA: number; count: number }
    >();
    for (const seat of seats)
      for (const { upstreamKey, upToA, holdsA } of seat.selectivity) {
        const upper = seatOf.get(upstreamKey);
        if (upToA === null || !upper) continue;
        const key = `${seat.itemId}/${upper.itemId}`;
        const known = pairs.get(key);
        if (!known) pairs.set(key, { seat, upper, upToA, holdsA, count: 1 });
        else pairs.set(key, { ...known, count: known.count + 1, ...(upToA < known.upToA ? { seat, upToA } : {}) });
      }
    const name = (seat: SizedSeat) => seatName({ names, parts }, seatOf, seat.key);
    return [...pairs.values()].map(({ seat, upper, upToA, holdsA, count }) => {
      const [inner, outer] = [name(seat), name(upper)];
      const onlySwitch = seat.ratingA !== null && upper.ratingA !== null && seat.ratingA >= holdsA - 1e-9;
      return {
        entity: `${seat.itemId}/${upper.itemId}`,
        severity: onlySwitch ? ('warn' as const) : ('note' as const),
        where: { label: `${inner}, ${outer}`, itemIds: [seat.itemId, upper.itemId] },
        says: onlySwitch
          ? `${inner} (${amps(seat.ratingA!)}) behind ${outer} (${amps(upper.ratingA!)}) is only a switch: either may open first`
          : `Above ${amps(upToA)} ${outer} may open before ${inner}${count > 1 ? ` and ${count - 1} more` : ''}`,
        why: `up to ${amps(seat.prospectiveA ?? 0)} can flow there; the slowest of the inner against the fastest of the outer, over the whole range`,
        source: `${curveOf(seat.style, seat.curve).source}; ${curveOf(upper.style, upper.curve).source}`,
      };
    });
  },
});

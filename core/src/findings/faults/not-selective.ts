import type { SizedSeat } from '../../stages/sizing/sizingResult.ts';
import { parts, seatOf, seats } from '../../stages/stages.ts';
import { curveOf } from '../../tables/timeCurrent.ts';
import { ampsInWords as amps } from '../../words.ts';
import { finding } from '../finding.ts';
import { seatName } from '../places.ts';
import { names } from '../views.ts';

/** A fuse behind another, and from which current on the order is not sure. */
interface Pair {
  seat: SizedSeat;
  upper: SizedSeat;
  upToA: number;
  holdsA: number;
  count: number;
}

/** Fuses in series that do not open in the right order: one finding a pair that is no pair at all, one a fuse ahead of the rest. */
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
    const pairs = new Map<string, Pair>();
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
    const isSwitch = ({ seat, upper, holdsA }: Pair) =>
      seat.ratingA !== null && upper.ratingA !== null && seat.ratingA >= holdsA - 1e-9;
    const source = (of: readonly SizedSeat[]) =>
      [...new Set(of.map((s) => curveOf(s.style, s.curve).source))].join('; ');
    const switches = [...pairs.values()].filter(isSwitch).map(({ seat, upper }) => ({
      entity: `${seat.itemId}/${upper.itemId}`,
      severity: 'warn' as const,
      where: { label: `${name(seat)}, ${name(upper)}`, itemIds: [seat.itemId, upper.itemId] },
      says: `${name(seat)} (${amps(seat.ratingA!)}) behind ${name(upper)} (${amps(upper.ratingA!)}) is only a switch: either may open first`,
      why: `up to ${amps(seat.prospectiveA ?? 0)} can flow there; the slowest of the inner against the fastest of the outer, over the whole range`,
      source: source([seat, upper]),
    }));
    // Said once of a fuse ahead, with all that may come too late behind it.
    const behind = new Map<string, Pair[]>();
    for (const p of pairs.values())
      if (!isSwitch(p)) behind.set(p.upper.itemId, [...(behind.get(p.upper.itemId) ?? []), p]);
    const order = [...behind.values()].map((own) => {
      const outer = name(own[0]!.upper);
      const late = own.map(
        ({ seat, upToA, count }) => `${name(seat)}${count > 1 ? ` and ${count - 1} more` : ''} above ${amps(upToA)}`,
      );
      return {
        entity: own[0]!.upper.itemId,
        severity: 'note' as const,
        where: {
          label: [...own.map(({ seat }) => name(seat)), outer].join(', '),
          itemIds: [...own.map(({ seat }) => seat.itemId), own[0]!.upper.itemId],
        },
        says: `${outer} may open before ${late.join(', ')}`,
        why: 'the slowest of the inner against the fastest of the outer, over the whole range of currents that can flow there',
        source: source(own.flatMap(({ seat, upper }) => [seat, upper])),
      };
    });
    return [...switches, ...order];
  },
});

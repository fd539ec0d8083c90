import { fact, profile } from '../../stages/inputs.ts';
import { parts, seatOf, seats } from '../../stages/stages.ts';
import { ampsInWords as amps } from '../../words.ts';
import { type Draft, finding } from '../finding.ts';
import { seatName } from '../places.ts';
import { names } from '../views.ts';

/** A fuse smaller than the factor of the rules asks: locked so, or held to what its conductors bear. */
export const fuseBelowCurrent = finding({
  id: 'fuse-below-current',
  subject: 'protection',
  station: 'circuit',
  severity: { warn: 'disappoints', note: 'to know' },
  protects: 'the customer: the fuse opens in daily use',
  source: 'fuse factor of the profile',
  limits: {
    fuseFactor: { setBy: 'profile', unit: '', what: 'rating over continuous current', source: 'fuse factor' },
  },
  reads: { seats, seatOf, names, parts, profile, items: fact('items', ['id', 'inserts']) },
  judge: ({ seats, seatOf, names, parts, profile, items }) =>
    seats.flatMap((seat): Draft<'warn' | 'note'>[] => {
      const { link, ratingA } = seat;
      if (seat.spare || ratingA === null || ratingA >= seat.loadsSchoolA - 1e-9) return [];
      const name = seatName({ names, parts }, seatOf, seat.key);
      if (link.mode !== 'locked') {
        // No link is large enough: that is told for itself.
        if (!link.fits) return [];
        return [
          {
            entity: seat.key,
            severity: 'note' as const,
            where: { label: name, itemIds: [seat.itemId] },
            says: `${name} is ${amps(ratingA)}, ${(ratingA / seat.designCurrentA).toFixed(2)} times what runs through it`,
            why: `the next size up is more than any conductor that fits bears; ${profile.fuseFactor.value} times is asked: a lead doubled, or larger studs, leaves it more room`,
            source: profile.fuseFactor.source,
          },
        ];
      }
      const { id, inserts } = items.find((i) => i.id === seat.itemId)!;
      return [
        {
          entity: seat.key,
          where: { label: name, itemIds: [id] },
          says: `${name} is locked at ${amps(ratingA)}; ${amps(seat.loadsSchoolA)} is the smallest for ${amps(seat.designCurrentA)}`,
          why: `locked by ${link.who}: ${link.reason}`,
          source: profile.fuseFactor.source,
          fixes: [
            {
              label: 'Let the fuse be worked out',
              commands: [
                {
                  kind: 'set',
                  collection: 'items',
                  id,
                  field: 'inserts',
                  value: inserts.map((i) => (i.seatId === seat.seatId ? { ...i, link: { mode: 'auto' as const } } : i)),
                },
              ],
            },
          ],
        },
      ];
    }),
});

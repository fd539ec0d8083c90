import { profile } from '../../stages/inputs.ts';
import { parts, seatOf, seats } from '../../stages/stages.ts';
import { ampsInWords as amps } from '../../words.ts';
import { finding } from '../finding.ts';
import { seatName } from '../places.ts';
import { names } from '../views.ts';

/** A seat no link of its style is large enough for. */
export const noFuseFits = finding({
  id: 'no-fuse-fits',
  subject: 'protection',
  station: 'circuit',
  severity: { stop: 'cannot be built' },
  protects: 'the circuit: its fuse opens in daily use, and the next one put in is too large for the seat',
  source: 'fuse factor of the profile',
  limits: {
    fuseFactor: { setBy: 'profile', unit: '', what: 'rating over continuous current', source: 'fuse factor' },
  },
  reads: { seats, seatOf, names, parts, profile },
  judge: ({ seats, seatOf, names, parts, profile }) =>
    seats
      .filter((s) => !s.spare && !s.link.fits)
      .map((seat) => {
        const name = seatName({ names, parts }, seatOf, seat.key);
        return {
          entity: seat.key,
          where: { label: name, itemIds: [seat.itemId] },
          says: `No fuse fits ${name}: ${amps(seat.minimumA)} or more is needed`,
          why: seat.link.reason,
          source: profile.fuseFactor.source,
        };
      }),
});

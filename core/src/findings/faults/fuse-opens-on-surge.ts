import { openingTime } from '../../solvers/timeCurrent.ts';
import { START_S } from '../../stages/sizing/bursts.ts';
import { parts, seatOf, seats } from '../../stages/stages.ts';
import { curveOf } from '../../tables/timeCurrent.ts';
import { ampsInWords as amps, secondsInWords as seconds } from '../../words.ts';
import { finding } from '../finding.ts';
import { seatName } from '../places.ts';
import { names } from '../views.ts';

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
  reads: { seats, seatOf, names, parts },
  judge: ({ seats, seatOf, names, parts }, { atOnceS }) =>
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
        },
      ];
    }),
});

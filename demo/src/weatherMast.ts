import type { Board } from '@ombrik/core/document/board';
import { aDay, BoardBuilder } from './boardBuilder.ts';

/** An order just taken: who wants what where, the loads they named, and what has still to be asked. No board yet. */
export function weatherMastBoard(): Board {
  const b = new BoardBuilder(
    {
      jobName: 'Juniper Crag weather mast',
      customer: 'Upland snow watch',
      place: 'Equipment hut below the mast, north wall',
      systemVoltageV: 12,
      chemistry: 'lifepo4',
      ambientC: 25,
      profileId: 'fixed-iec',
      use: 'Day and night all year; heaters only when rime is forecast',
      questions: [
        { id: 'qu_1', text: 'How wide is the wall between door and window?', answer: '' },
        { id: 'qu_2', text: 'May the modules stand on the mast, or on the hut?', answer: '' },
        {
          id: 'qu_3',
          text: 'Who comes by in winter, and how often?',
          answer: 'Two volunteers, monthly if the road is open',
        },
      ],
      notes: 'They have a 12 V cabinet now whose bank lasts until Christmas.',
    },
    [600, 400],
  );
  const load = (powerW: number, hoursPerDay: number, more: { essential?: boolean; surgeFactor?: number } = {}) => ({
    load: { rating: { kind: 'watts' as const, powerW }, usage: aDay(hoursPerDay), ...more },
  });
  b.power({
    site: {
      latitudeDeg: 61,
      coldestMonthC: -9,
      warmestMonthC: 12,
      winterCloudShare: 0.75,
      summerCloudShare: 0.6,
      bankPlace: 'sheltered',
    },
    sun: { tiltDeg: 70, azimuthDeg: 0, maxPeakW: 800, lossShare: 0.2 },
  })
    .item('E1', 'load-small', { location: 'mast' }, { name: 'Logger and modem', ...load(7, 24, { essential: true }) })
    .item('E2', 'load-small', { location: 'mast' }, { name: 'Snow depth radar', ...load(4, 24, { essential: true }) })
    .item('E3', 'load-large', { location: 'mast top' }, { name: 'Rime heaters', ...load(80, 1.5) })
    .item('E4', 'load-small', { location: 'hut' }, { name: 'Hut lamp', ...load(8, 0.5) });
  return b.board;
}

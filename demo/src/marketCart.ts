import type { Board } from '@ombrik/core/document/board';
import { BoardBuilder, during } from './boardBuilder.ts';

/** A 12 V AGM box for a market cart: parts placed and the trunk wired, its loads still to be connected. */
export function marketCartBoard(): Board {
  const b = new BoardBuilder(
    {
      jobName: 'Market cart box',
      customer: 'Quince & Barrow, cheese stall',
      place: 'Under the counter of a hand cart, door opens left',
      systemVoltageV: 12,
      chemistry: 'agm',
      ambientC: 30,
      profileId: 'craft-iso',
      use: 'Cooler, lights and scale on market days, two or three days a week',
      growthShare: 0.3,
      budget: 1800,
      opening: { widthMm: 660, heightMm: 460, depthMm: 380, behind: 'Sheet steel, 15 mm air gap' },
      questions: [
        { id: 'qu_1', text: 'Is there ever mains at the pitch?', answer: 'Two pitches of six, evenings only' },
        { id: 'qu_2', text: 'Which way does the door of the cart swing?', answer: '' },
      ],
      notes: 'Box must come out for winter. Cooler runs all market day.',
    },
    [720, 540],
  );
  b.power({
    site: {
      latitudeDeg: 51,
      coldestMonthC: 4,
      warmestMonthC: 19,
      winterCloudShare: 0.75,
      summerCloudShare: 0.55,
      bankPlace: 'sheltered',
    },
    sun: { tiltDeg: 10, azimuthDeg: 0, maxPeakW: 200, lossShare: 0.22 },
    mains: { hoursPerDay: 4 },
  })
    .item('G1', 'battery-agm-12-100', { location: 'battery tray' })
    .item('G2', 'solar-200', { location: 'cart roof' })
    .item('F1', 'holder-classT', { at: [100, 70] })
    .item('Q1', 'isolator-100', { at: [260, 72] })
    .item('R1', 'shunt-100', { at: [100, 490] })
    .item('X1', 'bar-plus-6x6', { at: [450, 60] })
    .item('X2', 'bar-minus-6x6', { at: [330, 490] })
    .item('F2', 'holder-sf30', { at: [660, 190], turn: 90 })
    .item('T1', 'mppt-100-20', { at: [470, 275], turn: 0 })
    .item('F10', 'fuse-block-6', { at: [190, 250] })
    .item(
      'E1',
      'load-small',
      { location: 'counter' },
      {
        name: 'Cooler',
        load: {
          rating: { kind: 'watts', powerW: 36 },
          usage: during([7, 17]),
          surgeFactor: 3,
          dutyShare: 0.4,
          essential: true,
          dropClass: 'critical',
        },
      },
    )
    .item(
      'E2',
      'load-small',
      { location: 'awning' },
      { name: 'Awning lights', load: { rating: { kind: 'watts', powerW: 18 }, usage: during([6, 8], [15, 17]) } },
    )
    .item(
      'E3',
      'load-small',
      { location: 'counter' },
      {
        name: 'Scale and card reader',
        load: {
          rating: { kind: 'watts', powerW: 12 },
          usage: during([7, 16]),
          essential: true,
          dropClass: 'critical',
        },
      },
    )
    .wire('G1:plus', 'F1:line', { runMm: 350, sheathed: true })
    .wire('F1:load', 'Q1:line')
    .wire('Q1:load', 'X1:s1')
    .wire('G1:minus', 'R1:battery', { runMm: 400, sheathed: true })
    .wire('R1:load', 'X2:s1')
    .wire('X1:s3', 'F10:feed')
    .wire('X2:s2', 'F10:minus')
    .wire('X1:s6', 'F2:line')
    .wire('F2:load', 'T1:outPlus')
    .wire('X2:s5', 'T1:outMinus')
    .wire('G2:plus', 'T1:inPlus', { runMm: 2600 })
    .wire('G2:minus', 'T1:inMinus', { runMm: 2600 });
  return b.board;
}

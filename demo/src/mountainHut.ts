import type { Board } from '@ombrik/core/document/board';
import type { LoadDemand } from '@ombrik/core/document/item/item';
import { aDay, BoardBuilder, during } from './boardBuilder.ts';

/** A 24 V board for a mountain hut: two LiFePO4 batteries, sun, a generator's starter battery, an inverter, eight loads. */
function hut(): BoardBuilder {
  const b = new BoardBuilder(
    {
      jobName: 'Larchfold hut board',
      customer: 'Larchfold hut keepers',
      place: 'Boot room, north wall, timber behind',
      systemVoltageV: 24,
      chemistry: 'lifepo4',
      ambientC: 25,
      profileId: 'fixed-iec',
      use: 'Warden all year, guests from June to October',
      growthShare: 0.5,
      budget: 9000,
      opening: { widthMm: 1200, heightMm: 900, depthMm: 260, behind: 'Timber boards on 60 mm studs, wool behind' },
      questions: [
        { id: 'qu_1', text: 'Who looks after the generator?', answer: 'The warden, weekly run' },
        { id: 'qu_2', text: 'Will the kitchen get an electric kettle?', answer: '' },
      ],
      notes: 'Room may fall below freezing in winter: battery shelf is in the heated store.',
    },
    [1100, 760],
  );
  const load = (
    powerW: number,
    usage: LoadDemand['usage'],
    essential = false,
    dropClass: 'critical' | 'other' = 'other',
    dutyShare = 1,
    more: Partial<LoadDemand> = {},
  ) => ({
    load: { rating: { kind: 'watts' as const, powerW }, usage, essential, dropClass, dutyShare, ...more },
  });
  b.power({
    site: {
      latitudeDeg: 46.8,
      coldestMonthC: -6,
      warmestMonthC: 13,
      winterCloudShare: 0.6,
      summerCloudShare: 0.55,
      bankPlace: 'heated',
    },
    sun: { tiltDeg: 60, azimuthDeg: -10, maxPeakW: 2000, lossShare: 0.2 },
    alternator: {
      nominalV: 12,
      chargingV: 14.2,
      ecoV: 12.9,
      ratedA: 90,
      shareMax: 0.6,
      maxA: 60,
      idleMaxA: 25,
      idleShare: 0.2,
      hoursPerDay: 0.5,
    },
    generator: { powerW: 3000, costPerHour: 4.5, startAtShare: 0.25 },
    loadGroups: [{ id: 'lg_1', name: 'kitchen sockets', mode: 'oneAtATime' }],
  })
    .item('G1', 'battery-lifepo4-24-100', { location: 'battery shelf' })
    .item('G2', 'battery-lifepo4-24-100', { location: 'battery shelf' })
    .item('G3', 'solar-400', { location: 'south roof' })
    .item('G5', 'solar-400', { location: 'south roof' })
    .item('G4', 'feed-12', { location: 'generator shed' }, { feed: { restingVoltageV: 12.6, lowestVoltageV: 11 } })
    .item('F1', 'holder-classT', { at: [110, 60] })
    .item('F2', 'holder-classT', { at: [110, 160] })
    .item('F8', 'holder-classT', { at: [400, 60] }, { name: 'Main fuse' })
    .item('Q1', 'isolator-300', { at: [560, 60] })
    .item('X1', 'bar-plus-6x8', { at: [760, 60] })
    .item('R1', 'shunt-500', { at: [110, 680] })
    .item('X2', 'bar-minus-6x8', { at: [360, 680] })
    .item('F3', 'holder-sf51', { at: [980, 225], turn: 90 })
    .item('T1', 'inverter-24-2000', { at: [950, 555], turn: 180 })
    .item('F4', 'holder-sf30', { at: [690, 181], turn: 90 })
    .item('T2', 'mppt-100-30', { at: [640, 420] })
    .item('F5', 'holder-sf30', { at: [450, 230], turn: 90 })
    .item('T3', 'dcdc-12-24-15', { at: [420, 430] })
    .item('F6', 'holder-sf30', { at: [600, 700] })
    .item('F7', 'holder-classT', { at: [148, 290], turn: 90 })
    .item('F10', 'fuse-block-12', { at: [130, 495], turn: 90 })
    .item(
      'E1',
      'load-small',
      { location: 'bunk room' },
      { name: 'Bunk room lights', ...load(18, during([6, 8], [18, 21]), false, 'critical', 1, { season: 'warm' }) },
    )
    .item(
      'E2',
      'load-small',
      { location: 'kitchen' },
      { name: 'Kitchen lights', ...load(24, during([6, 8], [17, 21]), true, 'critical') },
    )
    .item(
      'E3',
      'load-large',
      { location: 'kitchen' },
      { name: 'Fridge', ...load(60, aDay(24), true, 'critical', 0.35, { surgeFactor: 4 }) },
    )
    .item(
      'E4',
      'load-large',
      { location: 'pump house' },
      { name: 'Water pump', ...load(120, during([7, 9]), false, 'other', 0.75, { surgeFactor: 3, season: 'warm' }) },
    )
    .item('E5', 'load-small', { location: 'porch' }, { name: 'Weather station', ...load(6, aDay(24), true) })
    .item(
      'E6',
      'load-small',
      { location: 'bunk room' },
      { name: 'Phone charging shelf', ...load(60, during([18, 22])) },
    )
    .item('E7', 'load-small', { location: 'privy' }, { name: 'Vent fan', ...load(8, aDay(24)) })
    .item(
      'E8',
      'load-small',
      { location: 'office' },
      { name: 'Radio telephone', ...load(40, aDay(3), true, 'critical', 1, { standbyW: 2 }) },
    )
    .item(
      'E9',
      'load-mains',
      { location: 'kitchen' },
      {
        name: 'Bread oven',
        ...load(900, during([10, 11]), false, 'other', 0.4, { side: 'mains', season: 'warm', groupId: 'lg_1' }),
      },
    )
    .item(
      'E10',
      'load-mains',
      { location: 'kitchen' },
      {
        name: 'Kitchen machine',
        ...load(600, during([10, 11]), false, 'other', 0.25, {
          side: 'mains',
          surgeFactor: 2.5,
          needsSine: true,
          groupId: 'lg_1',
        }),
      },
    )
    .wire('G1:plus', 'F1:line', { runMm: 700, sheathed: true })
    .wire('G2:plus', 'F2:line', { runMm: 700, sheathed: true })
    .wire('F1:load', 'F8:line')
    .wire('F2:load', 'F8:line')
    .wire('Q1:load', 'X1:s1')
    .wire('G1:minus', 'R1:battery', { runMm: 900, sheathed: true })
    .wire('G2:minus', 'R1:battery', { runMm: 900, sheathed: true })
    .wire('R1:load', 'X2:s1')
    .wire('X1:s6', 'F3:line')
    .wire('F3:load', 'T1:plus')
    .wire('X2:s6', 'T1:minus')
    .wire('X1:s3', 'F4:line')
    .wire('F4:load', 'T2:outPlus')
    .wire('X2:s3', 'T2:outMinus')
    .wire('G3:plus', 'T2:inPlus', { runMm: 6000 })
    .wire('G3:minus', 'T2:inMinus', { runMm: 6000 })
    .wire('X1:s5', 'F5:line')
    .wire('F5:load', 'T3:outPlus')
    .wire('X2:s4', 'T3:outMinus')
    .wire('G4:plus', 'F6:line', { runMm: 250, sheathed: true })
    .wire('F6:load', 'T3:inPlus')
    .wire('G4:minus', 'T3:inMinus', { runMm: 250 })
    .wire('X1:s2', 'F7:line')
    .wire('F7:load', 'F10:feed')
    .wire('X2:s2', 'F10:minus');
  const runs = [5500, 6500, 6000, 9000, 3000, 5000, 7000, 4000];
  runs.forEach((runMm, i) => {
    b.wire(`F10:w${i + 1}`, `E${i + 1}:plus`, { runMm }).wire(`F10:m${i + 1}`, `E${i + 1}:minus`, { runMm });
  });
  // The second module came later: it hangs on the same controller.
  b.wire('G5:plus', 'T2:inPlus', { runMm: 6000 }).wire('G5:minus', 'T2:inMinus', { runMm: 6000 });
  b.wire('F8:load', 'Q1:line');
  return b;
}

export const mountainHutBoard = (): Board => hut().board;

/** The same hut with its annex: a second, lidded panel in the drying room, fed from the main bars. */
export function hutWithAnnexBoard(): Board {
  const b = hut();
  const load = (powerW: number, usage: LoadDemand['usage'], dropClass: 'critical' | 'other' = 'other') => ({
    load: { rating: { kind: 'watts' as const, powerW }, usage, dropClass },
  });
  b.panel('pn_annex', 'Annex panel', [560, 420], 200)
    .item('F9', 'holder-sf30', { at: [860, 181], turn: 90 }, { name: 'Annex' })
    .item('Q2', 'isolator-100', { at: [110, 80], on: 'pn_annex' }, { name: 'Annex off' })
    .item('F11', 'fuse-block-6', { at: [360, 250], on: 'pn_annex' })
    .item('E11', 'load-small', { location: 'drying room' }, { name: 'Drying room fan', ...load(22, aDay(6)) })
    .item('E12', 'load-small', { location: 'drying room' }, { name: 'Drying room lamp', ...load(9, during([17, 20])) })
    .item('E13', 'load-small', { location: 'workshop' }, { name: 'Bench lamp', ...load(12, during([16, 19])) })
    .item('E14', 'load-small', { location: 'workshop' }, { name: 'Tool charger', ...load(30, during([9, 12])) })
    .item('E15', 'load-small', { location: 'wash room' }, { name: 'Wash room lamp', ...load(9, during([6, 8])) })
    .item('E16', 'load-small', { location: 'gas store' }, { name: 'Gas alarm', ...load(4, aDay(24), 'critical') })
    .wire('X1:s4', 'F9:line')
    .wire('F9:load', 'Q2:line', { runMm: 3200, sheathed: true })
    .wire('Q2:load', 'F11:feed')
    .wire('X2:s5', 'F11:minus', { runMm: 3200, sheathed: true });
  [2200, 2600, 4100, 4100, 5300, 6200].forEach((runMm, i) => {
    b.wire(`F11:w${i + 1}`, `E${i + 11}:plus`, { runMm }).wire(`F11:m${i + 1}`, `E${i + 11}:minus`, { runMm });
  });
  return b.board;
}

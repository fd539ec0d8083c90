import type { Board } from '@ombrik/core/document/board';
import { aDay, BoardBuilder } from './boardBuilder.ts';

/** A 48 V board for a radio repeater shelter: four AGM batteries in series, sun, a low-voltage block. */
export function repeaterShelterBoard(): Board {
  const b = new BoardBuilder(
    {
      jobName: 'Corrie Top repeater',
      customer: 'Glen radio relay group',
      place: 'Steel shelter, inside left wall',
      systemVoltageV: 48,
      chemistry: 'agm',
      ambientC: 35,
      profileId: 'fixed-iec',
      use: 'Relay day and night; a visit twice a year',
      opening: { widthMm: 950, heightMm: 600, depthMm: 250, behind: 'Steel sheet, nothing behind' },
      notes: 'Nobody on site for months: simple, no screens.',
    },
    [900, 560],
  );
  const load = (powerW: number, essential: boolean, hoursPerDay = 24, dutyShare = 1) => ({
    load: {
      rating: { kind: 'watts' as const, powerW },
      usage: aDay(hoursPerDay),
      essential,
      dropClass: 'critical' as const,
      dutyShare,
    },
  });
  b.power({
    site: {
      latitudeDeg: 57,
      coldestMonthC: 1,
      warmestMonthC: 14,
      winterCloudShare: 0.8,
      summerCloudShare: 0.65,
      bankPlace: 'sheltered',
    },
    sun: { tiltDeg: 65, azimuthDeg: 0, maxPeakW: 1200, lossShare: 0.2 },
  })
    .item('G1', 'battery-agm-12-200', { location: 'battery rack' })
    .item('G2', 'battery-agm-12-200', { location: 'battery rack' })
    .item('G3', 'battery-agm-12-200', { location: 'battery rack' })
    .item('G4', 'battery-agm-12-200', { location: 'battery rack' })
    .item('G5', 'solar-400', { location: 'mast frame' })
    .item('G6', 'solar-400', { location: 'mast frame' })
    .item('F1', 'holder-classT', { at: [100, 80] })
    .item('Q1', 'isolator-100', { at: [270, 80] })
    .item('X1', 'bar-plus-6x6', { at: [460, 80] })
    .item('R1', 'shunt-100', { at: [110, 480] })
    .item('X2', 'bar-minus-6x6', { at: [370, 480] })
    .item('F2', 'holder-sf30', { at: [800, 170], turn: 90 })
    .item('T1', 'mppt-150-35', { at: [620, 320] })
    .item('F3', 'holder-classT', { at: [100, 170] })
    .item('F10', 'fuse-block-6', { at: [190, 300] })
    .item('E1', 'load-large', { location: 'radio rack' }, { name: 'Repeater', ...load(70, true, 24, 0.3) })
    .item('E2', 'load-small', { location: 'radio rack' }, { name: 'Link radio', ...load(12, true) })
    .item('E3', 'load-small', { location: 'radio rack' }, { name: 'Site controller', ...load(6, true) })
    .item('E4', 'load-small', { location: 'shelter roof' }, { name: 'Fan', ...load(20, false, 8) })
    .wire('G1:plus', 'G2:minus', { runMm: 220 })
    .wire('G2:plus', 'G3:minus', { runMm: 220 })
    .wire('G3:plus', 'G4:minus', { runMm: 220 })
    .wire('G4:plus', 'F1:line', { runMm: 800, sheathed: true })
    .wire('F1:load', 'Q1:line')
    .wire('Q1:load', 'X1:s1')
    .wire('G1:minus', 'R1:battery', { runMm: 800, sheathed: true })
    .wire('R1:load', 'X2:s1')
    .wire('X1:s5', 'F2:line')
    .wire('F2:load', 'T1:outPlus')
    .wire('X2:s5', 'T1:outMinus')
    .wire('G5:plus', 'T1:inPlus', { runMm: 4500 })
    .wire('G5:minus', 'G6:plus', { runMm: 1100 })
    .wire('G6:minus', 'T1:inMinus', { runMm: 4500 })
    .wire('X1:s2', 'F3:line')
    .wire('F3:load', 'F10:feed')
    .wire('X2:s2', 'F10:minus');
  [1800, 1800, 2200, 3000].forEach((runMm, i) => {
    b.wire(`F10:w${i + 1}`, `E${i + 1}:plus`, { runMm }).wire(`F10:m${i + 1}`, `E${i + 1}:minus`, { runMm });
  });
  return b.board;
}

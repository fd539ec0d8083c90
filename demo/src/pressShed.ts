import type { Board } from '@ombrik/core/document/board';
import { aDay, BoardBuilder, during } from './boardBuilder.ts';

/**
 * A 12 V board for a cider press shed: one lithium battery whose outputs cut chargers and loads, a tractor's battery that
 * charges it while the engine runs, a mains charger, four lamps looped along one pair, and a steel frame.
 */
export function pressShedBoard(): Board {
  const b = new BoardBuilder(
    {
      jobName: 'Cider press shed',
      customer: 'Ellerby Orchard',
      place: 'Steel-framed shed, east wall',
      systemVoltageV: 12,
      chemistry: 'lifepo4',
      ambientC: 30,
      profileId: 'road',
      use: 'Harvest weeks from September to November',
      monitoring: 'simple',
      notes: 'The battery must not be charged when it is frozen: its own outputs decide.',
    },
    [1000, 640],
  );
  b.power({ mains: { hoursPerDay: 2 } })
    .item('G1', 'battery-lifepo4-12-100-outputs', { location: 'battery shelf' })
    .item('G2', 'feed-12-signal', { location: 'tractor' }, { feed: { restingVoltageV: 12.6, lowestVoltageV: 11.8 } })
    .item('X5', 'mains-inlet', { location: 'outside wall' })
    .item('X9', 'frame-8', { location: 'shed frame' })
    .item('F1', 'holder-classT', { at: [100, 70] })
    .item('Q1', 'isolator-300', { at: [250, 70] })
    .item('X1', 'bar-plus-6x8', { at: [450, 70] })
    .item('X2', 'bar-minus-6x8', { at: [280, 600] })
    .item('F2', 'holder-sf30', { at: [680, 60] })
    .item('T1', 'dcdc-12-12-30-trigger', { at: [850, 245] })
    .item('F3', 'holder-sf30', { at: [850, 60] })
    .item('K1', 'relay-100', { at: [640, 215] }, { name: 'Trigger' })
    .item('F4', 'holder-sf30', { at: [380, 170], turn: 90 })
    .item('K2', 'relay-100', { at: [380, 365] }, { name: 'Mains charge' })
    .item('T2', 'mains-charger-12-30', { at: [570, 450] })
    .item('X3', 'mains-panel-4', { at: [850, 530], turn: 0 })
    .item('F5', 'holder-sf30', { at: [110, 170] })
    .item('K3', 'relay-100', { at: [110, 270] }, { name: 'Loads' })
    .item('F10', 'fuse-block-6', { at: [130, 430], turn: 90 })
    .wire('G1:plus', 'F1:line', { runMm: 300, sheathed: true })
    .wire('F1:load', 'Q1:line')
    .wire('Q1:load', 'X1:s1')
    .wire('G1:minus', 'X2:s1', { runMm: 500 })
    // While the engine runs and the cells may be charged, the tractor charges.
    .wire('G2:plus', 'F3:line', { runMm: 180, sheathed: true })
    .wire('F3:load', 'T1:inPlus')
    .wire('G2:minus', 'T1:inMinus', { runMm: 2500 })
    .wire('X1:s4', 'F2:line')
    .wire('F2:load', 'T1:outPlus')
    .wire('X2:s2', 'T1:outMinus')
    .wire('G2:running', 'K1:line', { runMm: 2500 })
    .wire('K1:load', 'T1:trigger')
    .wire('G1:chargeOk', 'K1:coilPlus', { runMm: 600 })
    .wire('X2:s3', 'K1:coilMinus')
    .wire('T1:curveA', 'T1:curveB')
    // The mains charger likewise.
    .wire('X1:s3', 'F4:line')
    .wire('F4:load', 'K2:load')
    .wire('K2:line', 'T2:plus')
    .wire('X2:s4', 'T2:minus')
    .wire('K1:coilPlus', 'K2:coilPlus')
    .wire('K1:coilMinus', 'K2:coilMinus')
    .wire('X5:outL', 'X3:inL', { runMm: 1500 })
    .wire('X5:outN', 'X3:inN', { runMm: 1500 })
    .wire('X5:outE', 'X3:inE', { runMm: 1500 })
    .wire('X3:w1L', 'T2:acL')
    .wire('X3:w1N', 'T2:acN')
    .wire('X3:w1E', 'T2:pe')
    // Loads fall off before the battery has to.
    .wire('X1:s2', 'F5:line')
    .wire('F5:load', 'K3:line')
    .wire('K3:load', 'F10:feed')
    .wire('G1:loadOk', 'K3:coilPlus', { runMm: 600 })
    .wire('F10:m6', 'K3:coilMinus')
    .wire('X2:s5', 'F10:minus')
    .wire('X2:s6', 'X9:p1', { runMm: 900 });
  const lamp = { load: { rating: { kind: 'watts' as const, powerW: 14 }, usage: during([6, 8], [17, 21]) } };
  for (let i = 1; i <= 4; i++) {
    b.item(`E${i}`, 'load-small', { location: 'press room' }, { name: `Lamp ${i}`, ...lamp });
    const from = i === 1 ? ['F10:w1', 'F10:m1'] : [`E${i - 1}:plus`, `E${i - 1}:minus`];
    const runMm = i === 1 ? 4200 : 2600;
    b.wire(from[0]!, `E${i}:plus`, { runMm }).wire(from[1]!, `E${i}:minus`, { runMm });
  }
  const more: [string, 'load-small' | 'load-large', string, number, number, number][] = [
    ['E5', 'load-large', 'Must pump', 150, 1.5, 3],
    ['E6', 'load-small', 'Scale', 8, 6, 1],
    ['E7', 'load-small', 'Cellar fan', 22, 10, 1],
  ];
  more.forEach(([designation, part, name, powerW, hours, surgeFactor], i) => {
    const load = { rating: { kind: 'watts' as const, powerW }, usage: aDay(hours), surgeFactor };
    b.item(designation, part, { location: 'press room' }, { name, load })
      .wire(`F10:w${i + 2}`, `${designation}:plus`, { runMm: 3500 + 1200 * i })
      .wire(`F10:m${i + 2}`, `${designation}:minus`, { runMm: 3500 + 1200 * i });
  });
  b.board.control = [
    { id: 'cr_1', condition: 'cellsTakeCharge', holds: false, itemId: 'it_K2', contactId: 'k', must: 'open' },
    { id: 'cr_2', condition: 'cellsGiveCharge', holds: true, itemId: 'it_K3', contactId: 'k', must: 'closed' },
  ];
  return b.board;
}

import { findingTest } from '../../testing/findingTest.ts';
import { bench, shelf } from '../../testing/kit.ts';

/** A house board with a mains panel, a mains charger and an inverter. */
const house = (inverter: string, wires: [string, string][]) => {
  const b = bench({ chemistry: 'agm', profileId: 'fixed-iec' }, [1400, 900])
    .item('G1', 'battery-agm-12-200', shelf)
    .item('F1', 'holder-classT', { at: [100, 100] })
    .item('X1', 'bar-plus-6x8', { at: [400, 100] })
    .item('X2', 'bar-minus-6x8', { at: [400, 700] })
    .item('X3', 'mains-inlet', shelf)
    .item('X4', 'mains-panel-4', { at: [1000, 200] })
    .item('T2', 'mains-charger-12-30', { at: [700, 400] })
    .item('T1', inverter, { at: [1000, 600] })
    .wire('G1:plus', 'F1:line', { runMm: 150 })
    .wire('F1:load', 'X1:s1')
    .wire('G1:minus', 'X2:s1', { runMm: 150 })
    .wire('T2:plus', 'X1:s2')
    .wire('T2:minus', 'X2:s2')
    .wire('T1:plus', 'X1:s3')
    .wire('T1:minus', 'X2:s3')
    .wire('X4:w1L', 'T2:acL');
  for (const [from, to] of wires) b.wire(from, to, { runMm: 900 });
  return b.board;
};

findingTest('mains-loop', {
  speaks: () =>
    house('inverter-charger-12-1600', [
      ['X3:outL', 'T1:inL'],
      ['T1:outL', 'X4:inL'],
    ]),
  silent: () =>
    house('inverter-charger-12-1600', [
      ['X3:outL', 'X4:inL'],
      ['X4:w2L', 'T1:inL'],
    ]),
  says: /-T2 charges the battery from itself: -T1 feeds it/,
});

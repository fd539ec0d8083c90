import { house } from '../../testing/controlBoards.ts';
import { findingTest } from '../../testing/findingTest.ts';

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

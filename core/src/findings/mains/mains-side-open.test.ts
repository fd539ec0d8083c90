import { house } from '../../testing/controlBoards.ts';
import { findingTest } from '../../testing/findingTest.ts';

findingTest('mains-side-open', {
  speaks: () => house('inverter-12-1600', [['X3:outL', 'X4:inL']]),
  silent: () =>
    house(
      'inverter-12-1600',
      [
        ['X3:outL', 'Q2:firstL'],
        ['T1:acL', 'Q2:secondL'],
        ['Q2:outL', 'X4:inL'],
      ],
      true,
    ),
  says: /the output of -T1 is not drawn/,
});

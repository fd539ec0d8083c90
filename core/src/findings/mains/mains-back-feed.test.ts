import { house } from '../../testing/controlBoards.ts';
import { findingTest } from '../../testing/findingTest.ts';

findingTest('mains-back-feed', {
  speaks: () =>
    house('inverter-12-1600', [
      ['T1:acL', 'X4:inL'],
      ['X3:outL', 'X4:w4L'],
    ]),
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
  says: /-X3 and -T1 feed one mains line|-T1 and -X3 feed one mains line/,
});

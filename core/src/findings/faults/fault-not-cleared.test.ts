import { findingTest } from '../../testing/findingTest.ts';
import { item, locked, twoLamps } from '../../testing/kit.ts';

findingTest('fault-not-cleared', {
  speaks: () => item(twoLamps(), 'F1', 'inserts', [{ seatId: 'seat', link: locked('classT-400') }]),
  silent: () => twoLamps(),
  says: /A short at the far end of W\d passes/,
});

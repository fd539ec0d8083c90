import { outputs } from '../../testing/controlBoards.ts';
import { findingTest } from '../../testing/findingTest.ts';

findingTest('charge-not-blocked', {
  speaks: () => outputs(null),
  silent: () => outputs('charge'),
  says: /With cells full or frozen -T1 still charges them/,
});

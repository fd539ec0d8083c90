import { outputs } from '../../testing/controlBoards.ts';
import { findingTest } from '../../testing/findingTest.ts';

findingTest('load-not-cut', {
  speaks: () => outputs('charge'),
  silent: () => outputs('load'),
  says: /With cells empty -E1 still draws/,
});

import { findingTest } from '../../testing/findingTest.ts';
import { environment, lampBoard } from '../../testing/kit.ts';

findingTest('damp-run', {
  speaks: () => environment(lampBoard(), 6, { surroundings: 'damp' }),
  silent: () => environment(lampBoard(), 6, { surroundings: 'damp', sheathed: true }),
  says: /runs where it is damp/,
});

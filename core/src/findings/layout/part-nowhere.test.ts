import { findingTest } from '../../testing/findingTest.ts';
import { item, lampBoard } from '../../testing/kit.ts';

findingTest('part-nowhere', {
  speaks: () => item(lampBoard(), 'X1', 'place', { kind: 'unplaced' }),
  silent: () => item(lampBoard(), 'X1', 'place', { kind: 'location', location: 'beside the door' }),
  says: /^-X1 stands nowhere$/,
  fix: /^Put it on /,
});
